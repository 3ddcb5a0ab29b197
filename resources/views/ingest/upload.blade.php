<p class="quiet" data-upload-help>Choose the folder of a card that is in this computer. Every file is hashed here and
    again where it arrives; a broken connection loses nothing.</p>
<label class="btn {{ isset($token) ? 'btn-next' : 'btn-line' }}" tabindex="0">Choose a card’s folder<input type="file"
        webkitdirectory multiple class="visually-hidden" data-folder></label>
<div data-sending hidden class="task" role="status">
    <span class="strong" data-upload-title></span>
    <span><button type="button" class="btn-word" data-upload-stop>Stop</button></span>
    <progress max="1000" value="0" data-upload-bar aria-label="Sending"></progress>
    <span class="quiet" data-upload-progress></span>
</div>
<p class="danger" data-upload-problem role="alert" hidden></p>
<p class="strong" data-upload-done role="status" hidden></p>

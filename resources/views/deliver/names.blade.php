<div class="stack">
    <label class="visually-hidden" for="names-list">File names</label>
    <textarea class="form-control names-list" id="names-list" readonly rows="6">{{ $names }}</textarea>
    <button type="button" class="btn btn-ink" data-copies="#names-list">Copy the names</button>
</div>

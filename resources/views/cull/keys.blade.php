{{-- Keys, which can be changed --}}
<dialog class="help" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys</h2>
    <form data-keys>
        <div class="key-list">
            @foreach ($actions as $action => [$usual, $does])
                <label for="key-{{ $action }}">{{ $does }}</label>
                <input class="form-control" id="key-{{ $action }}" data-key="{{ $action }}"
                    value="{{ $habits->keys()->all()[$action] }}"
                    title="usually {{ Kanpai\Core\Cull\Keys::inWords($usual) }}" autocomplete="off">
            @endforeach
        </div>
        <p class="invalid-feedback" data-keys-problem role="alert" hidden></p>
        <div class="row-line"><button class="btn btn-ink">Save these keys</button><span class="small quiet">Stand
                in a field and press the key. They are yours on every machine.</span></div>
    </form>
    <form method="dialog"><button class="btn btn-line" autofocus>Back to the frames</button></form>
</dialog>

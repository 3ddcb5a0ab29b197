@props(['keys', 'back'])
{{-- The keys of a page: $keys, pairs of a key and what it does; the slot says more --}}
<dialog class="help" aria-labelledby="keys-title">
    <h2 id="keys-title">Keys</h2>
    <dl>
        @foreach ($keys as [$key, $does])
            <dt><kbd>{{ $key }}</kbd></dt>
            <dd>{{ $does }}</dd>
        @endforeach
    </dl>
    <p class="small quiet">{{ $slot }}</p>
    <form method="dialog"><button class="btn btn-ink">{{ $back }}</button></form>
</dialog>

{{-- What comes of the originals that are meant: $files, $bytes, $kinds, $paths; $isAgain where the page stands already --}}
@if ($isAgain ?? false)
    <span id="put" hx-swap-oob="true">{{ number_format($files) }} {{ Str::plural('file', $files) }}</span>
@endif
@if ($files === 0)
    <p class="quiet">Of these frames no such file is copied yet.</p>
@else
    <p><span class="strong">{{ number_format($files) }} {{ Str::plural('file', $files) }},
            {{ Number::fileSize($bytes, 1) }}</span>: {{ implode(', ', $kinds) }}, and the sidecars beside them.</p>
    <ul class="name-tree small">
        @foreach ($paths as $now => $then)
            <li class="breaks"><span class="quiet">{{ basename($now) }}</span><br>{{ $then }}</li>
        @endforeach
    </ul>
    @if ($files > count($paths))
        <p class="small quiet">and {{ number_format($files - count($paths)) }} more</p>
    @endif
@endif

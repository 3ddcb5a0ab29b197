{{-- How many sidecars are written: $behind, $written, $captioned --}}
<div class="panel stack">
    <h3>Sidecars</h3>
    @if ($behind > 0)
        <p>{{ number_format($behind) }} of {{ number_format(max($behind, $captioned)) }} sidecars are behind:
            a caption, a time or a rating changed since.</p>
        <form method="post" action="{{ route('captions.write', $shoot) }}">@csrf<button
                class="btn btn-line">Write {{ number_format($behind) }} sidecars</button></form>
    @elseif($written > 0)
        <p>All {{ number_format($written) }} sidecars are up to date, in every place.</p>
    @else
        <p class="quiet">None are written yet.</p>
    @endif
    @if ($written > 0)
        <form method="post" action="{{ route('captions.look', $shoot) }}">@csrf<button
                class="btn-word">Look whether other software has changed them</button></form>
    @endif
</div>

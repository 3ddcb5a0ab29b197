{{-- Frames that changed from one round to another: $change, $ids, $frames --}}
<h3>{{ number_format(count($ids)) }} {{ $changes[$change] }}</h3>
<ul class="pictures">
    @foreach ($frames[$change] as $frame)
        <li>
            @if ($frame['picture'])
                <img src="{{ $frame['picture'] }}" alt="{{ $frame['name'] }}" loading="lazy">
            @endif
        </li>
    @endforeach
</ul>

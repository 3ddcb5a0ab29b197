@if($together !== [])
<div class="pair">
    @foreach($together as $one)
        <figure>
            <div class="view">@if($one['small'])<img src="{{ $one['small'] }}" alt="{{ $one['frame']->name }}">@endif</div>
            <figcaption><span class="strong clip">{{ $one['name'] }}</span><span>{{ $shoot->zone()->format($one['instant'], 'H:i:s.v') }}@if($one['apart'] !== null) · {{ number_format($one['apart'] / 1000, 2) }} s later @endif</span></figcaption>
        </figure>
    @endforeach
</div>
@endif
<div class="lanes" data-changed="{{ $changed }}">
    <div>
        @foreach($lanes as $id => $lane)
            <a href="{{ route('clocks.show', [$shoot, 'body' => $id]) }}" @if($id === $body->id) aria-current="true" @endif><span class="strong clip d-block">{{ $names[$id] }}</span><span class="small quiet">@if($id === $body->id){{ $clock->isAsRead() ? 'as the camera wrote' : ($clock->offset->milliseconds === 0 ? 'without its drift' : 'moved by '.$clock->offset) }}@else{{ isset($clocks[$id]) ? 'set' : 'as read' }}@endif</span></a>
        @endforeach
    </div>
    <div class="field">
        @php($tall = 52 * count($lanes))
        <svg height="{{ $tall + 24 }}" role="img" aria-label="Frames of each body before (dotted, as the camera wrote) and after this clock">
            @foreach($lanes as $id => $lane)<rect class="ground @if($id === $body->id) current @endif" x="0" y="{{ 52 * $loop->index + 4 }}" width="100%" height="44"/>@endforeach
            @foreach($marks as $mark)<line class="grid" x1="{{ 100 * $mark['place'] / $line->width }}%" x2="{{ 100 * $mark['place'] / $line->width }}%" y1="0" y2="{{ $tall + 4 }}"/><text x="{{ 100 * $mark['place'] / $line->width }}%" y="{{ $tall + 18 }}">{{ $mark['label'] }}</text>@endforeach
            <svg x="0" y="0" width="100%" height="{{ $tall }}" viewBox="0 0 {{ $line->width }} {{ $tall }}" preserveAspectRatio="none">
                @foreach($lanes as $id => $lane)
                    @if($lane->isMoved())<path class="before" d="{{ $lane->before(52 * $loop->index + 32, 14) }}"/>@endif
                    <path class="after" d="{{ $lane->after(52 * $loop->index + 9, 22) }}"/>
                @endforeach
            </svg>
        </svg>
    </div>
</div>
@if(request()->hasHeader('HX-Request'))
<div id="effect" hx-swap-oob="innerHTML">@include('clocks.effect')</div>
@endif

{{-- What was done last: $steps --}}
@if ($steps->isNotEmpty())
    <div class="panel stack">
        <h3>Last steps</h3>
        @foreach ($steps as $step)
            <div class="spread"><span>{{ $step->title }}<br><span
                        class="small quiet">{{ $step->created_at->diffForHumans() }} ·
                        {{ $step->state === 'undone' ? 'undone' : number_format($step->changed()) . ' changed' }}</span></span>
                @if ($step->state === 'done' && $step->changed() > 0)
                    <form method="post" action="{{ route('captions.undo', [$shoot, $step]) }}">@csrf<button
                            class="btn-word">Undo</button></form>
                @endif
            </div>
        @endforeach
    </div>
@endif

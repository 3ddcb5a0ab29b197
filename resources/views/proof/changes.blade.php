{{-- What a gallery shows otherwise than it stands now: $outOfDate, $missing, $gallery --}}
@if ($outOfDate !== [] || $missing > 0)
    <details class="out-of-date" data-out-of-date>
        <summary><span class="danger">Out of date:</span>
            {{ collect($outOfDate)->flatMap(fn($one) => $one['changes'])->countBy(fn($change) => $change->inWords())->map(fn($count, $words) => "{$count} {$words}")->when($missing > 0, fn($all) => $all->push(number_format($missing) . ' new'))->implode(', ') }}
        </summary>
        @include('proof.out-of-date')
        @if (count($outOfDate) > 100)
            <p>and {{ number_format(count($outOfDate) - 100) }} more</p>
        @endif
    </details>
    <form method="post" action="{{ route('proof.again', $gallery) }}">@csrf<button
            class="btn btn-next">Publish again</button> <span class="small">Choices, comments and drawings
                are
            kept, also of pictures that leave.</span></form>
@endif

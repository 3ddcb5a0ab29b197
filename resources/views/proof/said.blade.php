@extends('layouts.shoot')
@section('page')
    <div class="stack-wide">
        <div class="panel stack">
            <div class="spread">
                <h2>{{ $gallery->title }}</h2><span class="row-line"><a
                    href="{{ route('proof.links', $gallery) }}">Links and
                        looks</a><a href="{{ route('proof.show', $shoot) }}">All galleries</a></span>
            </div>
            @if ($task?->isUnderWay())
                <x-task :task="$task" />
            @endif
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
            @forelse($selections as $selection)
                @include('proof.selection')
                @empty
                    <p class="quiet">No selection has been sent yet. What is chosen so far is shown below.</p>
                @endforelse
            </div>
            @if ($said->guests->isNotEmpty())
                @include('proof.agreement')
            @endif
            <ul class="said-of">
                @forelse($frames->take($most) as $frame)
                    @include('proof.said-picture')
                    @empty
                        <li class="nothing-said">
                            {{ $said->frames->isEmpty() ? 'Nothing is chosen or said yet.' : 'No picture of this kind.' }}</li>
                    @endforelse
                </ul>
                @if ($frames->count() > $most)
                    <p>and {{ number_format($frames->count() - $most) }} more; choose one person or kind above.</p>
                @endif
            </div>
        @endsection

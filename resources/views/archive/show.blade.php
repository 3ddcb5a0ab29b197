@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section>
            <div class="panel stack">
                <div class="spread">
                    <div>
                        <h2>Archive</h2>
                        <p class="quiet">One folder with originals, sidecars, previews, selections, records of
                            deliveries, and all that is known of the shoot, after RFC 8493. Anybody can check it with
                            <code>sha512sum -c</code>; it can be taken in again here or elsewhere.</p>
                    </div>
                    <form method="post" action="{{ route('archive.make', $shoot) }}">@csrf<button
                            class="btn {{ $bags->isEmpty() ? 'btn-next' : 'btn-line' }}"
                            @disabled(collect($tasks)->contains(fn($task) => $task?->isUnderWay()))>{{
                                match ($bags->first()?->state->value) {
                                    null => 'Archive the shoot',
                                    'making' => 'Go on archiving',
                                    default => 'Archive it anew',
                                }
                            }}</button>
                    </form>
                </div>
                <div class="lines">
                    @forelse($bags as $bag)
                        @include('archive.bag', ['task' => $tasks[$bag->id]])
                        @empty
                            <x-nothing>Not archived yet.</x-nothing>
                        @endforelse
                    </div>
                </div>
                <form method="post" action="{{ route('archive.free', $shoot) }}" class="panel stack" data-free>
                    @csrf
                    <h2>Where the originals stand</h2>
                    @if ($plan === null)
                        <div class="stack" hx-get="{{ route('archive.places', $shoot) }}" hx-trigger="load">
                            <p class="quiet" role="status">Counting …</p>
                        </div>
                    @else
                        @include('archive.places')
                    @endif
                        @if ($freeing?->isUnderWay())
                            <x-task :task="$freeing" />
                        @elseif($freeing?->problem)
                            <p class="danger">{{ $freeing->problem }}</p>
                        @endif
                    </form>
                </section>
                <section class="panel stack">
                    <h2>On the disks</h2>
                    @if ($used === null)
                        <div class="stack" hx-get="{{ route('archive.used', $shoot) }}" hx-trigger="load">
                            <p class="quiet" role="status">Counting …</p>
                        </div>
                    @else
                        @include('archive.used')
                    @endif
                    <p><a href="{{ route('archive') }}">All shoots, and bags from elsewhere</a></p>
                </section>
            </div>
        @endsection

@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section>
            <div class="panel stack">
                <div class="spread">
                    <h2>Galleries</h2><a href="{{ route('branding') }}">Branding</a>
                </div>
                <div class="lines">
                    @forelse($galleries as $gallery)
                        @include('proof.gallery-line')
                        @empty
                            <x-nothing>No gallery yet. Choose the frames on the right, give it a title and publish it.</x-nothing>
                        @endforelse
                    </div>
                </div>
            </section>
            <form method="post" action="{{ route('proof.publish', [$shoot, ...$filter->toQuery()]) }}"
                class="panel stack">
                @csrf
                <h2>Publish a gallery</h2>
                <x-filter :filter="$filter" :bodies="$bodies" :names="$names" :meant="$meant" :all="$all" :goes="$goes ?? null" />
                @if ($filter->where)
                    <p>Only frames with {{ $filter->where }}.
                        <a href="{{ route('proof.show', $shoot) }}">All kept</a></p>
                @endif
                @if ($sets->isNotEmpty())
                    <div><label class="form-label" for="of-set">Or the frames of a set</label>
                        <select class="form-select" id="of-set" data-goes>
                            <option value="{{ route('proof.show', $shoot) }}">no set</option>
                            @foreach ($sets as $set)
                                <option value="{{ route('proof.show', [$shoot, 'where' => $set->asked()]) }}"
                                    @selected(str_contains((string) $filter->where, $set->name))>
                                    {{ $set->name }}</option>
                            @endforeach
                        </select>
                    </div>
                @endif
                @if ($sets->whereNull('shoot_id')->isNotEmpty())
                    <div><label class="form-label" for="everywhere">Portfolio: a set across all shoots</label>
                        <select class="form-select @error('everywhere') is-invalid @enderror" id="everywhere"
                            name="everywhere">
                            <option value="">only frames of this shoot</option>
                            @foreach ($sets->whereNull('shoot_id') as $set)
                                <option value="{{ $set->id }}"
                                    @selected((int) old('everywhere') === $set->id)>{{ $set->name }}, from all
                                    shoots</option>
                            @endforeach
                        </select><x-problem of="everywhere" />
                    </div>
                @endif
                @include('proof.gallery-fields', ['gallery' => null])
                @include('proof.share-fields', [
                    'message' => 'Please choose the pictures you would like to have.',
                ])
                <button class="btn btn-next"
                    @disabled($meant === 0 && $sets->whereNull('shoot_id')->isEmpty() && !old('live'))>
                    Publish {{ number_format($meant) }} {{ Str::plural('frame', $meant) }}</button>
                @if ($meant === 0)
                    <p>No frame meets this filter.
                        <a href="{{ route('cull.show', $shoot) }}">Keep some frames first</a></p>
                @endif
            </form>
        </div>
    @endsection

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
                        <article data-gallery="{{ $gallery->id }}">
                            <div class="spread">
                                <div>
                                    <h3><a href="{{ route('proof.gallery', $gallery) }}">{{ $gallery->title }}</a></h3>
                                    <p class="quiet">{{ number_format($gallery->frames_count) }}
                                        {{ Str::plural('frame', $gallery->frames_count) }}
                                        {{ $gallery->sectioning->inWords() }} ·
                                        {{ number_format($chosen[$gallery->id] ?? 0) }} chosen ·
                                        {{ $comments[$gallery->id] ?? 0 }}
                                        {{ Str::plural('comment', $comments[$gallery->id] ?? 0) }}{{ isset($unanswered[$gallery->id]) ? ',' : '' }}
                                        @isset($unanswered[$gallery->id])
                                            <a href="{{ route('proof.gallery', [$gallery, 'kind' => 'unanswered']) }}">
                                                {{ $unanswered[$gallery->id] }} to answer</a>
                                        @endisset
                                        ·
                                            {{ $gallery->proofWatermark() ? 'watermark ' . $gallery->proofWatermark()->inWords() : 'no watermark' }}
                                            @if ($gallery->live)
                                                · goes along with {{ $gallery->live }}
                                            @endif
                                    </p>
                                </div>
                                <a class="btn btn-line" href="{{ route('proof.links', $gallery) }}">Links and looks</a>
                            </div>
                            @foreach ($gallery->shares as $share)
                                <p>
                                    @if ($share->withdrawn_at)
                                        <span class="danger">The link for {{ $share->name }} is withdrawn.</span>
                                    @elseif($share->hasEnded())
                                        <span class="danger">The link for {{ $share->name }} ended on
                                            {{ $share->ends_on->format('j F') }}.</span>
                                    @elseif($gallery->published_at)
                                        {{ $share->name }}: <a href="{{ $share->address() }}"
                                            data-link>{{ $share->address() }}</a>
                                    @endif <span
                                        class="quiet">{{ $share->rights()->inWords() }}{{ $share->password ? ', with password' : '' }}{{ $share->ends_on ? ', until ' . $share->ends_on->format('j F') : '' }}</span>
                                </p>
                            @endforeach
                            @foreach ($gallery->selections as $selection)
                                <p class="strong"><a
                                        href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">{{ $selection->name }}
                                        sent a selection</a> <span
                                        class="quiet fw-normal">{{ $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }}</span>
                                </p>
                            @endforeach
                            @if ($gallery->published_at)
                                <ul class="pictures mt-2">
                                    @foreach ($gallery->shown()->limit(6)->get() as $proof)
                                        <li><img src="{{ App\Studio\PictureAddress::orNothing($proof->small_path) }}"
                                                alt="" loading="lazy"></li>
                                    @endforeach
                                </ul>
                            @endif
                            @if ($tasks[$gallery->id]?->isUnderWay())
                                @include('studio.task', ['task' => $tasks[$gallery->id]])
                            @endif
                            @if ($tasks[$gallery->id]?->problem)
                                <p class="danger">{{ $tasks[$gallery->id]->problem }}</p>
                            @endif
                        </article>
                        @empty
                            <p>No gallery yet. Choose the frames on the right, give it a title and publish it.</p>
                        @endforelse
                    </div>
                </div>
            </section>
            <form method="post" action="{{ route('proof.publish', [$shoot, ...$filter->toQuery()]) }}"
                class="panel stack">
                @csrf
                <h2>Publish a gallery</h2>
                @include('studio.filter')
                @if ($filter->where)
                    <p>Only frames with {{ $filter->where }}. <a href="{{ route('proof.show', $shoot) }}">All kept</a></p>
                @endif
                @if ($sets->isNotEmpty())
                    <div><label class="form-label" for="of-set">Or the frames of a set</label>
                        <select class="form-select" id="of-set" data-goes>
                            <option value="{{ route('proof.show', $shoot) }}">no set</option>
                            @foreach ($sets as $set)
                                <option
                                    value="{{ route('proof.show', [$shoot, 'where' => 'set:"' . addcslashes($set->name, '"\\') . '"']) }}"
                                    @selected(str_contains((string) $filter->where, $set->name))>{{ $set->name }}</option>
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
                    @disabled($meant === 0 && $sets->whereNull('shoot_id')->isEmpty() && !old('live'))>Publish {{ number_format($meant) }}
                    {{ Str::plural('frame', $meant) }}</button>
                @if ($meant === 0)
                    <p>No frame meets this filter. <a href="{{ route('cull.show', $shoot) }}">Keep some frames first</a></p>
                @endif
            </form>
        </div>
    @endsection

@extends('layouts.shoot')
@section('page')
    @php($with = fn(array $change) => route('proof.gallery', [$gallery, ...array_filter(['list' => $list, 'kind' => $kind, ...$change])]))
    <div class="stack-wide">
        <div class="panel stack">
            <div class="spread">
                <h2>{{ $gallery->title }}</h2><span class="row-line"><a href="{{ route('proof.links', $gallery) }}">Links and
                        looks</a><a href="{{ route('proof.show', $shoot) }}">All galleries</a></span>
            </div>
            @if ($task?->isUnderWay())
                @include('studio.task', ['task' => $task])
            @endif
            @if ($outOfDate !== [] || $missing > 0)
                <details class="out-of-date" data-out-of-date>
                    <summary><span class="danger">Out of date:</span>
                        {{ collect($outOfDate)->flatMap(fn($one) => $one['changes'])->countBy(fn($change) => $change->inWords())->map(fn($count, $words) => "{$count} {$words}")->when($missing > 0, fn($all) => $all->push(number_format($missing) . ' new'))->implode(', ') }}
                    </summary>
                    <table class="plain-table">
                        <thead>
                            <tr>
                                <th>Picture</th>
                                <th>Shown</th>
                                <th>Now</th>
                            </tr>
                        </thead>
                        <tbody>
                            @foreach (array_slice($outOfDate, 0, 100) as ['proof' => $proof, 'changes' => $changes, 'then' => $then, 'now' => $now])
                                @foreach ($changes as $change)
                                    <tr>
                                        <td>{{ str_pad((string) $proof->number, 3, '0', STR_PAD_LEFT) }}</td>
                                        @switch($change)
                                            @case(Kanpai\Core\Proof\Change::Caption)
                                                <td>{{ Str::limit($then->headline . ' ' . $then->description, 120) ?: 'no caption' }}
                                                </td>
                                                <td>{{ Str::limit($now->headline . ' ' . $now->description, 120) ?: 'no caption' }}</td>
                                            @break

                                            @case(Kanpai\Core\Proof\Change::Clock)
                                                <td>{{ $shoot->zone()->format($then->taken, 'H:i:s') }}</td>
                                                <td>{{ $shoot->zone()->format($now->taken, 'H:i:s') }}</td>
                                            @break

                                            @case(Kanpai\Core\Proof\Change::Picture)
                                                <td><img src="{{ App\Studio\PictureAddress::orNothing($proof->plain_small_path ?: null) }}"
                                                        alt="as shown"></td>
                                                <td><img src="{{ App\Studio\PictureAddress::orNothing($now->picture ?: null) }}"
                                                        alt="now"></td>
                                            @break

                                            @case(Kanpai\Core\Proof\Change::Gone)
                                                <td>in the gallery</td>
                                                <td>dropped, or set aside</td>
                                            @break

                                            @case(Kanpai\Core\Proof\Change::Back)
                                                <td>left the gallery</td>
                                                <td>kept again</td>
                                            @break
                                        @endswitch
                                    </tr>
                                @endforeach
                            @endforeach
                        </tbody>
                    </table>
                    @if (count($outOfDate) > 100)
                        <p>and {{ number_format(count($outOfDate) - 100) }} more</p>
                    @endif
                </details>
                <form method="post" action="{{ route('proof.again', $gallery) }}">@csrf<button
                        class="btn btn-next">Publish again</button> <span class="small">Choices, comments and drawings are
                        kept, also of pictures that leave.</span></form>
            @endif
            @forelse($selections as $selection)
                <div class="spread" data-selection="{{ $selection->id }}">
                    <p><span class="strong">{{ $selection->name }} chose
                            {{ count(array_unique(array_column($selection->chosen(), 'frame'))) }}</span> ·
                        {{ $selection->email }} ·
                        {{ $selection->sent_at->setTimezone($shoot->zone)->format('D j M, H:i') }}@if ($before = $selection->before())
                            · {{ $selection->differenceTo($before)->inWords() }}
                            @endif @if ($selection->message)
                                <br>“{{ $selection->message }}”
                            @endif
                    </p>
                    <span class="row-line"><a
                            href="{{ route('deliver.show', [$shoot, 'selection' => $selection->id]) }}">Names and
                            delivery</a><a href="{{ route('selection.csv', $selection) }}">CSV</a><a
                            href="{{ route('selection.json', $selection) }}">JSON</a>
                        <form method="post" action="{{ route('selection.use', $selection) }}" class="row-line">
                            @csrf<button class="btn-word" name="as" value="set">Make a set</button><button
                                class="btn-word" name="as" value="round">Cull these</button><button class="btn-word"
                                name="as" value="gallery">Make a gallery</button><label class="visually-hidden"
                                for="use-{{ $selection->id }}">Use</label><input class="form-control use-field"
                                id="use-{{ $selection->id }}" name="use" placeholder="album"><button class="btn-word"
                                name="as" value="use">Give it this use</button></form>
                        @if ($selection->guest->sent_at)
                            <form method="post" action="{{ route('proof.reopen', $selection->guest) }}">@csrf<button
                                    class="btn-word">Open it again for {{ $selection->name }}</button></form>
                        @endif
                    </span>
                </div>
                @empty
                    <p class="quiet">No selection has been sent yet. What is chosen so far is shown below.</p>
                @endforelse
            </div>
            @if ($said->guests->isNotEmpty())
                <div class="panel stack">
                    <div class="spread">
                        <h2>Who wants what</h2><span>{{ number_format(count($said->agreement->wants)) }} of
                            {{ number_format($total) }} chosen by somebody</span>
                    </div>
                    @if (count($said->lists) > 1)
                        <div class="choices filter" role="group" aria-label="List"><span class="about">List</span><a
                                class="choice" href="{{ $with(['list' => '']) }}"
                                @if ($list === null) aria-current="true" @endif>any</a>
                            @foreach ($said->lists as $one)
                                <a class="choice" href="{{ $with(['list' => $one]) }}"
                                    @if ($list === $one) aria-current="true" @endif>{{ $one }}</a>
                            @endforeach
                        </div>
                    @endif
                    <div class="choices filter" role="group" aria-label="Which pictures">
                        @php($kinds = ['said' => ['everything said', $said->frames->count()], 'all' => ['all agree', count($said->agreement->all())], 'one' => ['only one wants it', count($said->agreement->onlyOne())], 'noted' => ['with comments', count($said->meeting('noted'))], 'unanswered' => ['to answer', count($said->meeting('unanswered'))]])
                        @foreach ($kinds as $key => [$label, $count])
                            <a class="choice" href="{{ $with(['kind' => $key]) }}"
                                @if ($kind === $key) aria-current="true" @endif>{{ $label }}
                                {{ $count }}</a>
                        @endforeach
                    </div>
                    <div class="choices filter" role="group" aria-label="One person">
                        @foreach ($said->guests as $guest)
                            <a class="choice" href="{{ $with(['kind' => "guest-{$guest->id}"]) }}"
                                @if ($kind === "guest-{$guest->id}") aria-current="true" @endif>{{ $guest->called() }}
                                {{ count(array_filter($said->choices, fn($own) => isset($own[$guest->id]))) }}{{ $guest->sent_at ? ', sent' : '' }}</a>
                        @endforeach
                    </div>
                    @if ($said->agreement->wants !== [])
                        <form method="post" action="{{ route('proof.final', $gallery) }}" class="choose-line">
                            @csrf
                            <input type="hidden" name="list" value="{{ $list }}">
                            <span>A final list of</span>
                            <label class="visually-hidden" for="rule">Which pictures</label><select class="form-select"
                                id="rule" name="rule">
                                <option value="all">what all agree on</option>
                                <option value="best" @selected(old('rule') === 'best')>the most wanted</option>
                                <option value="any" @selected(old('rule') === 'any')>what anybody wants</option>
                            </select>
                            <label class="visually-hidden" for="size">How many</label><input
                                class="form-control mark-field @error('size') is-invalid @enderror" id="size"
                                name="size" inputmode="numeric" value="{{ old('size') }}" placeholder="40">
                            <button class="btn btn-ink" name="as" value="set">Make it a set</button><button
                                class="btn btn-line" name="as" value="round">Cull it</button>
                            <label class="visually-hidden" for="use">Use</label><input
                                class="form-control w-auto @error('use') is-invalid @enderror" id="use" name="use"
                                placeholder="album" size="10" value="{{ old('use') }}"><button class="btn btn-line"
                                name="as" value="use">Give it this use</button>
                            <x-problem of="rule" /><x-problem of="size" /><x-problem of="use" />
                        </form>
                    @endif
                </div>
            @endif
            <ul class="said-of">
                @forelse($frames->take($most) as $frame)
                    <li id="picture-{{ $frame->id }}" @class(['is-gone' => $frame->gone_at !== null])>
                        <div class="drawn"><img
                                src="{{ App\Studio\PictureAddress::orNothing($frame->plain_small_path ?: $frame->frame->small_path) }}"
                                alt="{{ $frame->frame->name }}" width="{{ $frame->width }}" height="{{ $frame->height }}"
                                loading="lazy">
                            @foreach ($frame->comments as $comment)
                                {!! $comment->drawing($frame)?->toSvg() !!}
                            @endforeach
                        </div>
                        <div class="stack">
                            <p><span class="strong">{{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }}</span>
                                {{ $frame->frame->name }}@if ($frame->gone_at)
                                    <br><span class="danger">left the gallery</span>
                                @endif
                            </p>
                            @foreach ($said->choices[$frame->id] ?? [] as $guest => $lists)
                                <p><svg class="shape" viewBox="0 0 16 16" role="img" aria-label="chosen by">
                                        <circle cx="8" cy="8" r="5.5" />
                                    </svg> {{ $said->guests[$guest]->called() }}@if (count($said->lists) > 1)
                                        , {{ implode(', ', $lists) }}
                                    @endif
                                </p>
                            @endforeach
                            @isset($said->ratings[$frame->id])
                                <p>rated {{ number_format($said->ratings[$frame->id], 1) }}</p>
                            @endisset
                            @foreach ($frame->comments as $comment)
                                <div class="note-of-guest" data-comment="{{ $comment->id }}">
                                    <p>{{ $comment->text !== '' ? "“{$comment->text}”" : 'Drawn: ' . Kanpai\Core\Proof\Drawing::words($comment->drawing ?? []) }}
                                        <span class="quiet">{{ $comment->guest->called() }}@if ($comment->done_at)
                                                , done
                                            @endif
                                        </span></p>
                                    @if ($comment->answer)
                                        <p class="answer">{{ $comment->answer }}</p>
                                    @endif
                                    <div class="row-line">
                                        <details>
                                            <summary class="small">{{ $comment->answer ? 'Change the answer' : 'Answer' }}
                                            </summary>
                                            <form method="post" action="{{ route('proof.answer', $comment) }}"
                                                class="stack">@csrf<label class="visually-hidden"
                                                    for="answer-{{ $comment->id }}">Answer</label>
                                                <textarea class="form-control" id="answer-{{ $comment->id }}" name="answer" rows="2" maxlength="4000">{{ $comment->answer }}</textarea><button class="btn btn-ink">Send the answer</button>
                                            </form>
                                        </details>
                                        <form method="post" action="{{ route('proof.done', $comment) }}">@csrf<button
                                                class="btn-word small">{{ $comment->done_at ? 'Not done yet' : 'Tick off' }}</button>
                                        </form>
                                    </div>
                                </div>
                            @endforeach
                        </div>
                    </li>
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

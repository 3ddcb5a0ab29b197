@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section class="panel stack">
            <p class="small"><a href="{{ route('ingest.show', $shoot) }}">Back to the cards</a></p>
            <h2>Folders and names of the copies</h2>
            <form id="pattern" method="post" action="{{ route('ingest.pattern', $shoot) }}" class="stack"
                hx-get="{{ route('ingest.tree', $shoot) }}"
                hx-trigger="input delay:250ms from:#folder, input delay:250ms from:#file" hx-target="#tree">
                @csrf
                <div>
                    <label class="form-label" for="folder">Folders below each place</label>
                    <input class="form-control @error('folder') is-invalid @enderror" id="folder" name="folder"
                        value="{{ old('folder', $pattern->folder) }}" maxlength="255" spellcheck="false" autocomplete="off">
                    <x-problem of="folder" />
                </div>
                <div>
                    <label class="form-label" for="file">Name of each file; its ending stays</label>
                    <input class="form-control @error('file') is-invalid @enderror" id="file" name="file"
                        value="{{ old('file', $pattern->file) }}" maxlength="255" spellcheck="false" autocomplete="off">
                    <x-problem of="file" />
                </div>
                <details>
                    <summary>Placeholders</summary>
                    <dl class="placeholders">
                        @foreach (Kanpai\Core\Ingest\NamePattern::PLACEHOLDERS as $name => $help)
                            <dt><code>{{ '{' . '{' . $name . '}' . '}' }}</code></dt>
                            <dd>{{ $help }}</dd>
                        @endforeach
                    </dl>
                </details>
                <div class="row-line align-items-end">
                    <div><label class="form-label" for="name">Save under a name (or leave empty)</label><input
                            class="form-control" id="name" name="name" maxlength="80" value="{{ old('name') }}">
                    </div>
                    <button class="btn btn-ink">Use for this shoot</button>
                </div>
                <x-problem of="name" />
            </form>
            @if ($task !== null && ($task->isUnderWay() || $task->problem !== null))
                @include('studio.task')
            @endif
            <x-problem of="rename" />
            <div id="tree" class="stack">@include('ingest.tree')</div>
            <p class="small quiet">A frame is called as its copy is. The camera’s own name stays in the record and finds the
                frame again.</p>
        </section>
        <div>
            <section class="panel stack">
                <h2>Saved patterns</h2>
                <div class="lines">
                    <form method="post" action="{{ route('ingest.pattern', $shoot) }}">@csrf<input type="hidden"
                            name="folder" value="{{ $standard->folder }}"><input type="hidden" name="file"
                            value="{{ $standard->file }}">
                        <p class="strong">As it comes</p>
                        <p class="small quiet breaks">{{ $standard->folder }}/{{ $standard->file }}</p><button
                            class="btn-word">Use for this shoot</button>
                    </form>
                    @foreach ($saved as $own)
                        <div>
                            <p class="strong">{{ $own->name }}</p>
                            <p class="small quiet breaks">{{ $own->folder }}/{{ $own->file }}</p>
                            <div class="row-line">
                                <form method="post" action="{{ route('ingest.pattern', $shoot) }}">@csrf<input
                                        type="hidden" name="folder" value="{{ $own->folder }}"><input type="hidden"
                                        name="file" value="{{ $own->file }}"><button class="btn-word"
                                        data-use="{{ $own->name }}">Use for this shoot</button></form>
                                <form method="post" action="{{ route('ingest.pattern.forget', [$shoot, $own->id]) }}">
                                    @csrf<button class="btn-word">Forget it</button></form>
                            </div>
                        </div>
                    @endforeach
                </div>
            </section>
            <section class="panel stack" id="places">
                <h2>Places</h2>
                <div class="lines">
                    @foreach ($places as $place)
                        <div>
                            <p><span class="strong">{{ $place->name }}</span>
                                @if ($place->left_out_at)
                                    <span class="quiet">nothing more is copied to it</span>
                                @elseif(!$place->isThere())
                                    <span class="danger">is not there: is its disk plugged in?</span>
                                @elseif($place->room() !== null)
                                    <span class="quiet">{{ Number::fileSize($place->room(), 0) }} free</span>
                                @endif
                            </p>
                            <p class="small quiet breaks">{{ number_format((int) ($copies[$place->name] ?? 0)) }} copies
                                stand there</p>
                            <div class="row-line">
                                @if (($copies[$place->name] ?? 0) > 0)
                                    <form method="post" action="{{ route('ingest.place.check', [$shoot, $place->id]) }}">
                                        @csrf<button class="btn-word" data-check="{{ $place->name }}">Check this
                                            disk</button></form>
                                @endif
                                <form method="post" action="{{ route('ingest.place.leave-out', [$shoot, $place->id]) }}">
                                    @csrf<button
                                        class="btn-word">{{ $place->left_out_at ? 'Copy to it again' : 'Copy nothing more to it' }}</button>
                                </form>
                            </div>
                        </div>
                    @endforeach
                </div>
                <x-problem of="place" />
                @if ($free !== [])
                    <form method="post" action="{{ route('ingest.place.add', $shoot) }}" class="stack">
                        @csrf
                        <h3>Add a place</h3>
                        <div><label class="form-label" for="place_path">Disk that the server sees</label><select
                                class="form-select" id="place_path" name="place_path">
                                @foreach ($free as $key => $folder)
                                    <option value="{{ $key }}">{{ basename($folder) }}</option>
                                @endforeach
                            </select></div>
                        <div><label class="form-label" for="place_name">What it is called here</label><input
                                class="form-control @error('place_name') is-invalid @enderror" id="place_name"
                                name="place_name" value="{{ old('place_name', basename((string) reset($free))) }}"
                                maxlength="40"></div>
                        <x-problem of="place_path" /><x-problem of="place_name" />
                        <button class="btn btn-line">Add this place</button>
                    </form>
                @endif
                <form method="post" action="{{ route('ingest.copies', $shoot) }}" class="row-line align-items-end">
                    @csrf
                    <div><label class="form-label" for="copies_wanted">A card is safe with so many proved copies of each
                            file</label><input type="number" class="form-control shooter" id="copies_wanted"
                            name="copies_wanted" min="1" max="9"
                            value="{{ old('copies_wanted', $shoot->studio->copies_wanted) }}"></div>
                    <button class="btn btn-line">Ask for so many</button>
                </form>
                <x-problem of="copies_wanted" />
            </section>
        </div>
    </div>
@endsection

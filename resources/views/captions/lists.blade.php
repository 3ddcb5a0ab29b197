@extends('layouts.shoot')
@section('page')
    <p class="mb-3">
        <a href="{{ route('captions.show', $shoot) }}">Back to the sheets</a>
    </p>
    <div class="halves">
        <section class="panel stack">
            <h2>Roster of this shoot</h2>
            <form class="stack" method="post" enctype="multipart/form-data"
                action="{{ route('captions.roster', $shoot) }}">
                @csrf
                <div><label class="form-label" for="roster">Paste a table: number, name, team, role, code</label>
                    <textarea class="form-control @error('roster') is-invalid @enderror" id="roster" name="roster"
                        rows="6"
                        placeholder="number,name,team,role,code&#10;7,Ada Fenn,Saltmarsh,stroke,af">{{ old('roster') }}</textarea>
                </div>
                <div><label class="form-label" for="roster_file">or choose a CSV file</label><input class="form-control"
                        type="file" id="roster_file" name="roster_file" accept=".csv,.txt,.tsv,text/csv"></div>
                <x-problem of="roster" />
                <div class="row-line"><button class="btn btn-ink">Take this roster</button><span class="small quiet">it
                        takes the place of the {{ number_format($peopleCount) }} people there are</span></div>
            </form>
            @if ($peopleCount > 0)
                <div class="table-scroll" tabindex="0" role="region" aria-label="People">
                    <table class="plain-table">
                        <thead>
                            <tr>
                                <th>No.</th>
                                <th>Name</th>
                                <th>Team</th>
                                <th>Role</th>
                                <th>Code</th>
                            </tr>
                        </thead>
                        <tbody>
                            @foreach ($people as $person)
                                <tr>
                                    <td>{{ $person->number }}</td>
                                    <td>{{ $person->name }}</td>
                                    <td>{{ $person->team }}</td>
                                    <td>{{ $person->role }}</td>
                                    <td>{{ $person->code }}</td>
                                </tr>
                            @endforeach
                        </tbody>
                    </table>
                </div>
                @if ($peopleCount > $shown)
                    <p class="small quiet">The first {{ $shown }} of {{ number_format($peopleCount) }} are shown.
                    </p>
                @endif
            @else
                <p class="quiet">Nobody yet. With a roster, a short code turns into a name while you type.</p>
            @endif
        </section>
        <div>
            <section class="panel stack">
                <h2>Keywords of the studio</h2>
                <form class="stack" method="post" enctype="multipart/form-data"
                    action="{{ route('captions.keywords', $shoot) }}">
                    @csrf
                    <div><label class="form-label"
                        for="keywords">Paste a list: the broader term before the narrower</label>
                        <textarea class="form-control @error('keywords') is-invalid @enderror" id="keywords"
                            name="keywords" rows="5"
                            placeholder="rowing > sculling > single&#10;water,river">{{ old('keywords') }}</textarea>
                    </div>
                    <div><label class="form-label" for="keywords_file">or choose a CSV file</label><input
                            class="form-control" type="file" id="keywords_file" name="keywords_file"
                            accept=".csv,.txt,.tsv,text/csv"></div>
                    <x-problem of="keywords" />
                    <div class="row-line"><button class="btn btn-ink">Take this list</button><span
                        class="small quiet">it
                            takes the place of the {{ number_format($terms) }} keywords there are</span></div>
                </form>
                @if ($terms > 0)
                    <ul class="keyword-tree">
                        @foreach ($paths as $term => $path)
                            <li data-depth="{{ min(4, count($path) - 1) }}">{{ $term }}
                                @isset($counts[$term])
                                    <span class="quiet">{{ number_format($counts[$term]) }} in this shoot</span>
                                @endisset
                            </li>
                        @endforeach
                    </ul>
                    @if ($terms > $shown)
                        <p class="small quiet">The first {{ $shown }} of {{ number_format($terms) }} are shown.</p>
                    @endif
                @endif
            </section>
            <section class="panel stack">
                <h2>What the studio wants</h2>
                <form class="stack" method="post" action="{{ route('captions.wishes', $shoot) }}">
                    @csrf
                    <div class="row-line"><label for="code_sign">A short code begins with</label><input
                            class="form-control mark-field" id="code_sign" name="code_sign" maxlength="3"
                            value="{{ old('code_sign', $studio->code_sign) }}"></div>
                    <x-problem of="code_sign" />
                    <fieldset>
                        <legend class="form-label">Fields that every caption must have</legend>
                        <div class="wishes">
                            @foreach ($groups as $fields)
                                @foreach ($fields as $field)
                                    <label><input class="form-check-input" type="checkbox" name="required[]"
                                            value="{{ $field->value }}"
                                                @checked(in_array($field->value, old('required', $studio->required_fields), true))>
                                        {{ $field->label() }}</label>
                                @endforeach
                            @endforeach
                        </div>
                    </fieldset>
                    <label><input class="form-check-input" type="checkbox" name="writes_sidecars" value="1"
                            @checked($studio->writes_sidecars)> write sidecars at once, not only when asked</label>
                    <div><button class="btn btn-ink">Keep this for all shoots</button></div>
                </form>
            </section>
        </div>
    </div>
@endsection

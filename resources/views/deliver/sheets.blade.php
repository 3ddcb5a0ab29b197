@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="sheets" />
    <div class="columns-right">
        <section class="panel stack">
            <h2>Contact sheets</h2>
            <div class="lines">
                @forelse($sheets as $sheet)
                    @include('deliver.sheet', ['task' => $tasks[$sheet->id]])
                    @empty
                        <x-nothing>None yet. Choose the frames and the paper on the right.</x-nothing>
                    @endforelse
                </div>
            </section>
            <form method="post" action="{{ route('sheets.store', [$shoot, ...$query]) }}"
                class="panel stack" data-new-sheet>
                @csrf
                <h2>Put pictures on sheets</h2>
                @include('deliver.frames', [
                    'goes' => fn(array $query): string => route('sheets', [$shoot, ...$query]),
                ])
                <div><label class="form-label" for="sheet_title">Title</label><input class="form-control"
                    id="sheet_title"
                        name="sheet_title" value="{{ old('sheet_title', $shoot->name) }}" maxlength="120"></div>
                <div class="row g-3">
                    <div class="col-6"><label class="form-label" for="paper">Paper</label><select class="form-select"
                            id="paper" name="paper">
                            @foreach (Kanpai\Core\Deliver\ContactSheet\Paper::cases() as $paper)
                                <option value="{{ $paper->value }}"
                                    @selected(old('paper') === $paper->value)>{{ $paper->inWords() }}
                                </option>
                            @endforeach
                        </select></div>
                    <div class="col"><label class="form-label" for="columns">Columns</label><input
                            class="form-control @error('columns') is-invalid @enderror" id="columns" name="columns"
                            inputmode="numeric" value="{{ old('columns', 4) }}"></div>
                    <div class="col"><label class="form-label" for="rows">Rows</label><input
                            class="form-control @error('rows') is-invalid @enderror" id="rows" name="rows"
                            inputmode="numeric" value="{{ old('rows', 6) }}"></div>
                </div>
                <x-problem of="columns" /><x-problem of="rows" />
                <div class="choose-line">
                    @foreach ([
                        'landscape' => ['sideways', false], 'with_names' => ['names', true],
                        'with_captions' => ['captions', false], 'with_ratings' => ['ratings', false],
                        'is_marked' => ['watermark', false],
                    ] as $name => [$label, $usual])
                        <label><input class="form-check-input" type="checkbox" name="{{ $name }}" value="1"
                                @checked(session()->hasOldInput() ? old($name) : $usual)> {{ $label }}</label>
                    @endforeach
                </div>
                <button class="btn btn-next" @disabled($meant === 0)>Make a PDF of {{ number_format($meant) }}
                    {{ Str::plural('picture', $meant) }}</button>
            </form>
        </div>
    @endsection

{{-- What a new round begins with: $sets, $rounds, $now --}}
<form class="stack" method="post" action="{{ route('cull.rounds.store', $shoot) }}">
    @csrf
    <div class="choose-line"><label for="source">From</label><select class="form-select" id="source"
            name="source">
            <option value="all">all frames</option>
            <option value="kept" @selected(old('source') === 'kept')>what is kept now</option>
            <option value="set" @selected(old('source') === 'set')>a set</option>
        </select>
        @if ($sets->isNotEmpty())
            <label class="visually-hidden" for="set">Set</label><select class="form-select"
                id="set" name="set">
                <option value="">which set</option>
                @foreach ($sets as $set)
                    <option value="{{ $set->id }}" @selected((string) old('set') === (string) $set->id)>{{ $set->name }}
                    </option>
                @endforeach
            </select>
        @endif
    </div>
    <div class="choose-line"><label for="starts">At the start</label><select class="form-select"
            id="starts" name="starts">
            <option value="open">everything is open</option>
            <option value="kept" @selected(old('starts') === 'kept')>everything counts as kept</option>
        </select></div>
    <div class="choose-line"><label for="doubt">Moving past without a key</label><select
            class="form-select" id="doubt" name="doubt">
            @foreach (Kanpai\Core\Cull\Round\Doubt::cases() as $doubt)
                <option value="{{ $doubt->value }}" @selected(old('doubt') === $doubt->value)>{{ $doubt->inWords() }}
                </option>
            @endforeach
        </select>
    </div>
    <div class="choose-line"><label for="target">Target</label><input class="form-control mark-field"
            id="target" name="target" inputmode="numeric" value="{{ old('target') }}"
            placeholder="700"><span>frames, or</span><label class="visually-hidden" for="per_minute">Frames
            a minute</label><input class="form-control mark-field" id="per_minute" name="per_minute"
            inputmode="decimal" value="{{ old('per_minute') }}" placeholder="1.3"><span>a minute</span>
    </div>
    @foreach (['source', 'set', 'target', 'per_minute', 'starts', 'doubt'] as $field)
        <x-problem :of="$field" />
    @endforeach
    <button class="btn btn-next">Begin round {{ $rounds->max('number') + 1 }}</button>
    <p class="small quiet">The verdicts of {{ lcfirst($now->inWords()) }} stay with it; it can be
        resumed.</p>
</form>

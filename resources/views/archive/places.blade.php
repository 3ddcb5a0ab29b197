{{-- Where the originals of a shoot stand: $plan, $wanted, $shoot --}}
<div class="lines">
    @forelse($plan as $one)
        <label class="output-line">
            @if ($one['isBag'])
            <span class="form-check-input invisible"></span>@else<input class="form-check-input"
                    type="radio" name="place" value="{{ $one['place'] }}"
                        @checked(old('place') === $one['place'])
                    @disabled($one['mayGo'] === 0 || !$one['isThere'])>
            @endif <span><span class="strong">{{ $one['place'] }}</span> <span
                    class="quiet">{{ number_format($one['files']) }} files,
                    {{ Number::fileSize($one['bytes'], 1)
                    }}{{ $one['isThere'] ? '' : ', not within reach' }}
                    @if (!$one['isBag'] && $one['mayGo'] === 0)
                        · none may go: verified copies have to stay on {{ $wanted }} other
                        {{ Str::plural('disk', $wanted) }}, one of them in a checked archive
                    @elseif (!$one['isBag'])
                        · {{ $one['mayGo'] === $one['files'] ? 'all' : number_format($one['mayGo']) }}
                        of them may go
                    @endif
                    @if ($one['besides'])
                        <br>on the same disk as {{ implode(' and ', $one['besides']) }}:
                        together they count as one copy
                    @endif
                </span></span>
        </label>
        @empty
            <x-nothing>No verified copy is known.</x-nothing>
        @endforelse
    </div>
    <x-problem of="place" />
    @if (collect($plan)->contains(fn($one) => $one['mayGo'] > 0 && !$one['isBag']))
        <div>
            <x-field name="name" id="free-name"
                label="To delete the copies in the chosen place, type the name of the shoot"
                autocomplete="off" placeholder="{{ $shoot->name }}" />
        </div>
        <button class="btn btn-ink">Delete the copies there</button>
        <p class="small quiet">File by file: a copy goes only where verified ones stay on
            {{ $wanted }} other {{ Str::plural('disk', $wanted) }}, the archive that was read again
            among them.</p>
    @endif

@php($reading = $card->task('read'))
@php($copying = $card->task('copy'))
@php($previews = $card->task('previews'))
@php($proving = $card->task('prove'))
<article class="panel stack" id="card-{{ $card->number }}" data-card="{{ $card->name }}" data-state="{{ $card->state->value }}">
    <div class="spread">
        <div>
            <h2>Card {{ $card->number }} · {{ $card->name }}</h2>
            @if($card->state !== App\Ingest\CardState::Reading)
                @php($frame = $card->frames()->with('body')->orderBy('camera_ms')->first())
                <p>
                    {{ number_format($card->frames_count) }} frames in {{ number_format($card->files_count) }} files, {{ Number::fileSize($card->bytes, 1) }}
                    @if($frame)
                        @php($last = $card->frames()->orderByDesc('taken_ms')->first())
                        @php($zone = $card->shoot->zone())
                        · {{ $zone->format($card->frames()->min('taken_ms'), 'D j M, H:i:s') }} to {{ $zone->format($last->taken_ms, 'H:i:s') }}
                        · {{ trim($frame->body->make.' '.$frame->body->model) ?: 'unknown camera' }}@if($frame->body->serial), serial {{ $frame->body->serial }}@endif
                    @endif
                </p>
            @endif
        </div>
        @if($card->state === App\Ingest\CardState::Safe)
            <p class="safe"><svg class="shape" viewBox="0 0 16 16" aria-hidden="true"><circle cx="8" cy="8" r="6"/></svg> {{ $card->safety() }}</p>
        @endif
    </div>
    @if($reading && $reading->isUnderWay())
        @include('studio.task', ['task' => $reading])
    @elseif($card->state === App\Ingest\CardState::Reading)
        <p class="danger">Reading was broken off{{ $reading?->problem ? ': '.$reading->problem : '.' }} Read the card again from its slot; it goes on where it stopped.</p>
    @endif
    @if($card->state === App\Ingest\CardState::Read)
        @if($copying && $copying->isUnderWay())
            @include('studio.task', ['task' => $copying])
            <p class="danger">{{ $card->safety() }}</p>
        @else
            @if($copying && ! $copying->isUnderWay())
                <p class="danger">Copying was {{ $copying->state === App\Studio\TaskState::Stopped ? 'stopped' : 'broken off' }}{{ $copying->problem ? ': '.$copying->problem : '.' }} Files that are proved stay proved; copying goes on with the rest.</p>
            @endif
            <form method="post" action="{{ route('ingest.copy', $card) }}" class="row-line align-items-end">
                @csrf
                <div>
                    <label class="form-label" for="shooter-{{ $card->id }}">Shooter</label>
                    <input class="form-control @error('shooter') is-invalid @enderror" id="shooter-{{ $card->id }}" name="shooter" value="{{ old('shooter', $card->shooter) }}" maxlength="120">
                </div>
                <button class="btn btn-next" data-copy="{{ $card->name }}">Copy {{ number_format($card->files_count) }} files to {{ count($places) }} places</button>
                <span class="quiet">{{ implode(' and ', $places) }} · each copy is read back and compared</span>
                <x-problem of="shooter"/>
            </form>
            <p class="danger">{{ $card->safety() }}</p>
        @endif
    @endif
    @if($card->hasLostCopies())
        <p class="danger strong">Copies of this card were found damaged or gone. {{ $card->safety() }} Put the card back into its slot and copy again; what is damaged is put aside, not deleted.</p>
    @endif
    @if($proving && $proving->isUnderWay())
        @include('studio.task', ['task' => $proving])
    @elseif($card->safe_at !== null)
        <div class="row-line">
            <a href="{{ route('ingest.report', $card) }}">Report of all files</a>
            <a href="{{ route('ingest.checksums', $card) }}">Checksum list</a>
            <form method="post" action="{{ route('ingest.prove', $card) }}">@csrf<button class="btn-word" data-prove="{{ $card->name }}">Read the copies again and compare</button></form>
            <span class="quiet">last read back {{ App\Ingest\Copy::query()->whereIn('file_id', $card->files()->select('id'))->min('proved_at') ? Carbon\CarbonImmutable::parse(App\Ingest\Copy::query()->whereIn('file_id', $card->files()->select('id'))->min('proved_at'))->setTimezone($card->shoot->zone)->format('D j M Y, H:i') : 'never' }}</span>
        </div>
    @endif
    @if($previews && $previews->isUnderWay())
        @include('studio.task', ['task' => $previews])
    @endif
    @php($problems = $card->files()->whereNotNull('problem')->orderBy('path')->get())
    @if($problems->isNotEmpty())
        <div>
            <h3>{{ $problems->count() }} {{ Str::plural('file', $problems->count()) }} cannot be shown, and {{ $problems->count() === 1 ? 'is' : 'are' }} copied all the same</h3>
            @foreach($problems->take(30) as $file)<p><span class="strong">{{ $file->path }}</span> · {{ $file->problem }}</p>@endforeach
        </div>
    @endif
    @if($card->frames_count > 0)
        <div class="card-wall" tabindex="0" aria-label="Frames on card {{ $card->number }}">
            <ul class="pictures">@include('ingest.pictures', ['frames' => $card->frames()->orderBy('taken_ms')->orderBy('id')->limit(120)->get(), 'from' => 0])</ul>
        </div>
    @endif
</article>

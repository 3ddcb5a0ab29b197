{{-- What somebody has to be asked about, and what came back last. --}}
@foreach ($asked as $file)
    <article data-asked="{{ $file->id }}">
        <p><span class="strong">{{ $file->name }}</span> <span
            class="quiet">{{ $file->handoff ? 'from ' . $file->handoff->delivery->name : 'in the watched folder' }},
                {{ Number::fileSize($file->bytes, 1) }}</span></p>
        <p class="danger">
            @if ($file->problem)
                {{ $file->problem }}
            @elseif(count($file->candidates ?? []) > 1)
                {{ count($file->candidates) }} frames have this name. To which does it belong?
            @else
                No frame has this name. To which does it belong?
            @endif
        </p>
        <form method="post" action="{{ route('handoff.answer', $file) }}" class="choose-line mt-2">@csrf
            @unless ($file->problem)
                @foreach ($file->candidates ?? [] as $id)
                    @if ($frame = $known[$id] ?? null)
                        <button class="candidate" name="frame" value="{{ $id }}"><img
                                src="{{ App\Studio\PictureAddress::orNothing($frame->small_path) }}"
                                alt=""><span>{{ $frame->name }}, card {{ $frame->card->number }},
                                {{ $shoot->zone()->format($frame->taken_ms, 'H:i:s') }}</span></button>
                    @endif
                @endforeach
            @endunless
        </form>
        <form method="post" action="{{ route('handoff.answer', $file) }}" class="choose-line mt-2">@csrf
            @unless ($file->problem)
                <label class="visually-hidden" for="frame-{{ $file->id }}">Name of the frame</label><input
                    class="form-control" id="frame-{{ $file->id }}" name="frame"
                    placeholder="name of the frame"><button class="btn btn-ink">It belongs there</button>
            @endunless
            <button class="btn-word small" name="leave" value="1" formnovalidate>Ignore this file</button>
        </form>
        <x-problem of="frame-{{ $file->id }}" />
    </article>
@endforeach

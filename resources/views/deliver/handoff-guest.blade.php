@extends('layouts.guest')
@section('title', $delivery->shoot->name)
@push('scripts')
    @vite('resources/js/ingest/upload.js')
@endpush
@section('page')
    <main class="delivered" data-handed>
        <header class="guest-head">
            <div>
                @if ($studio->logo_path)
                    <img class="studio-mark" src="{{ App\Studio\PictureAddress::of($studio->logo_path) }}"
                        alt="{{ $studio->name }}">
                @endif
                <h1>{{ $delivery->shoot->name }}</h1>
                <p class="quiet">{{ $studio->name }}{{ $recipient->name ? ' · for ' . $recipient->name : '' }} · round
                    {{ $handoff->round }}, {{ $handed->filter(fn($one) => !$one->isBack())->count() }} to do @if ($delivery->ends_on)
                        · here until {{ $delivery->ends_on->format('j F') }}
                    @endif
                </p>
                @if ($delivery->message)
                    <p class="guest-message">{!! nl2br(e($delivery->message)) !!}</p>
                @endif
            </div>
            <div class="fetching">
                @foreach ([
                    'new' => $parts->count() > 1 ? 'What is new in ' . strtolower($parts->last()->name) : '',
                    'all' => $parts->count() > 1 ? 'Everything' : 'All files',
                ] as $scope => $label)
                    @foreach ($zips[$scope] ?? [] as $zip)
                        <a class="btn {{ $loop->parent->last && $parts->count() > 1 ? 'btn-line' : 'btn-next' }}"
                            href="{{ route('delivery.zip', [$token, $zip->id]) }}" download="{{ $zip->name }}"
                            data-zip="{{ $scope }}">{{ $label }}{{ count($zips[$scope]) > 1 ? ", {$zip->number} of " . count($zips[$scope]) : '' }},
                            as a ZIP of {{ Number::fileSize($zip->bytes, 1) }}</a>
                    @endforeach
                @endforeach
                <p class="small quiet">Raw files with sidecars, drawn notes, and a list of what is to be done.</p>
            </div>
        </header>
        <section class="delivered-part stack" aria-labelledby="send-back">
            <h2 id="send-back">Send back</h2>
            <div class="stack" data-upload="{{ route('return.announce', $token) }}">
                <p class="quiet" data-upload-help>JPEG, TIFF or PNG. Keep the name of the file; put behind it what you
                    like, such as -edit. A broken connection loses nothing: choose the same again to go on.</p>
                <div><label class="btn btn-ink" for="files">Choose files to send back</label><input
                        class="visually-hidden" type="file" id="files" data-folder multiple
                        accept=".jpg,.jpeg,.tif,.tiff,.png"></div>
                <div class="task" data-sending hidden><span class="strong" data-upload-title></span><span><button
                            type="button" class="btn-word" data-upload-stop>Stop</button></span><progress max="1000"
                        value="0" data-upload-bar aria-label="Sending"></progress><span class="quiet"
                        data-upload-progress></span></div>
                <p class="danger" data-upload-problem role="alert" hidden></p>
                <p class="strong" data-upload-done role="status" hidden></p>
            </div>
            <div hx-get="{{ route('return.sent', $token) }}" hx-trigger="load, every 3s, kanpai:sent from:body"></div>
        </section>
        <section class="delivered-part" aria-labelledby="to-do">
            <h2 id="to-do">What is to be done</h2>
            <div class="lines">
                @foreach ($handed as $one)
                    <div class="handed-out">
                        <div class="view drawn"><img
                                src="{{ $recipient->door()->address($one->frame->large_path ?? $one->frame->small_path) }}"
                                alt="{{ $one->frame->name }}" loading="lazy">
                            @foreach ($one->notes->where('round', $one->round) as $note)
                                @if ($note->drawing)
                                    {!! $note->drawing()?->toSvg() !!}
                                @endif
                            @endforeach
                        </div>
                        <div class="stack">
                            <p><span class="strong">{{ $one->frame->name }}</span> <span
                                    class="quiet">{{ $one->isBack() ? 'came back' : 'round ' . $one->round }}</span></p>
                            @foreach ($one->notes->sortByDesc('round') as $note)
                                <p @class(['quiet' => $note->round < $one->round])>{{ $note->text }}@if ($note->drawing)
                                        <span class="quiet">{{ $note->text ? '· ' : '' }}drawn:
                                            {{ Kanpai\Core\Proof\Drawing::words($note->drawing) }}</span>
                                    @endif <span class="small quiet">{{ $note->by }}, round
                                        {{ $note->round }}</span></p>
                            @endforeach
                            @foreach ($files[$one->frame_id] ?? [] as $file)
                                <a class="small" href="{{ route('delivery.file', [$token, $file->id]) }}"
                                    download="{{ basename($file->name) }}">{{ basename($file->name) }},
                                    {{ Number::fileSize($file->bytes, 1) }}</a>
                                @unless ($loop->last)
                                    ·
                                @endunless
                            @endforeach
                        </div>
                    </div>
                @endforeach
            </div>
        </section>
    </main>
@endsection

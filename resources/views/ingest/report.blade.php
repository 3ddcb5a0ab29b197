@extends('layouts.paper')
@section('title', 'Card ' . $card->number . ' of ' . $shoot->name)
@section('page')
    <div class="stack-wide">
        <p class="no-print"><a href="{{ route('ingest.show', $shoot) }}">Back to the cards</a> · <a
                href="{{ route('ingest.checksums', $card) }}">Checksum list</a> for <code>xxhsum -c</code></p>
        <div>
            <h1>{{ $shoot->name }}, card {{ $card->number }} · {{ $card->name }}</h1>
            <p class="quiet">{{ $card->shooter }} · {{ number_format($card->files_count) }} files,
                {{ Number::fileSize($card->bytes, 1) }} · read
                {{ $card->read_at?->setTimezone($shoot->zone)->format('D j M Y, H:i') }}{{ $card->is_uploaded ? ' · sent through a browser' : '' }}
            </p>
            <p @class(['strong', 'danger' => !$safety->isSafeToFormat()])>{{ $safety }}</p>
            @if ($card->left_out !== [])
                <p class="breaks">Not copied, because they are links or what computers leave on every disk:
                    {{ implode(', ', $card->left_out) }}</p>
            @endif
        </div>
        <table class="ledger">
            <thead>
                <tr>
                    <th scope="col">File on the card, and what its copy is called</th>
                    <th scope="col">Bytes</th>
                    <th scope="col">xxh128</th>
                    @foreach ($places as $place)
                        <th scope="col">{{ $place->name }}</th>
                    @endforeach
                </tr>
            </thead>
            <tbody>
                @foreach ($files as $file)
                    <tr>
                        <td>
                            {{ mb_scrub($file->path, 'UTF-8') }}
                            @if ($file->destination !== '' && $file->same_as_id === null)
                                <br><span class="quiet">{{ mb_scrub($file->destination, 'UTF-8') }}</span>
                            @endif
                            @if ($file->problem)
                                <br><span class="quiet">{{ $file->problem }}</span>
                            @endif
                            @if ($file->copy_problem && $file->hash === null)
                                <br><span class="danger">{{ $file->copy_problem }}</span>
                            @endif
                            @if ($file->sameAs)
                                <br><span class="quiet">skipped: the studio has it from card
                                    {{ $file->sameAs->card->number }} of “{{ $file->sameAs->card->shoot->name }}”, as
                                    {{ mb_scrub($file->sameAs->destination, 'UTF-8') }}</span>
                            @endif
                            @if (!$file->is_ticked)
                                <br><span class="quiet">skipped: it was not ticked</span>
                            @endif
                        </td>
                        <td class="figures">{{ number_format($file->size) }}</td>
                        <td class="hash">{{ $file->hash ?? '–' }}</td>
                        @foreach ($places as $place)
                            @include('ingest.report-copy', [
                                'copy' => ($file->sameAs ?? $file)->copies->firstWhere('place', $place->name),
                            ])
                        @endforeach
                    </tr>
                @endforeach
            </tbody>
        </table>
    </div>
@endsection

@extends('layouts.paper')
@section('title', 'Card ' . $card->number . ' of ' . $shoot->name)
@section('page')
    <div class="stack-wide">
        <p class="no-print"><a href="{{ route('ingest.show', $shoot) }}">Back to the cards</a> · <a
                href="{{ route('ingest.checksums', $card) }}">Checksum list</a> for <code>xxhsum -c</code>
            @if ($pages?->hasPages())
                · <a href="{{ route('ingest.report', ['card' => $card, 'whole' => 1]) }}">All
                    {{ number_format($pages->total()) }} files on one page, to be printed</a>
            @endif
        </p>
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
                        <th scope="col">{{ $place }}</th>
                    @endforeach
                </tr>
            </thead>
            <tbody>
                @foreach ($lines as $line)
                    <tr>
                        <td>
                            {{ $line['path'] }}
                            @if ($line['destination'] !== '')
                                <br><span class="quiet">{{ $line['destination'] }}</span>
                            @endif
                            @foreach ($line['notes'] as $note)
                                <br><span class="quiet">{{ $note }}</span>
                            @endforeach
                            @if ($line['problem'] !== '')
                                <br><span class="danger">{{ $line['problem'] }}</span>
                            @endif
                        </td>
                        <td class="figures">{{ number_format($line['size']) }}</td>
                        <td class="hash">{{ $line['hash'] }}</td>
                        @foreach ($places as $place)
                            @if (!isset($line['copies'][$place]))
                                <td>no copy</td>
                            @elseif($line['copies'][$place]['isSound'])
                                <td>{{ $line['copies'][$place]['words'] }} {{ $line['copies'][$place]['at'] }}</td>
                            @else
                                <td class="danger strong">
                                    {{ $line['copies'][$place]['words'] }} {{ $line['copies'][$place]['at'] }}</td>
                            @endif
                        @endforeach
                    </tr>
                @endforeach
            </tbody>
        </table>
        @if ($pages !== null)
            <x-pages :of="$pages" />
        @endif
    </div>
@endsection

@extends('layouts.guest')
@section('title', $delivery->name)
@section('page')
    <main class="delivered" data-delivered>
        <header class="guest-head">
            <div>
                @if ($studio->logo_path)
                    <img class="studio-mark" src="{{ App\Studio\PictureAddress::of($studio->logo_path) }}"
                        alt="{{ $studio->name }}">
                @endif
                <h1>{{ $delivery->shoot->name }}</h1>
                <p class="quiet">{{ $studio->name }}{{ $recipient->name ? ' · for ' . $recipient->name : '' }} ·
                    {{ number_format($count) }} {{ Str::plural('picture', $count) }}, {{ Number::fileSize($bytes, 1) }}
                    @if ($delivery->ends_on)
                        · here until {{ $delivery->ends_on->format('j F') }}
                    @endif
                </p>
                @if ($delivery->message)
                    <p class="guest-message">{!! nl2br(e($delivery->message)) !!}</p>
                @endif
            </div>
            <div class="fetching">
                @foreach ([
                    'new' => $parts->count() > 1 ? 'What is new' : '',
                    'all' => $parts->count() > 1 ? 'Everything' : 'All pictures',
                ] as $scope => $label)
                    @foreach ($zips[$scope] ?? [] as $zip)
                        <a class="btn {{ $loop->parent->last && $parts->count() > 1 ? 'btn-line' : 'btn-next' }}"
                            href="{{ route('delivery.zip', [$token, $zip->id]) }}" download="{{ $zip->name }}"
                            data-zip="{{ $scope }}">{{ $label }}{{ count($zips[$scope]) > 1 ? ", {$zip->number} of " . count($zips[$scope]) : '' }},
                            as a ZIP of {{ Number::fileSize($zip->bytes, 1) }}</a>
                    @endforeach
                @endforeach
                <p class="small quiet">A download that breaks off goes on where it stopped. <a
                        href="{{ route('delivery.checksums', $token) }}">Checksums</a>
                    @if ($delivery->most_fetches)
                        · each file can be fetched {{ $delivery->most_fetches }}
                        {{ Str::plural('time', $delivery->most_fetches) }}
                    @endif
                </p>
            </div>
        </header>
        @foreach ($parts->reverse() as $part)
            @include('deliver.fetch-part', [
                'mine' => $frames->filter(fn($frame) => ($files[$frame->id] ?? collect())->max('part_id') ===
                    $part->id),
            ])
        @endforeach
    </main>
@endsection

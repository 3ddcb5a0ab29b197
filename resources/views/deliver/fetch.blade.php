@extends('layouts.guest')
@section('title', $delivery->name)
@section('page')
    @php($zone = $delivery->shoot->zone)
    @php($last = $parts->last())
    <main class="delivered" data-delivered>
        <header class="guest-head">
            <div>
                @if ($studio->mark_path)
                    <img class="studio-mark" src="{{ App\Studio\PictureAddress::of($studio->mark_path) }}"
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
                @foreach (['new' => $parts->count() > 1 ? 'What is new' : '', 'all' => $parts->count() > 1 ? 'Everything' : 'All pictures'] as $scope => $label)
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
            @php($mine = $frames->filter(fn($frame) => ($files[$frame->id] ?? collect())->max('part_id') === $part->id))
            @if ($mine->isNotEmpty())
                <section class="delivered-part" aria-labelledby="part-{{ $part->id }}">
                    @if ($parts->count() > 1 || $part->name)
                        <h2 id="part-{{ $part->id }}">{{ $part->name ?: 'First' }} <span
                                class="quiet fw-normal">{{ $part->made_at->setTimezone($zone)->format('j F, H:i') }},
                                {{ $mine->count() }}
                                {{ Str::plural('picture', $mine->count()) }}{{ $part->is($last) && $parts->count() > 1 ? ', new' : '' }}</span>
                    </h2>@else<h2 class="visually-hidden" id="part-{{ $part->id }}">Pictures</h2>
                    @endif
                    <ul class="picked">
                        @foreach ($mine as $frame)
                            <li>
                                <div class="view">
                                    @if ($frame->small_path)
                                        <img src="{{ $recipient->door()->address($frame->small_path) }}"
                                            alt="{{ $frame->name }}" loading="lazy">
                                    @endif
                                </div>
                                @foreach ($files[$frame->id] as $file)
                                    <a href="{{ route('delivery.file', [$token, $file->id]) }}"
                                        download="{{ basename($file->name) }}">{{ str_contains($file->name, '/') ? dirname($file->name) . ', ' . strtolower(pathinfo($file->name, PATHINFO_EXTENSION)) : basename($file->name) }}</a>
                                    <span class="quiet">{{ Number::fileSize($file->bytes, 1) }}</span>
                                    @unless ($loop->last)
                                        <br>
                                    @endunless
                                @endforeach
                            </li>
                        @endforeach
                    </ul>
                </section>
            @endif
        @endforeach
    </main>
@endsection

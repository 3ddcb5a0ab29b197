{{-- Pictures of one part of a delivery: $part, $mine, $parts, $files --}}
@if ($mine->isNotEmpty())
    <section class="delivered-part" aria-labelledby="part-{{ $part->id }}">
        @if ($parts->count() > 1 || $part->name)
            <h2 id="part-{{ $part->id }}">{{ $part->name ?: 'First' }} <span
                    class="quiet fw-normal">{{ $part->made_at->setTimezone($delivery->shoot->zone)->format('j F, H:i') }},
                    {{ $mine->count() }}
                    {{ Str::plural('picture', $mine->count()) }}{{ $part->is($parts->last()) && $parts->count() > 1 ? ', new' : '' }}</span>
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

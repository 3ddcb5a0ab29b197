@extends('layouts.shoot')
@push('scripts')
    @vite('resources/js/deliver/deliver.js')
@endpush
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="deliver.show" />
    <div class="columns-right" data-delivery="{{ $delivery->id }}">
        <section>
            <div class="panel stack">
                <div class="spread">
                    <div>
                        <h2>{{ $delivery->name }}</h2>
                        <p class="quiet">{{ number_format((int) $files->frames) }}
                            {{ Str::plural('picture', (int) $files->frames) }}, {{ number_format((int) $files->files) }}
                            {{ Str::plural('file', (int) $files->files) }}, {{ Number::fileSize((int) $files->bytes, 1) }}
                            @if ($delivery->freed_at)
                                · deleted on {{ $delivery->freed_at->setTimezone($zone)->format('j F') }}
                            @elseif($delivery->hasEnded())
                                · ended on {{ $delivery->ends_on->format('j F Y') }}
                            @elseif($delivery->ends_on)
                                · until {{ $delivery->ends_on->format('j F Y') }}
                            @endif
                            {{ $delivery->password ? '· with password' : '' }}
                            @if ($delivery->most_fetches)
                                · each file {{ $delivery->most_fetches }}
                                {{ Str::plural('time', $delivery->most_fetches) }}
                            @endif
                        </p>
                    </div>
                </div>
                @if ($changed === null)
                    <div hx-get="{{ route('delivery.changed', $delivery) }}" hx-trigger="load"></div>
                @else
                    @include('deliver.changed')
                @endif
                <x-problem of="part" />
                @if ($task?->isUnderWay())
                    <x-task :task="$task" />
                @elseif($delivery->parts->last()?->made_at === null)
                    <p class="danger">Packing was broken off{{ $task?->problem ? ': ' . $task->problem : '.' }}</p>
                    <form method="post" action="{{ route('delivery.go-on', $delivery) }}">@csrf<button
                            class="btn btn-ink">Go on from where it stopped</button></form>
                @endif
                <div class="lines">
                    @foreach ($delivery->parts as $part)
                        @include('deliver.part')
                    @endforeach
                    @foreach ($zips as $zip)
                        <p class="quiet">{{ $zip->name }} · {{ number_format($zip->files_count) }}
                            {{ Str::plural('file', $zip->files_count) }}, {{ Number::fileSize($zip->bytes, 1) }} · xxh128
                            {{ $zip->hash }}</p>
                    @endforeach
                </div>
            </div>
            <div class="panel stack">
                <h2>For whom, and what they have</h2>
                <div class="lines">
                    @foreach ($delivery->recipients as $recipient)
                        @include('deliver.recipient')
                    @endforeach
                </div>
            </div>
            <ul class="picked mt-3">
                @foreach ($pictured as $frame)
                    <x-tile :path="$frame->small_path" :name="$frame->name" />
                @endforeach
            </ul>
            @if ($delivery->frames_count > $pictured->count())
                <p class="mt-2">and {{ number_format($delivery->frames_count - $pictured->count()) }} more, all of them
                    on the page behind the link.</p>
            @endif
        </section>
        <section>
            @if (!$delivery->freed_at)
                <form method="post" action="{{ route('delivery.add', [$delivery, ...$query]) }}" class="panel stack"
                    data-add>
                    @csrf
                    <h2>More into the same place</h2>
                    @include('deliver.frames', [
                        'goes' => fn(array $query): string => route('delivery.show', [$delivery, ...$query]),
                        'selection' => null,
                    ])
                    <div><label class="form-label" for="part">Called</label><input class="form-control" id="part"
                            name="part" value="{{ old('part', 'The rest') }}" maxlength="120"></div>
                    <button class="btn btn-ink"
                        @disabled($meant === 0 || $delivery->made_at === null)>Add {{ number_format($meant) }}
                        {{ Str::plural('frame', $meant) }}</button>
                    <p class="small quiet">What is there already in the same way is not sent again. Links stay as they are.
                    </p>
                </form>
            @endif
            @include('deliver.delivery-settings')
        </section>
    </div>
@endsection

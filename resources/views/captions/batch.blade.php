@extends('layouts.shoot')
@section('page')
    <div class="panel stack mb-3">
        <div class="spread look-head">
            <div class="stack">
                <h2>{{ $batch->title }}</h2>
                <div hx-get="{{ route('captions.summary', [$shoot, $batch]) }}" hx-trigger="load" hx-swap="innerHTML"
                    id="summary">
                    <p class="quiet">Looking through {{ number_format($all) }} frames …</p>
                </div>
            </div>
            <div class="row-line">
                <a
                    href="{{ route('captions.show', [$shoot, ...App\Captions\Http\CaptionsController::query(Kanpai\Core\Frames\FrameFilter::ofQuery($batch->filter))]) }}">Back,
                    change nothing</a>
                @if ($batch->state === 'drafted')
                    <form method="post" action="{{ route('captions.apply', [$shoot, $batch]) }}">@csrf<button
                            class="btn btn-next" data-apply>Do this to {{ number_format($all) }}
                            {{ Str::plural('frame', $all) }}</button></form>
                @else
                    <span
                        class="strong">{{ ['running' => 'under way', 'done' => 'done', 'undoing' => 'being undone', 'undone' => 'undone'][$batch->state] }}</span>
                @endif
            </div>
        </div>
    </div>
    <div class="panel look-over">
        @forelse($changes as ['frame' => $frame, 'change' => $change])
            <div class="look-line">
                <x-picture :path="$frame->small_path" />
                <div><span class="strong clip d-block">{{ $frame->name }}</span><span
                        class="small quiet">{{ $shoot->zone()->format($frame->taken_ms, 'H:i:s') }}</span></div>
                @if ($change->isNothing())
                    <p class="quiet">stays as it is</p>
                @else
                    <table>
                        <thead class="visually-hidden">
                            <tr>
                                <th>Field</th>
                                <th>Old</th>
                                <th>New</th>
                            </tr>
                        </thead>
                        @foreach ($change->fields as ['field' => $field, 'old' => $old, 'new' => $new])
                            <tr>
                                <th scope="row">{{ $field->fullLabel() }}</th>
                                <td>
                                    @if ($old === '')
                                    <span class="quiet">empty</span>@else<span
                                            class="was">{{ $old }}</span>
                                    @endif
                                </td>
                                <td>
                                    @if ($new === '')
                                        <span class="quiet">empty</span>
                                    @else
                                        @include('captions.filled', [
                                            'caption' => $change->after,
                                            'cut' => $change->after->cutInIim(),
                                            'text' => $new,
                                        ])
                                    @endif
                                </td>
                            </tr>
                        @endforeach
                    </table>
                @endif
            </div>
        @empty
            <x-nothing>No frame meets this filter.</x-nothing>
        @endforelse
        @if ($all > $size)
            <nav class="row-line" aria-label="Pages">
                @if ($page > 0)
                    <a href="{{ route('captions.batch', [$shoot, $batch, 'page' => $page - 1]) }}">The {{ $size }}
                        before</a>
                @endif
                <span>{{ number_format($page * $size + 1) }} to {{ number_format(min($all, ($page + 1) * $size)) }} of
                    {{ number_format($all) }}</span>
                @if (($page + 1) * $size < $all)
                    <a href="{{ route('captions.batch', [$shoot, $batch, 'page' => $page + 1]) }}">The next
                        {{ $size }}</a>
                @endif
            </nav>
        @endif
    </div>
@endsection

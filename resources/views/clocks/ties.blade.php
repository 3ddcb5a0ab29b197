<div class="stack">
    <h2>Ties</h2>
    @forelse($known as $i => $one)
        @include('clocks.tie', ['frame' => $frames[$one['frame']]])
        @empty
            <x-nothing class="quiet">None yet. Hold a frame of this body and one of another that show the same instant, or
                type the
                time that a photographed clock shows.</x-nothing>
        @endforelse
        @if ($problem !== null)
            <p class="invalid-feedback" role="alert">{{ $problem }}</p>
        @endif
        @if ($fit !== null)
            <p class="row-line">
                <button type="button" class="btn btn-line" data-fill data-form="{{ json_encode($form) }}">Take
                    {{ $fit->clock }}</button>
                <span class="small quiet">
                    @if (count($known) === 1)
                        One tie gives the offset.
                    @elseif(!$fit->hasDrift)
                        Less than 12 minutes apart: they tell no drift.
                    @else
                        By least squares over {{ count($known) }} ties.
                    @endif
                </span>
            </p>
        @endif
    </div>

@extends('layouts.shoot')
@section('page')
    <div class="columns-right">
        <section class="stack-wide">
            <div class="panel stack">
                <div class="spread">
                    <h2>Links to {{ $gallery->title }}</h2><span class="row-line"><a
                            href="{{ route('proof.gallery', $gallery) }}">What guests said</a><a
                            href="{{ route('proof.show', $shoot) }}">All galleries</a></span>
                </div>
                <div class="lines">
                    @foreach ($shares as $share)
                        @include('proof.share')
                    @endforeach
                </div>
            </div>
            <form method="post" action="{{ route('proof.shares.store', $gallery) }}" class="panel stack">
                @csrf
                <h2>Another link</h2>
                @if ($gallery->proofWatermark())
                    <input type="hidden" name="is_watermarked" value="0"><label><input class="form-check-input"
                            type="checkbox" name="is_watermarked" value="1" checked> with the watermark</label>
                @endif
                @include('proof.share-fields')
                <button class="btn btn-ink">Open the link</button>
            </form>
        </section>
        <div>
            <form method="post" action="{{ route('proof.update', $gallery) }}" class="panel stack">
                @csrf
                <h2>How it looks</h2>
                @include('proof.gallery-fields')
                <div><label class="form-label" for="cover_id">Cover</label><select class="form-select" id="cover_id"
                        name="cover_id">
                        <option value="">none</option>
                        @foreach ($frames as $frame)
                            <option value="{{ $frame->frame_id }}"
                                @selected((int) old('cover_id', $gallery->cover_id) === $frame->frame_id)>
                                {{ str_pad((string) $frame->number, 3, '0', STR_PAD_LEFT) }} {{ $frame->frame->name }}
                            </option>
                        @endforeach
                    </select></div>
                <button class="btn btn-ink">Save</button>
                <p class="small quiet">Another watermark makes {{ number_format($total) }} proofs anew. What guests said
                    stays.</p>
            </form>
            <form method="post" action="{{ route('proof.remove', $gallery) }}" class="panel stack">
                @csrf @method('DELETE')
                <h2>Remove the gallery</h2>
                <p class="small">{{ $shares->count() === 1 ? 'Its link ends' : "Its {$shares->count()} links end" }} at once.
                    What guests chose and said goes with it; selections that were delivered stay delivered. Frames and
                        originals
                    are not touched.</p>
                <label><input class="form-check-input" type="checkbox" name="sure" value="1"> what guests said may
                    go</label>
                <x-problem of="sure" />
                <button class="btn btn-line">Remove “{{ $gallery->title }}”</button>
            </form>
        </div>
    </div>
@endsection

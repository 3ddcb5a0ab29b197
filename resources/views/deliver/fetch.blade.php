@extends('layouts.guest')
@section('title', $delivery->shoot->name)
@section('page')
<main class="shut stack-wide">
    <div><h1>{{ $delivery->shoot->name }}</h1><p class="quiet">{{ $delivery->shoot->studio->name }} · for {{ $delivery->selection->name }}</p></div>
    <div class="stack">
        <p>{{ $delivery->frames_count }} {{ Str::plural('picture', $delivery->frames_count) }} in full size, {{ Number::fileSize($delivery->bytes, 1) }} as one ZIP.</p>
        <p><a class="btn btn-next" href="{{ route('delivery.zip', $token) }}" download="{{ $delivery->name }}">Download the pictures</a></p>
        <p class="small quiet">If the connection breaks, the download goes on where it stopped. A list of checksums lies inside; the ZIP itself has xxh128 {{ $delivery->hash }}.</p>
    </div>
</main>
@endsection

@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
    <main class="shut stack">
        <h1>{{ $gallery->title }}</h1>
        <p>The pictures are being prepared. Please come back in a few minutes.</p>
    </main>
@endsection

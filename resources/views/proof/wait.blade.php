@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
    <main class="shut stack">
        <h1>Picture {{ $number }} is being prepared</h1>
        <p>It is saved by itself in a moment. You can go <a href="{{ $base }}">back to the pictures</a> then.</p>
    </main>
@endsection

@extends('layouts.guest')
@section('title', $title)
@section('page')
    <main class="shut stack">
        <h1>{{ $title }}</h1>
        <p>{{ $words }}</p>
        <p><a href="{{ route('delivery', $token) }}">Back to the pictures</a></p>
    </main>
@endsection

@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
    <main class="shut stack">
        <h1>This link has ended</h1>
        <p>{{ $studio->name }} showed “{{ $gallery->title }}”
            here{{ $share->hasEnded() ? ' until ' . $share->ends_on->format('j F Y') : '' }}. What was chosen and said
                is
            kept. To look at the pictures again, ask the studio for another link: {{ $studio->address() }}</p>
    </main>
@endsection

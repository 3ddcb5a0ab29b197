@extends('layouts.guest')
@section('title', $delivery->shoot->name)
@section('page')
    <main class="shut stack">
        <h1>This link has ended</h1>
        <p>{{ $studio->name }} delivered the pictures of “{{ $delivery->shoot->name }}”
            here{{ $delivery->ends_on && $delivery->hasEnded() ? ' until ' . $delivery->ends_on->format('j F Y') : '' }}. To
            have them once more, ask the studio for another link: {{ $studio->address() }}</p>
    </main>
@endsection

@extends('layouts.guest')
@section('title', 'This link has ended')
@section('page')
    <main class="letter stack">
        <h1>This link does not lead anywhere any more</h1>
        <p>It has ended or was withdrawn. Ask the studio for a new one; what you have sent is there.</p>
    </main>
@endsection

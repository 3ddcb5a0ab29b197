@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
    <main class="shut stack">
        <h1>{{ $gallery->title }}</h1>
        <p>This gallery is for people with a link of their own. Open the link in the mail you were sent, or ask
            {{ $studio->name }} for one: {{ $studio->address() }}</p>
    </main>
@endsection

@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
<main class="shut stack-wide">
    <div><h1>{{ $gallery->title }}</h1><p class="quiet">{{ $studio->name }}</p></div>
    <form method="post" action="{{ $share->path() }}/password" class="stack">
        @csrf
        <label class="form-label" for="password">The password you were given</label>
        <input class="form-control @error('password') is-invalid @enderror" id="password" name="password" type="password" autocomplete="off" required autofocus>
        <x-problem of="password"/>
        <button class="btn btn-next">Open the gallery</button>
    </form>
</main>
@endsection

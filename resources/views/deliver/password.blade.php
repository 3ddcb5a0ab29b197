@extends('layouts.guest')
@section('title', $delivery->shoot->name)
@section('page')
<main class="shut stack-wide">
    <div><h1>{{ $delivery->shoot->name }}</h1><p class="quiet">{{ $studio->name }}</p></div>
    <form method="post" action="{{ route('delivery.password', $token) }}" class="stack">
        @csrf
        <label class="form-label" for="password">The password you were given</label>
        <input class="form-control @error('password') is-invalid @enderror" id="password" name="password" type="password" autocomplete="off" required autofocus>
        <x-problem of="password"/>
        <button class="btn btn-next">Open the delivery</button>
    </form>
</main>
@endsection

@extends('layouts.base')
@section('title', 'Sign in')
@section('ground', 'paper')
@section('body')
    <main class="shut stack-wide">
        <div>
            <h1>Kanpai</h1>
            <p class="quiet">From memory cards to pictures in the client’s hands.</p>
        </div>
        <form method="post" action="/sign-in" class="stack">
            @csrf
            <div>
                <x-field name="email" label="Mail address" type="email" autocomplete="username" required autofocus />
            </div>
            <div>
                <label class="form-label" for="password">Password</label>
                <input class="form-control" id="password" name="password" type="password"
                    autocomplete="current-password"
                    required>
            </div>
            <div class="form-check">
                <input class="form-check-input" type="checkbox" id="remember" name="remember" value="1">
                <label class="form-check-label" for="remember">Keep me signed in on this machine</label>
            </div>
            <button class="btn btn-next">Sign in</button>
        </form>
    </main>
@endsection

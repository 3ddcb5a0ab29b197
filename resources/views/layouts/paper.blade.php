@extends('layouts.base')
@section('ground', 'paper')
@section('body')
    <header class="head">
        <a class="wordmark" href="/">Kanpai</a>
        <a href="{{ route('shoots') }}" @if (request()->routeIs('shoots*')) aria-current="page" @endif>Shoots</a>
        <a href="{{ route('archive') }}" @if (request()->routeIs('archive')) aria-current="page" @endif>Archive and
            disks</a>
        <a href="{{ route('outbox') }}" @if (request()->routeIs('outbox*')) aria-current="page" @endif>Outbox</a>
        <div class="end">
            <span>{{ auth()->user()->name }}</span>
            <form method="post"
                action="{{ route('sign-out') }}">@csrf<button class="btn-word quiet">Sign out</button></form>
        </div>
    </header>
    <main class="page">
        <p class="said" role="status">{{ session('message') }}</p>
        <x-problems-on-top />
        @yield('page')
    </main>
@endsection

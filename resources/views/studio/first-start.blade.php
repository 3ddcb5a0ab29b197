@extends('layouts.base')
@section('title', 'First start')
@section('ground', 'paper')
@section('body')
    <main class="page">
        <form method="post" action="{{ route('first-start') }}" class="narrow stack-wide">
            @csrf
            <div>
                <h1>Kanpai</h1>
                <p>Nobody has an account here yet. Open your studio; the first one to do so is its owner.</p>
            </div>
            <x-problems-on-top />
            <div class="stack">
                @foreach ([
                    ['studio', 'Name of the studio', 'text', 'organization'], ['name', 'Your name', 'text', 'name'],
                    ['email', 'Your mail address', 'email', 'email'],
                    ['password', 'A password of at least 10 characters', 'password', 'new-password'],
                    ['password_confirmation', 'The password once more', 'password', 'new-password'],
                ] as [$field, $label, $type, $complete])
                    <div>
                        <label class="form-label" for="{{ $field }}">{{ $label }}</label>
                        <input class="form-control @error($field) is-invalid @enderror" id="{{ $field }}"
                            name="{{ $field }}" type="{{ $type }}"
                            @if ($type !== 'password') value="{{ old($field) }}" @endif maxlength="200"
                            autocomplete="{{ $complete }}">
                        <x-problem :of="$field" />
                    </div>
                @endforeach
            </div>
            <button class="btn btn-next">Open the studio</button>
        </form>
    </main>
@endsection

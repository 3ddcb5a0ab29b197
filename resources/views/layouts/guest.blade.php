@extends('layouts.base', ['styles' => 'resources/css/guests.css'])
@section('ground', 'guest')
@if (isset($studio))
    @push('scripts')
        <link rel="stylesheet" href="{{ route('colours', [substr($studio->ground, 1), substr($studio->accent, 1)]) }}">
    @endpush
@endif
@section('body')
    @yield('page')
@endsection

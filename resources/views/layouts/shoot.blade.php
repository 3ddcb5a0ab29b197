@extends('layouts.base')
@section('title', $shoot->name)
@section('ground', 'booth')
@section('body')
    @hasSection('whole')
        @yield('whole')
    @else
        @include('studio.rail')
        @sectionMissing('lanes')
            @include('studio.day-line')
        @endif
        <main class="bench">
            <p class="said" role="status">{{ session('message') }}</p>
            <x-problems-on-top />
            @yield('page')
        </main>
    @endif
@endsection

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
        @if(session('said'))<p class="said" role="status">{{ session('said') }}</p>@endif
        @yield('page')
    </main>
@endif
@endsection

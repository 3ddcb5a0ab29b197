@extends('layouts.base')
@section('ground', 'guest')
@section('body')
@yield('page')
@endsection

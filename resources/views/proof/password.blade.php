@extends('layouts.guest')
@section('title', $gallery->title)
@section('page')
    <x-password-gate :heading="$gallery->title" :studio="$studio" :action="$share->path() . '/password'"
        button="Open the gallery" />
@endsection

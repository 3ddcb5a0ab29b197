@extends('layouts.guest')
@section('title', $delivery->shoot->name)
@section('page')
    <x-password-gate :heading="$delivery->shoot->name" :studio="$studio" :action="route('delivery.password', $token)"
        button="Open the delivery" />
@endsection

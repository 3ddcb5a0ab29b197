@extends('layouts.paper')
@section('title', 'Branding')
@section('page')
    <h1>Branding</h1>
    <p class="quiet mt-2">What guests see on galleries and deliveries.</p>
    <form method="post" action="{{ route('branding.store') }}" enctype="multipart/form-data" class="narrow stack mt-4">
        @csrf
        <div><x-field name="name" label="Name" :value="$studio->name" maxlength="120" /></div>
        <div><label class="form-label" for="logo">Logo</label>
            @if ($studio->logo_path)
                <p><img class="studio-mark" src="{{ App\Studio\PictureAddress::of($studio->logo_path) }}"
                        alt="The logo as guests see it"> <label class="small"><input class="form-check-input"
                            type="checkbox" name="no_logo" value="1"> remove it</label></p>
            @endif
            <input class="form-control @error('logo') is-invalid @enderror" id="logo" name="logo" type="file"
                accept="image/png,image/jpeg,image/webp,image/svg+xml"><x-problem of="logo" />
            @if ($isMaking)
                <p class="small">The logo is being prepared. <a href="{{ route('branding') }}">Look again</a> in a
                    moment.</p>
                @endif @if ($problem !== '')
                    <p class="invalid-feedback" role="alert">{{ $problem }}</p>
                @endif
        </div>
        <div class="row g-3">
            <div class="col"><label class="form-label" for="ground">Ground</label><input
                    class="form-control form-control-color w-100 @error('ground') is-invalid @enderror" id="ground"
                    name="ground" type="color" value="{{ old('ground', $studio->ground) }}"><x-problem of="ground" />
            </div>
            <div class="col"><label class="form-label" for="accent">Buttons</label><input
                    class="form-control form-control-color w-100 @error('accent') is-invalid @enderror" id="accent"
                    name="accent" type="color" value="{{ old('accent', $studio->accent) }}"><x-problem of="accent" />
            </div>
        </div>
        <div><label class="form-label" for="prefix">How links begin</label><input
                class="form-control @error('prefix') is-invalid @enderror" id="prefix" name="prefix"
                value="{{ old('prefix', $studio->prefix) }}" maxlength="40" placeholder="quill-photo">
            <p class="small quiet">{{ url('/') }}/<b>{{ $studio->prefix ?: 'quill-photo' }}</b>/g/… Links that were
                sent already go on working.</p><x-problem of="prefix" />
        </div>
        <button class="btn btn-next">Save</button>
    </form>
@endsection

@props(['of'])
@error($of)
    <p class="invalid-feedback" role="alert">{{ $message }}</p>
@enderror

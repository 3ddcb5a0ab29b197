@props(['placeholder' => 'none'])
{{-- The password of a link: typed, or suggested. --}}
<label class="form-label" for="password">Password</label>
<div class="row-line"><input @class(['form-control', 'is-invalid' => $errors->has('password')]) id="password"
    name="password" autocomplete="off" maxlength="100"
        placeholder="{{ $placeholder }}">
    <button type="button" class="btn-word small" hx-get="{{ route('suggested-password') }}" hx-target="#password"
        hx-swap="outerHTML">Suggest one</button>
</div>
<x-problem of="password" />

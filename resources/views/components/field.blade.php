@props(['name', 'label', 'value' => '', 'id' => null])
{{-- A line to be typed: its label above it, and below what is wrong with it. --}}
<label class="form-label" for="{{ $id ?? $name }}">{{ $label }}</label>
<input {{ $attributes->class(['form-control', 'is-invalid' => $errors->has($name)]) }} id="{{ $id ?? $name }}"
    name="{{ $name }}" value="{{ old($name, $value) }}">
<x-problem :of="$name" />

@props(['label', 'of', 'here', 'shoot'])
{{-- The pages of one stage, side by side: $label, $of (name of a route => words), $here (this one), $shoot --}}
<nav {{ $attributes->class(['row-line']) }} aria-label="{{ $label }}">
    @foreach ($of as $name => $words)
        <a href="{{ route($name, $shoot) }}"
            @if ($here === $name) aria-current="true" class="strong" @endif>{{ $words }}</a>
    @endforeach
</nav>

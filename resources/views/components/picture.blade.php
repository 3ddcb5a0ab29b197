@props(['path', 'alt' => ''])
{{-- A picture in a box of its own, which stays empty until there is one: $path, $alt --}}
<div class="view">
    @if ($path)
        <img src="{{ App\Studio\PictureAddress::of($path) }}" alt="{{ $alt }}" loading="lazy">
    @endif
</div>

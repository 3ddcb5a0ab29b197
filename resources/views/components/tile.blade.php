@props(['path', 'name', 'alt' => ''])
{{-- A picture of a list with its name below, and what else is to be said in the slot: $path, $name, $alt --}}
<li><x-picture :path="$path" :alt="$alt" />{{ $name }}{{ $slot }}</li>

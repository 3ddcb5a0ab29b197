{{-- What stands where a list is empty: what comes first, in the slot --}}
<p {{ $attributes }} data-nothing>{{ $slot }}</p>

{{-- The pages of this stage. --}}
<nav class="row-line mb-3" aria-label="Deliver">
    @foreach ([
        'deliver.show' => 'Deliveries', 'deliver.outputs' => 'Outputs', 'originals' => 'Originals',
        'sent-out' => 'Sent out', 'handoffs' => 'Handoffs', 'sheets' => 'Contact sheets',
    ] as $name => $label)
        <a href="{{ route($name, $shoot) }}"
            @if ($here === $name) aria-current="true" class="strong" @endif>{{ $label }}</a>
    @endforeach
</nav>

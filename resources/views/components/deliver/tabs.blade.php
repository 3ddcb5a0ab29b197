@props(['shoot', 'here'])
{{-- The pages of Deliver: $shoot, $here (the name of this page's route) --}}
<x-tabs class="mb-3" label="Deliver" :here="$here" :shoot="$shoot" :of="[
    'deliver.show' => 'Deliveries',
    'deliver.outputs' => 'Outputs',
    'originals' => 'Originals',
    'sent-out' => 'Sent out',
    'handoffs' => 'Handoffs',
    'sheets' => 'Contact sheets',
]" />

{{-- Which pictures of a delivery are different today: $changed, their names --}}
@if ($changed !== [])
    <div class="spread">
        <p>{{ count($changed) === 1 ? 'One picture is' : count($changed) . ' pictures are' }} different today
            from what was delivered:
            {{ implode(', ', array_slice($changed, 0, 6)) }}{{ count($changed) > 6 ? ' …' : '' }}.</p>
        <form method="post" action="{{ route('delivery.again', $delivery) }}">@csrf<button
                class="btn btn-next">Deliver {{ count($changed) }} changed
                {{ Str::plural('picture', count($changed)) }}</button></form>
    </div>
@endif

{{-- Pictures that were sent out: $shipment, $task, $there, $old --}}
<article data-shipment="{{ $shipment->id }}">
    <div class="spread">
        <div>
            <h3>{{ $shipment->destination->name }}: {{ number_format(count($shipment->frames)) }}
                {{ Str::plural('frame', count($shipment->frames)) }} as
                {{ $shipment->output->name }}</h3>
            <p class="quiet">
                {{ $shipment->begun_at->setTimezone($shoot->zone)->format('D j M, H:i') }} · folder
                {{ $shipment->folder() }}@if ($shipment->destination->kind->takesOrders())
                    · {{ $shipment->copies }} {{ Str::plural('print', $shipment->copies) }} of
                    each
                @endif ·
                {{ number_format((int) ($there[$shipment->id] ?? 0)) }}
                {{ Str::plural('file', (int) ($there[$shipment->id] ?? 0)) }} stand there from
                it{{ $shipment->done_at ? ', with a manifest' : '' }}</p>
        </div>
        @if ($shipment->done_at === null && $task?->isUnderWay() !== true)
            <form method="post" action="{{ route('sent-out.go-on', $shipment) }}">@csrf<button
                    class="btn btn-ink">Send the rest</button></form>
        @endif
    </div>
    @if ($task?->isUnderWay())
        <x-task :task="$task" />
    @elseif($task?->problem)
        <p class="danger">{{ $task->problem }}</p>
    @endif
    @if ($late = $old[$shipment->id] ?? null)
        <div class="spread mt-2">
            <p class="danger">{{ count($late['names']) }} out of date
                there{{ $late['gone'] ? ', ' . $late['gone'] . ' of them dropped since' : '' }}:
                {{ implode(', ', array_slice($late['names'], 0, 4)) }}{{ count($late['names']) > 4 ? ' …' : '' }}
            </p>
            <form method="post" action="{{ route('sent-out.replace', $shipment) }}">@csrf<button
                    class="btn btn-ink">{{ implode(' and ', array_filter([$late['frames'] ? 'Replace ' . count($late['frames']) : '', $late['gone'] ? ($late['frames'] ? 'take ' : 'Take ') . $late['gone'] . ' away' : ''])) }}
                    there</button></form>
        </div>
    @endif
</article>

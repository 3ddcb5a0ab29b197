@if ($files->isNotEmpty())
    <ul class="came-back">
        @foreach ($files as $file)
            <li data-returned="{{ $file->state->value }}"><span class="strong">{{ $file->name }}</span>
                @switch($file->state->value)
                    @case('taken')
                        is version {{ $file->version?->number }} of {{ $file->frame?->name }}
                    @break

                    @case('asked')
                        <span class="quiet">is here; the studio will say to which picture it belongs</span>
                    @break

                    @case('refused')
                        <span class="danger">{{ $file->problem }}</span>
                    @break

                    @case('left')
                        <span class="quiet">was put aside by the studio</span>
                    @break

                    @default
                        <span class="quiet">is being looked at</span>
                @endswitch
            </li>
        @endforeach
    </ul>
@endif

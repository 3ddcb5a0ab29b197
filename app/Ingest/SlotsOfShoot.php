<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Kanpai\Core\Ingest\FrameGrouping;

/** The cards in the slots, with what the studio knows of them. */
final class SlotsOfShoot
{
    public function __construct(private readonly Slots $slots, private readonly KnownCards $known)
    {
    }

    /** @return list<array{slot: string, name: string, contents: string, known: string, action: string, isNew: bool}> */
    public function of(Shoot $shoot): array
    {
        $slots = array_map(fn (array $slot): array => $this->slot($shoot, $slot), $this->slots->all($shoot->studio_id));
        // What is to be done comes first.
        usort(
            $slots,
            fn (array $a, array $b): int => [$b['isNew'], $b['action'] !== '', $a['name']] <=> [
                $a['isNew'],
                $a['action'] !== '',
                $b['name'],
            ],
        );

        return $slots;
    }

    /**
     * @param  array{slot: string, path: string, name: string}  $slot
     * @return array{slot: string, name: string, contents: string, known: string, action: string, isNew: bool}
     */
    private function slot(Shoot $shoot, array $slot): array
    {
        try {
            $files = $this->slots->files($slot['path']);
        } catch (UnusableSlot $reason) {
            return [
                'slot' => $slot['slot'],
                'name' => $slot['name'],
                'contents' => '',
                'known' => $reason->getMessage(),
                'action' => '',
                'isNew' => false,
            ];
        }
        if ($files === []) {
            return [
                'slot' => $slot['slot'],
                'name' => $slot['name'],
                'contents' => '',
                'known' => 'nothing is on it',
                'action' => '',
                'isNew' => false,
            ];
        }
        $recognised = $this->known->find($shoot, $files);
        $frames =
            $recognised === null ? count((new FrameGrouping())->group(array_column($files, 'path'))['frames']) : 0;
        $volume = Slots::volume($slot['path']);
        $before = $recognised === null ? $this->known->readBefore($shoot, $volume) : null;
        $isHere = $recognised !== null && $recognised->goesOn($shoot);

        return [
            'slot' => $slot['slot'],
            'name' => $slot['name'],
            'contents' => $recognised === null
                    ? number_format($frames).
                        ($frames === 1 ? ' frame' : ' frames').
                        ' in '.
                        number_format(count($files)).
                        (count($files) === 1 ? ' file' : ' files')
                    : '',
            'known' => $recognised?->inWords($shoot) ??
                ($before === null
                    ? ''
                    : "formatted since it was read as card {$before->number} of “{$before->shoot->name}”"),
            'action' => match (true) {
                ! $isHere => 'Read this card',
                $recognised->newFiles > 0 => $recognised->newFrames > 0
                    ? 'Read the '.number_format($recognised->newFrames).' new'
                    : 'Read what is new',
                $recognised->card->slot !== $slot['path'] && ! $recognised->card->state->isDone() => 'Go on from '.
                    'this slot',
                default => '',
            },
            'isNew' => $recognised === null,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Studio\Shoot;
use Illuminate\Support\Str;
use Kanpai\Core\Ingest\FrameGrouping;

/**
 * The cards in the slots, with what the studio knows of them.
 *
 * @phpstan-type SlotFacts array{slot: string, name: string, contents: string, known: string, action: string,
 *     isNew: bool}
 */
final class SlotsOfShoot
{
    public function __construct(private readonly Slots $slots, private readonly KnownCards $known)
    {
    }

    /** @return list<SlotFacts> */
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
     * @return SlotFacts
     */
    private function slot(Shoot $shoot, array $slot): array
    {
        $facts = [
            'slot' => $slot['slot'],
            'name' => $slot['name'],
            'contents' => '',
            'known' => '',
            'action' => '',
            'isNew' => false,
        ];
        try {
            $files = $this->slots->files($slot['path']);
        } catch (UnusableSlot $reason) {
            return [...$facts, 'known' => $reason->getMessage()];
        }
        $recognised = $files === [] ? null : $this->known->find($shoot, $files);

        return match (true) {
            $files === [] => [...$facts, 'known' => 'nothing is on it'],
            $recognised !== null => [
                ...$facts,
                'known' => $recognised->inWords($shoot),
                'action' => $this->action($shoot, $recognised, $slot['path']),
            ],
            default => [...$facts, ...$this->newCard($shoot, $slot['path'], array_column($files, 'path'))],
        };
    }

    /**
     * @param  list<string>  $files
     * @return array{contents: string, known: string, action: string, isNew: true}
     */
    private function newCard(Shoot $shoot, string $path, array $files): array
    {
        $before = $this->known->readBefore($shoot, Slots::volume($path));

        return [
            'contents' => self::contents($files),
            'known' => $before === null
                ? ''
                : "formatted since it was read as card {$before->number} of “{$before->shoot->name}”",
            'action' => 'Read this card',
            'isNew' => true,
        ];
    }

    /** What can be done with a card that is known. */
    private function action(Shoot $shoot, RecognisedCard $recognised, string $path): string
    {
        return match (true) {
            ! $recognised->goesOn($shoot) => 'Read this card',
            $recognised->newFrames > 0 => 'Read the '.number_format($recognised->newFrames).' new',
            $recognised->newFiles > 0 => 'Read what is new',
            $recognised->card->slot !== $path && ! $recognised->card->state->isDone() => 'Go on from this slot',
            default => '',
        };
    }

    /** @param  list<string>  $paths */
    private static function contents(array $paths): string
    {
        $frames = count((new FrameGrouping())->group($paths)['frames']);
        $counted = fn (int $count, string $word): string => number_format($count).' '.Str::plural($word, $count);

        return $counted($frames, 'frame').' in '.$counted(count($paths), 'file');
    }
}

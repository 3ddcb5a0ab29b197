<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

/** What a shoot is of, which decides what matters in a frame. */
enum KindOfWork: string
{
    case People = 'people';
    case Sport = 'sport';
    case Details = 'details';

    public function inWords(): string
    {
        return match ($this) {
            self::People => 'Ceremony and portraits',
            self::Sport => 'Sport',
            self::Details => 'Details and things',
        };
    }

    public function weights(): Weights
    {
        return match ($this) {
            self::People => Weights::of([
                'sharp' => 60,
                'eyes' => 90,
                'contact' => 40,
                'smile' => 25,
                'light' => 30,
                'whole' => 20,
                'peak' => 0,
            ]),
            self::Sport => Weights::of([
                'sharp' => 90,
                'eyes' => 10,
                'contact' => 0,
                'smile' => 5,
                'light' => 25,
                'whole' => 50,
                'peak' => 40,
            ]),
            self::Details => Weights::of([
                'sharp' => 100,
                'eyes' => 0,
                'contact' => 0,
                'smile' => 0,
                'light' => 40,
                'whole' => 20,
                'peak' => 0,
            ]),
        };
    }
}

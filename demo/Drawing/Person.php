<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/** Somebody at the regatta: the looks that stay the same from picture to picture. */
final readonly class Person
{
    private const SKINS = [
        '#f2c9a8',
        '#e9b98f',
        '#f5d3ba',
        '#d9a074',
        '#c68a5c',
        '#a56b43',
        '#7d4c2e',
        '#5e3822',
        '#edbfa0',
        '#b77a50',
    ];

    private const HAIRS = [
        '#2a1d16',
        '#4a2f1c',
        '#7a4e28',
        '#b98a4b',
        '#d8b878',
        '#1a1716',
        '#8c3d1e',
        '#9b948c',
        '#dcd7cf',
        '#5b3a23',
    ];

    private const IRISES = ['#5a3a20', '#6d4b28', '#3f6079', '#56734f', '#7b8a90', '#2f2118', '#4c7a86'];

    private const CLOTHES = [
        '#2f4f7f',
        '#8e2f2c',
        '#2f6b52',
        '#d0a23c',
        '#ece4d6',
        '#5b4a7a',
        '#27313a',
        '#c8683a',
        '#6f8f9f',
        '#b9b09c',
        '#7b2d4c',
        '#3d5b3a',
    ];

    private const STYLES = [
        'short',
        'parted',
        'bob',
        'long',
        'bun',
        'curly',
        'crop',
        'wavy',
        'ponytail',
        'bald',
        'afro',
        'cap',
        'straw',
        'scarf',
    ];

    public function __construct(
        public string $skin,
        public string $hair,
        public string $iris,
        public string $clothes,
        public string $trim,
        public string $style,
        public string $garment,
        public float $width,
        public float $jaw,
        public float $brow,
        public float $age,
        public float $eyes,
        public float $nose,
        public float $lips,
        public bool $beard,
        public bool $glasses,
        public bool $freckles,
    ) {
    }

    public static function random(Random $random, ?string $clothes = null, ?string $garment = null): self
    {
        $skin = $random->int(0, count(self::SKINS) - 1);
        $isDark = ($skin >= 4 && $skin <= 7) || $skin === 9;
        $age = $random->between(0, 1);
        $hair = $isDark ? $random->pick(['#1a1716', '#2a1d16', '#241a15', '#4a2f1c']) : $random->pick(self::HAIRS);
        if ($age > 0.82) {
            $hair = $random->pick(['#9b948c', '#dcd7cf', '#b8b2a9']);
        }
        $style = $random->pick(self::STYLES);
        if ($style === 'afro' && ! $isDark) {
            $style = 'curly';
        }
        $beardable = in_array($style, ['short', 'parted', 'crop', 'bald', 'cap', 'afro'], true);

        return new self(
            self::SKINS[$skin],
            $hair,
            $isDark ? $random->pick(['#5a3a20', '#2f2118', '#4a2f1c']) : $random->pick(self::IRISES),
            $clothes ?? $random->pick(self::CLOTHES),
            $random->pick(['#f3ede0', '#d9c27a', '#2b2b2f', '#c9553a', '#86a6b5']),
            $style,
            $garment ?? $random->pick(['crew', 'collar', 'vest', 'scarf', 'jacket', 'stripes']),
            $random->between(0.92, 1.08),
            $beardable ? $random->between(0.5, 1.0) : $random->between(0.0, 0.6),
            $random->between(-4, 4),
            $age,
            $random->between(0.92, 1.1),
            $random->between(0.85, 1.2),
            $random->between(0.85, 1.15),
            $beardable && $age > 0.2 && $random->chance(0.4),
            $random->chance(0.18),
            ! $isDark && $random->chance(0.2),
        );
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** What is true of a frame that is to be finished: its light, what its body makes of it, and whether a card is in it. */
final readonly class SensorTruth
{
    /** Stops by which frames are underexposed on purpose. */
    public const MEANT_DARK = -1.7;

    /** Hours, and the kelvin of their light. */
    private const LIGHTS = [
        [6.0, 4700.0], [9.0, 5300.0], [12.5, 5600.0], [14.0, 6400.0], [16.5, 5300.0], [18.5, 4300.0], [20.0, 7800.0],
        [24.0, 7800.0],
    ];

    private const LANTERNS = 2900.0;

    /** Kelvin by which the white balance of a body is off. */
    private const OFF = ['a' => 0.0, 'b' => 0.0, 'c' => 300.0];

    /** Moments, and the body whose first frame holds a grey card. */
    private const CARDS = [
        'Mist on the river' => 'b', 'Oars in the rack' => 'a', 'First arrivals' => 'a', 'Red crew at the rail' => 'a',
        'Spectators on the bank' => 'c', 'Picnic' => 'c', 'Blue crew on the quay' => 'a', 'Winners ashore' => 'a',
        'Families' => 'c', 'Prize-giving' => 'a', 'Evening light' => 'a', 'Lantern supper' => 'a',
    ];

    private const DARK = ['Dusk on the river' => 2, 'Evening light' => 4, 'Mist on the river' => 3];

    public function __construct(
        public bool $isAlone = false,
        public float $kelvin = 6504.0,
        public float $guessed = 6504.0,
        public float $darker = 0.0,
        public bool $hasCard = false,
        public bool $isMeantDark = false,
    ) {
    }

    public static function of(string $body, string $kind, string $moment, int $i, float $hour, bool $isPair): self
    {
        $kelvin = $kind === 'supper' || $moment === 'Lanterns lit' ? self::LANTERNS : self::at($hour);

        return new self(
            $body === 'c' || ($body === 'a' && ! $isPair && in_array($kind, ['pair', 'supper'], true)),
            $kelvin,
            $kelvin + self::OFF[$body],
            $body === 'b' ? 1 / 3 : 0.0,
            $i === 0 && (self::CARDS[$moment] ?? '') === $body,
            (self::DARK[$moment] ?? null) === $i,
        );
    }

    private static function at(float $hour): float
    {
        foreach (self::LIGHTS as $n => [$until, $kelvin]) {
            if ($hour < $until) {
                [$from, $before] = self::LIGHTS[max(0, $n - 1)];
                $share = min(1.0, ($hour - $from) / max(0.1, $until - $from));

                return $before + ($kelvin - $before) * $share;
            }
        }

        return self::LIGHTS[0][1];
    }

    /** @return array<string, mixed> */
    public function truth(): array
    {
        return [
            'raw_alone' => $this->isAlone,
            'kelvin' => round($this->kelvin),
            'darker' => round($this->darker, 3),
            'grey_card' => $this->hasCard,
            'meant_dark' => $this->isMeantDark,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Frames\CameraTime;

/** A clock as the fields of the page show it. */
final readonly class ClockForm
{
    public string $direction;

    /** @var array{days: int, hours: int, minutes: int, seconds: float} */
    public array $parts;

    public float $drift;

    public string $rightAt;

    public string $zone;

    public ?int $card;

    public string $from;

    public string $to;

    public function __construct(Clock $clock, ?ScopedClock $scope = null)
    {
        $this->direction = $clock->offset->isEarlier() ? 'earlier' : 'later';
        $this->parts = $clock->offset->parts();
        $this->drift = round($clock->drift, 4);
        $this->rightAt = self::time($clock->rightAt);
        $this->zone = $clock->zone?->name() ?? '';
        $this->card = $scope?->card;
        $this->from = self::time($scope?->from);
        $this->to = self::time($scope?->to);
    }

    private static function time(?int $reading): string
    {
        return $reading === null ? '' : (string) preg_replace('/\.000$/', '', (string) CameraTime::of($reading));
    }
}

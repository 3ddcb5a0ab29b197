<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** One press of the shutter as it was planned, with the truth about it. */
final readonly class Shot
{
    /**
     * @param  int  $instant  true UTC milliseconds
     * @param  int  $reading  what the body's clock showed, milliseconds of local time
     * @param  'crew'|'crowd'|'detail'|'pair'|'prize'|'race'|'river'|'start'|'supper'  $kind
     * @param  array<string, mixed>  $with  what the scene shows
     * @param  int|null  $fix  UTC milliseconds that the body had from GPS
     * @param  bool  $isBest  whether it is the best frame of its moment
     */
    public function __construct(
        public Body $body,
        public int $number,
        public string $path,
        public ?string $rawPath,
        public string $moment,
        public int $index,
        public string $kind,
        public array $with,
        public float $hour,
        public bool $upright,
        public int $instant,
        public int $reading,
        public float $exposure,
        public float $aperture,
        public int $iso,
        public Handling $handling,
        public bool $isBest,
        public ?string $copyOf = null,
        public ?int $fix = null,
        public SensorTruth $raw = new SensorTruth(),
    ) {
    }

    /** @return array<string, mixed> */
    public function truth(): array
    {
        return [
            'card' => $this->body->card,
            'path' => $this->path,
            'raw' => $this->rawPath,
            'body' => $this->body->serial,
            'shooter' => $this->body->shooter,
            'moment' => $this->moment,
            'kind' => $this->kind,
            'instant' => gmdate('Y-m-d\TH:i:s', intdiv($this->instant, 1000)).sprintf('.%03dZ', $this->instant % 1000),
            'people' => $this->with['people'] ?? 0,
            'blinking' => $this->with['blinking'] ?? [],
            'lowered' => $this->with['lowered'] ?? [],
            'laughing' => $this->with['laughing'] ?? [],
            'away' => $this->with['away'] ?? [],
            'kissing' => $this->with['kissing'] ?? false,
            'best' => $this->isBest,
            ...$this->handling->truth(),
            ...$this->raw->truth(),
        ];
    }
}

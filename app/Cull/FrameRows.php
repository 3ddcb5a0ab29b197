<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\Frame;
use App\Studio\PictureAddress;
use App\Studio\Shoot;
use Kanpai\Core\Studio\Zone;

/** Frames as rows of the table that the culling page reads: names of columns are sent once, not with every frame. */
final class FrameRows
{
    public const COLUMNS = [
        'id', 'taken', 'time', 'body', 'verdict', 'rating', 'uses', 'in', 'width', 'height', 'name', 'small', 'large',
        'exposure', 'lens', 'headline', 'pixels', 'camera', 'sharpness', 'border', 'chosen', 'noted',
    ];

    private const DAY = 86_400_000;

    private readonly Zone $zone;

    private readonly PictureAddress $pictures;

    /** @var array<int, int> body => its place among the bodies */
    private readonly array $bodies;

    /** @var array<string, int> lens => its place among the lenses */
    private array $lenses = [];

    /** @var array<string, string> facts => words; a day has few exposures with each of few lenses */
    private array $exposures = [];

    /**
     * @param  list<int>  $bodies  in the order in which the page names them
     * @param  bool  $isInRound  whether frames of which the round says nothing take part in it
     */
    public function __construct(Shoot $shoot, array $bodies, private readonly bool $isInRound)
    {
        $this->zone = $shoot->zone();
        $this->pictures = new PictureAddress();
        $this->bodies = array_flip($bodies);
    }

    /**
     * @param  \stdClass  $frame  a row of the table `frames`, with `is_in` and `headline`
     * @return list<mixed>
     */
    public function row(\stdClass $frame): array
    {
        return [
            (int) $frame->id,
            (int) $frame->taken_ms,
            self::timeOfDay($this->zone->local((int) $frame->taken_ms)),
            $this->bodies[(int) $frame->body_id],
            $frame->verdict,
            (int) $frame->rating,
            (int) $frame->uses,
            (int) ($frame->is_in ?? $this->isInRound),
            (int) $frame->width,
            (int) $frame->height,
            $frame->name,
            $this->pictures->to($frame->small_path),
            $this->pictures->to($frame->large_path),
            $this->exposure($frame),
            $this->lenses[(string) $frame->lens] ??= count($this->lenses),
            (string) $frame->headline,
            ...self::facts($frame),
        ];
    }

    /** @return list<mixed> */
    private static function facts(\stdClass $frame): array
    {
        return [
            Frame::pixelsInWords((int) $frame->best_px, (int) $frame->width, (int) $frame->height),
            $frame->is_dated ? substr(self::timeOfDay((int) $frame->camera_ms), 0, 10) : 'wrote no time',
            $frame->sharpness === null ? null : round((float) $frame->sharpness, 1),
            (float) $frame->border,
            (int) $frame->chosen,
            (int) $frame->noted,
        ];
    }

    /** @return list<string> those of the rows so far */
    public function lenses(): array
    {
        return array_map(strval(...), array_keys($this->lenses));
    }

    private function exposure(\stdClass $frame): string
    {
        $key = "{$frame->focal_length} {$frame->exposure} {$frame->f_number} {$frame->iso}";

        return $this->exposures[$key] ??= (string) Frame::exposureOf($frame);
    }

    /** @param  int  $local  milliseconds of local time */
    private static function timeOfDay(int $local): string
    {
        $ms = (($local % self::DAY) + self::DAY) % self::DAY;
        [$hours, $minutes, $seconds] = [intdiv($ms, 3_600_000), intdiv($ms, 60_000) % 60, intdiv($ms, 1000) % 60];

        return sprintf('%02d:%02d:%02d.%03d', $hours, $minutes, $seconds, $ms % 1000);
    }
}

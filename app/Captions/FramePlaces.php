<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use App\Studio\Shoot;

/**
 * Where frames are in their shoot: their number in the merged order, and the span of their moment. Of many frames all
 * are looked up at once; of one frame it is asked for alone. Numbers begin with 1; a span is written as “14:03–14:05”.
 *
 * @phpstan-type FramePlace array{number: int, moment: string}
 */
final class FramePlaces
{
    /** @var array<int, FramePlace>|null by frame */
    private ?array $all = null;

    public function __construct(private readonly Shoot $shoot, private readonly bool $isOfMany)
    {
    }

    /** @return FramePlace */
    public function of(Frame $frame): array
    {
        if (! $this->isOfMany) {
            return $this->one($frame);
        }
        $this->all ??= $this->all();

        return $this->all[$frame->id] ?? ['number' => 0, 'moment' => ''];
    }

    /** @return FramePlace */
    private function one(Frame $frame): array
    {
        $frames = Frame::of($this->shoot)->toBase();
        $before = $frames->clone()->whereRaw('(taken_ms, id) < (?, ?)', [$frame->taken_ms, $frame->id])->count();
        $moment = $frames->where('moment', $frame->moment);

        return [
            'number' => $before + 1,
            'moment' => $this->inWords((int) $moment->min('taken_ms'), (int) $moment->max('taken_ms')),
        ];
    }

    /** @return array<int, FramePlace> */
    private function all(): array
    {
        $words = array_map(
            fn (array $span): string => $this->inWords($span['from'], $span['to']),
            Frame::moments($this->shoot),
        );
        $places = [];
        foreach (Frame::inOrder($this->shoot)->toBase()->get(['id', 'moment']) as $i => $frame) {
            $places[(int) $frame->id] = ['number' => $i + 1, 'moment' => $words[(int) $frame->moment]];
        }

        return $places;
    }

    private function inWords(int $from, int $to): string
    {
        $zone = $this->shoot->zone();
        [$first, $last] = [$zone->format($from, 'H:i'), $zone->format($to, 'H:i')];

        return $first === $last ? $first : "{$first}–{$last}";
    }
}

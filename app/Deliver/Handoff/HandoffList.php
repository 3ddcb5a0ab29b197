<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Captions\FrameCaption;
use App\Deliver\Delivery;
use App\Deliver\Way\Original;
use App\Frames\Frame;
use Illuminate\Support\Collection;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;

/** What is to be done with the frames of a handoff, as a table that goes along in its ZIP (RFC 4180). */
final class HandoffList
{
    public const NAME = 'list.csv';

    private const HEAD = ['file', 'round', 'from', 'what is to be done', 'taken', 'headline'];

    /** Null where the delivery is no handoff. */
    public static function of(Delivery $delivery): ?string
    {
        $handoff = Handoff::ofDelivery($delivery->id);
        if ($handoff === null) {
            return null;
        }
        $names = self::names($delivery);
        $rows = [self::HEAD];
        foreach ($handoff->inOrder() as $one) {
            foreach ($one->notes->where('round', $one->round)->values()->all() ?: [null] as $note) {
                $rows[] = self::row($handoff, $one, $note, $names[$one->frame_id] ?? $one->frame->name);
            }
        }

        return Table::write($rows);
    }

    /** @return Collection<int, string> frame => name of its original */
    private static function names(Delivery $delivery): Collection
    {
        return $delivery
            ->files()
            ->where('way', 'like', Original::PREFIX.'%')
            ->get(['frame_id', 'name'])
            ->mapWithKeys(fn ($file): array => [(int) $file->frame_id => $file->name]);
    }

    /** @return list<string> */
    private static function row(Handoff $handoff, HandoffFrame $one, ?HandoffNote $note, string $name): array
    {
        return [
            $name,
            (string) $one->round,
            $note->by ?? '',
            $note?->inWords() ?? '',
            $handoff->shoot->zone()->format($one->frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
            self::caption($one->frame)->text(Field::Headline),
        ];
    }

    private static function caption(Frame $frame): Caption
    {
        return FrameCaption::query()->find($frame->id)?->caption() ?? Caption::of([]);
    }
}

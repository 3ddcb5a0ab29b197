<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use App\Studio\Shoot;
use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Captions\Edit\Edit;
use Kanpai\Core\Captions\Edit\FillSheets;
use Kanpai\Core\Captions\Roster\Codes;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Studio\Zone;

/** All that is needed to fill captions in for the frames of one shoot: sheets, roster, moments, running numbers. */
final class Captioning
{
    private readonly Zone $zone;

    public readonly Codes $codes;

    /** @var list<Sheet> */
    private readonly array $moments;

    /** @param  list<CaptionSheet>  $outer  the sheets that hold for all frames, from the outermost */
    private function __construct(
        private readonly Shoot $shoot,
        private readonly array $outer,
        private readonly FramePlaces $places,
    ) {
        $this->zone = $shoot->zone();
        $this->codes = RosterPerson::codes($shoot);
        $this->moments = array_values(Sheet::moments($shoot)->all());
    }

    /** For the frames of a batch. */
    public static function ofMany(Shoot $shoot): self
    {
        return new self($shoot, self::outer($shoot), new FramePlaces($shoot, isOfMany: true));
    }

    /** For a frame that somebody looks at. */
    public static function ofOne(Shoot $shoot): self
    {
        return new self($shoot, self::outer($shoot), new FramePlaces($shoot, isOfMany: false));
    }

    /** @return list<CaptionSheet> */
    private static function outer(Shoot $shoot): array
    {
        $studio = Sheet::ofStudio($shoot->studio);

        return [...$studio === null ? [] : [$studio->sheet()], Sheet::ofShoot($shoot)->sheet()];
    }

    /** As `ofOne`, with another sheet in the place of the shoot's or the studio's, while it is being written. */
    public static function with(Shoot $shoot, string $level, CaptionSheet $sheet): self
    {
        $studio = $level === 'studio' ? $sheet : Sheet::ofStudio($shoot->studio)?->sheet();

        return new self($shoot, [
            ...$studio === null ? [] : [$studio],
            $level === 'shoot' ? $sheet : Sheet::ofShoot($shoot)->sheet(),
            ...$level === 'moment' ? [$sheet] : [],
        ], new FramePlaces($shoot, isOfMany: false));
    }

    /** What the sheets make of the captions of a frame. */
    public function sheets(Frame $frame, ?FrameCaption $caption): Edit
    {
        $moments = array_filter($this->moments, fn (Sheet $sheet): bool => $sheet->holdsFor($frame->taken_ms));

        return new FillSheets(
            [...$this->outer, ...array_map(fn (Sheet $sheet): CaptionSheet => $sheet->sheet(), array_values($moments))],
            $caption->own ?? [],
            $this->codes,
        );
    }

    /** @return array<string, string> placeholder => its text for a frame */
    public function values(Frame $frame, Caption $caption): array
    {
        $place = $this->places->of($frame);

        return [
            'shoot' => $this->shoot->name,
            'client' => $this->shoot->client,
            'place' => $this->shoot->venue,
            'studio' => $this->shoot->studio->name,
            'shooter' => $frame->card->shooter,
            'body' => $frame->body->label(),
            'lens' => (string) $frame->lens,
            'moment' => $this->moment($frame) ?? $place['moment'],
            'people' => $this->codes->described(...$caption->items(Field::PersonShown)),
            'number' => (string) $place['number'],
            'name' => $frame->name,
            ...$this->times($frame),
        ];
    }

    /** The name of the last moment that has one and holds for the frame. */
    private function moment(Frame $frame): ?string
    {
        $named = null;
        foreach ($this->moments as $sheet) {
            $named = $sheet->name !== '' && $sheet->holdsFor($frame->taken_ms) ? $sheet->name : $named;
        }

        return $named;
    }

    /** @return array<string, string> */
    private function times(Frame $frame): array
    {
        return array_map(
            fn (string $format): string => $this->zone->format($frame->taken_ms, $format),
            ['date' => 'Y-m-d', 'day' => 'j F Y', 'time' => 'H:i:s', 'year' => 'Y'],
        );
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\ContactSheet;

/**
 * How pictures are laid out on sheets of paper: rows and columns, and what is written below each.
 *
 * @phpstan-type SheetSaid array{paper: string, isLandscape: bool, columns: int, rows: int, names: bool,
 *     captions: bool, ratings: bool, isMarked: bool}
 * @phpstan-type Cell array{page: int, x: float, y: float, width: float, height: float}
 */
final readonly class SheetPlan
{
    public const MOST = 20;

    /** In millimetres: around the sheet, between pictures, for the title and for the foot. */
    private const MARGIN = 12.0;

    private const GAP = 4.0;

    private const TITLE = 12.0;

    private const FOOT = 6.0;

    /** Height of a line of words below a picture, in millimetres. */
    public const LINE = 3.6;

    private function __construct(
        public Paper $paper,
        public bool $isLandscape,
        public int $columns,
        public int $rows,
        public bool $names,
        public bool $captions,
        public bool $ratings,
        public bool $isMarked,
    ) {
    }

    /** @throws InvalidSheet */
    public static function of(
        Paper $paper,
        bool $isLandscape,
        int $columns,
        int $rows,
        bool $names = true,
        bool $captions = false,
        bool $ratings = false,
        bool $isMarked = false,
    ): self {
        if ($columns < 1 || $columns > self::MOST || $rows < 1 || $rows > self::MOST) {
            throw InvalidSheet::count(self::MOST);
        }
        $plan = new self($paper, $isLandscape, $columns, $rows, $names, $captions, $ratings, $isMarked);
        ['width' => $width, 'height' => $height] = $plan->cell(0);

        return min($width, $height) < 8.0 ? throw InvalidSheet::tooSmall() : $plan;
    }

    /** @return array{float, float} width and height of the sheet in millimetres */
    public function size(): array
    {
        [$width, $height] = $this->paper->size();

        return $this->isLandscape ? [$height, $width] : [$width, $height];
    }

    /** @return non-negative-int lines of words below each picture */
    public function lines(): int
    {
        return ($this->names || $this->ratings ? 1 : 0) + ($this->captions ? 1 : 0);
    }

    /** @return int<0, max> */
    public function pages(int $pictures): int
    {
        return max(0, (int) ceil($pictures / ($this->columns * $this->rows)));
    }

    /**
     * Where a picture is, in millimetres from the upper left corner; its words come below the height.
     *
     * @param  int  $place  from 0
     * @return Cell page from 0
     */
    public function cell(int $place): array
    {
        [$width, $height] = $this->size();
        $each = $this->columns * $this->rows;
        $onPage = $place % $each;
        $w = ($width - 2 * self::MARGIN - ($this->columns - 1) * self::GAP) / $this->columns;
        $pitch = ($height - 2 * self::MARGIN - self::TITLE - self::FOOT + self::GAP) / $this->rows;

        return [
            'page' => intdiv($place, $each),
            'width' => $w,
            'height' => $pitch - self::GAP - $this->lines() * self::LINE,
            'x' => self::MARGIN + ($onPage % $this->columns) * ($w + self::GAP),
            'y' => self::MARGIN + self::TITLE + intdiv($onPage, $this->columns) * $pitch,
        ];
    }

    /**
     * A picture inside its cell, as large as it can be, in the middle of it.
     *
     * @param  Cell  $cell
     * @return array{x: float, y: float, width: float, height: float}
     */
    public static function within(array $cell, int $width, int $height): array
    {
        $scale = min($cell['width'] / max(1, $width), $cell['height'] / max(1, $height));
        [$w, $h] = [$width * $scale, $height * $scale];

        return [
            'x' => $cell['x'] + ($cell['width'] - $w) / 2,
            'y' => $cell['y'] + ($cell['height'] - $h) / 2,
            'width' => $w,
            'height' => $h,
        ];
    }

    /** @return SheetSaid */
    public function toArray(): array
    {
        return [
            'paper' => $this->paper->value,
            'isLandscape' => $this->isLandscape,
            'columns' => $this->columns,
            'rows' => $this->rows,
            'names' => $this->names,
            'captions' => $this->captions,
            'ratings' => $this->ratings,
            'isMarked' => $this->isMarked,
        ];
    }

    /**
     * @param  SheetSaid  $data
     *
     * @throws InvalidSheet
     */
    public static function fromArray(array $data): self
    {
        return self::of(
            Paper::from($data['paper']),
            $data['isLandscape'],
            $data['columns'],
            $data['rows'],
            $data['names'],
            $data['captions'],
            $data['ratings'],
            $data['isMarked'],
        );
    }
}

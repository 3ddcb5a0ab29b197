<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull\Proposal;

use Kanpai\Core\Imaging\Blur;

/**
 * What counts of a frame within its moment, before it is weighed: little enough to be kept for a whole shoot.
 *
 * @phpstan-type Row array{int, string, int, int, string, bool, bool, list<float|null>}
 */
final readonly class FrameParts
{
    /** A blurred frame is worth so much of a sharp one. */
    private const BLURRED = 0.55;

    private const DIGITS = 4;

    /** Of the values, in the order in which they are kept. */
    private const NAMES = ['sharp', 'eyes', 'contact', 'smile', 'light', 'whole', 'peak'];

    /**
     * @param  string  $name  short enough for a sentence
     * @param  int  $taken  milliseconds
     * @param  int  $likeness  63 bits of which frames that look alike share most
     * @param  array<string, float|null>  $values  by the names of `Weights`, 0 to 1; null where it is not known
     * @param  bool  $isDoubtful  whether somebody should look: eyes that are unsure
     */
    private function __construct(
        public int $id,
        public string $name,
        public int $taken,
        public int $likeness,
        public Blur $blur,
        public array $values,
        public bool $hasAllEyesOpen,
        public bool $isDoubtful,
    ) {
    }

    /** @param  array<string, float|null>  $values  by the names of `Weights` */
    public static function of(MeasuredFrame $frame, FaceTally $faces, array $values): self
    {
        return new self(
            $frame->id,
            $frame->name,
            $frame->taken,
            $frame->likeness,
            $frame->blur,
            array_map(fn (?float $value): ?float => $value === null ? null : round($value, self::DIGITS), $values),
            $faces->hasAllEyesOpen(),
            $faces->unsure > 0,
        );
    }

    /** @return float 0 to 1 */
    public function score(Weights $weights): float
    {
        return $weights->mean($this->values) * ($this->blur === Blur::None ? 1.0 : self::BLURRED);
    }

    /** @return Row as JSON holds it, for `ofRow` */
    public function toRow(): array
    {
        return [
            $this->id,
            $this->name,
            $this->taken,
            $this->likeness,
            $this->blur->value,
            $this->hasAllEyesOpen,
            $this->isDoubtful,
            array_map(fn (string $name): ?float => $this->values[$name] ?? null, self::NAMES),
        ];
    }

    /** @param  Row  $row  of `toRow` */
    public static function ofRow(array $row): self
    {
        [$id, $name, $taken, $likeness, $blur, $hasAllEyesOpen, $isDoubtful, $values] = $row;
        $named = array_combine(self::NAMES, $values);

        return new self($id, $name, $taken, $likeness, Blur::from($blur), $named, $hasAllEyesOpen, $isDoubtful);
    }
}

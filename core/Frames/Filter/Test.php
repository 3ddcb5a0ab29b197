<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

/** One thing asked about a frame. */
final readonly class Test implements Term
{
    private const TIME = '/^(\d{4}-\d\d-\d\d[ T])?([01]?\d|2[0-3])[:.][0-5]\d([:.][0-5]\d)?$/';

    /**
     * @param  ':'|'='|'<'|'<='|'>'|'>='  $operator
     * @param  float|null  $number  of subjects that are counted or measured, in the unit of Subject::help
     */
    private function __construct(
        public Subject $subject,
        public string $operator,
        public string $value,
        public ?float $number,
    ) {
    }

    /** @throws InvalidFilter */
    public static function of(string $subject, string $operator, string $value): self
    {
        $asked = Subject::called($subject) ?? throw InvalidFilter::asksForNothingKnown($subject);
        $value = trim($value);
        if ($value === '') {
            throw InvalidFilter::lacksAValue($asked);
        }
        if (! in_array($operator, [':', '=', '<', '<=', '>', '>='], true)) {
            throw InvalidFilter::comparesOddly($operator);
        }
        if (! in_array($operator, [':', '='], true) && ! $asked->canBeCompared()) {
            throw InvalidFilter::cannotCompare($asked, $operator);
        }
        $isUnderstood = match ($asked) {
            Subject::Time => preg_match(self::TIME, $value) === 1,
            default => $asked->words() === null || in_array(strtolower($value), $asked->words(), true),
        };
        if (! $isUnderstood) {
            throw InvalidFilter::value($asked, $value);
        }
        // Guests are counted, or named.
        $isCounted = $asked === Subject::Chosen && (is_numeric($value) || ! in_array($operator, [':', '='], true));

        return new self(
            $asked,
            $operator,
            $asked->words() === null ? $value : strtolower($value),
            $asked->isNumber() || $isCounted ? self::number($asked, $value) : null,
        );
    }

    public function __toString(): string
    {
        return $this->subject->value.
            $this->operator.
            (preg_match('/^[\pL\pN._\/+-]+$/u', $this->value) === 1 &&
            ! in_array(strtolower($this->value), ['and', 'or', 'not'], true)
                ? $this->value
                : '"'.addcslashes($this->value, '"\\').'"');
    }

    /** @throws InvalidFilter */
    private static function number(Subject $subject, string $value): float
    {
        // “f/2.8”, “85 mm”, “ISO 400” are how people write them.
        $plain = trim((string) preg_replace('/^(f\/?|iso)|\s*(mm|s|%|°)$/iu', '', $value));
        $parts = explode('/', $plain);
        if (
            ! is_numeric($parts[0]) ||
            count($parts) > 2 ||
            (isset($parts[1]) && (! is_numeric($parts[1]) || (float) $parts[1] === 0.0))
        ) {
            throw InvalidFilter::value($subject, $value);
        }
        $number = (float) $parts[0] / (float) ($parts[1] ?? 1);
        if (
            ! is_finite($number) ||
            ($subject === Subject::Rating && ($number < 0 || $number > 5 || floor($number) !== $number))
        ) {
            throw InvalidFilter::value($subject, $value);
        }

        return $number;
    }
}

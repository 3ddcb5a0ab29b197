<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

use Kanpai\Core\Frames\Filter\AnyOf;
use Kanpai\Core\Frames\Filter\FilterText;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\Filter\Term;
use Kanpai\Core\Frames\Filter\Test;

/**
 * Which frames of a shoot are chosen, and in which order: by verdict, rating, body and time, and by a filter as it is
 * written. An empty one chooses all.
 */
final readonly class FrameFilter
{
    /** What a filter is called in an address. */
    public const KEYS = ['verdict', 'rating', 'body', 'from', 'to', 'where', 'sort'];

    /**
     * @param  int  $rating  at least this many
     * @param  int|null  $from  instant in milliseconds
     * @param  int|null  $to  instant in milliseconds
     * @param  Term|null  $where  what is asked beyond that
     * @param  string|null  $problem  why what was asked beyond that cannot be understood
     */
    private function __construct(
        public ?Verdict $verdict,
        public int $rating,
        public ?int $body,
        public ?int $from,
        public ?int $to,
        public ?Term $where,
        public Sort $sort,
        public ?string $problem,
    ) {
    }

    public static function all(): self
    {
        return new self(null, 0, null, null, null, null, Sort::Time, null);
    }

    public static function kept(): self
    {
        return new self(Verdict::Keep, 0, null, null, null, null, Sort::Time, null);
    }

    /** @throws InvalidFilter */
    public static function where(string $text): self
    {
        return new self(null, 0, null, null, null, FilterText::read($text), Sort::Time, null);
    }

    /**
     * From an address or a form; what cannot be understood is left out, so that an old address still shows frames, and
     * is reported in `problem`.
     *
     * @param  array<array-key, mixed>  $query  verdict, rating, body, from, to, where, sort
     */
    public static function ofQuery(array $query): self
    {
        $verdict = $query['verdict'] ?? null;
        $sort = $query['sort'] ?? null;
        [$where, $problem] = self::typed($query['where'] ?? null);

        return new self(
            is_string($verdict) ? Verdict::tryFrom($verdict) : null,
            self::whole($query['rating'] ?? null, 0, 5) ?? 0,
            self::whole($query['body'] ?? null, 1, PHP_INT_MAX),
            self::whole($query['from'] ?? null, 0, PHP_INT_MAX),
            self::whole($query['to'] ?? null, 0, PHP_INT_MAX),
            $where,
            is_string($sort) ? Sort::tryFrom($sort) ?? Sort::Time : Sort::Time,
            $problem,
        );
    }

    /** @return array{Term|null, string|null} what is asked for, and why it is not understood */
    private static function typed(mixed $where): array
    {
        try {
            return [is_string($where) ? FilterText::read($where) : null, null];
        } catch (InvalidFilter $reason) {
            return [null, $reason->getMessage()];
        }
    }

    /** @return array<string, int|string> as `ofQuery` takes it */
    public function toQuery(): array
    {
        return array_filter(
            [
                'verdict' => $this->verdict?->value,
                'rating' => $this->rating ?: null,
                'body' => $this->body,
                'from' => $this->from,
                'to' => $this->to,
                'where' => $this->where === null ? null : (string) $this->where,
                'sort' => $this->sort === Sort::Time ? null : $this->sort->value,
            ],
            fn (int|string|null $value): bool => $value !== null,
        );
    }

    /**
     * All of it as it is written, for a live set: what the chips say and what was typed.
     *
     * @param  string|null  $serial  of the body, which is known by it in every shoot
     * @param  callable(int): string  $instant  date and time in the shoot's zone, as a filter has them
     */
    public function toText(?string $serial, callable $instant): string
    {
        $asked = [
            ['verdict', ':', $this->verdict?->value],
            ['rating', '>=', $this->rating === 0 ? null : (string) $this->rating],
            ['body', ':', $this->body === null || $serial === '' ? null : $serial],
            ['time', '>=', $this->from === null ? null : $instant($this->from)],
            ['time', '<=', $this->to === null ? null : $instant($this->to)],
        ];
        $parts = [];
        foreach ($asked as [$subject, $operator, $value]) {
            array_push($parts, ...$value === null ? [] : [(string) Test::of($subject, $operator, $value)]);
        }
        if ($this->where !== null) {
            $parts[] = $parts !== [] && $this->where instanceof AnyOf ? "({$this->where})" : (string) $this->where;
        }

        return implode(' and ', $parts);
    }

    public function isAll(): bool
    {
        return array_diff_key($this->toQuery(), ['sort' => true]) === [];
    }

    private static function whole(mixed $value, int $least, int $most): ?int
    {
        $number = is_int($value) || is_string($value) ? filter_var($value, FILTER_VALIDATE_INT) : false;

        return $number !== false && $number >= $least && $number <= $most ? $number : null;
    }
}

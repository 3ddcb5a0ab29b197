<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/** Which frames of a shoot are meant: by verdict, rating, body and time. Nothing said means all. */
final readonly class FrameFilter
{
    /**
     * @param  int  $rating  at least this many
     * @param  int|null  $from  instant in milliseconds
     * @param  int|null  $to  instant in milliseconds
     */
    private function __construct(public ?Verdict $verdict, public int $rating, public ?int $body, public ?int $from, public ?int $to)
    {
    }

    public static function all(): self
    {
        return new self(null, 0, null, null, null);
    }

    public static function kept(): self
    {
        return new self(Verdict::Keep, 0, null, null, null);
    }

    /**
     * From an address or a form; what cannot be understood is left out, so that an old address still shows frames.
     *
     * @param  array<array-key, mixed>  $query  verdict, rating, body, from, to
     */
    public static function ofQuery(array $query): self
    {
        $verdict = $query['verdict'] ?? null;

        return new self(
            is_string($verdict) ? Verdict::tryFrom($verdict) : null,
            self::whole($query['rating'] ?? null, 0, 5) ?? 0,
            self::whole($query['body'] ?? null, 1, PHP_INT_MAX),
            self::whole($query['from'] ?? null, 0, PHP_INT_MAX),
            self::whole($query['to'] ?? null, 0, PHP_INT_MAX),
        );
    }

    /** @return array<string, int|string> as `ofQuery` takes it */
    public function toQuery(): array
    {
        return array_filter([
            'verdict' => $this->verdict?->value,
            'rating' => $this->rating ?: null,
            'body' => $this->body,
            'from' => $this->from,
            'to' => $this->to,
        ], fn (int|string|null $value): bool => $value !== null);
    }

    public function isAll(): bool
    {
        return $this->toQuery() === [];
    }

    private static function whole(mixed $value, int $least, int $most): ?int
    {
        $number = is_int($value) || is_string($value) ? filter_var($value, FILTER_VALIDATE_INT) : false;

        return $number !== false && $number >= $least && $number <= $most ? $number : null;
    }
}

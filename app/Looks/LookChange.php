<?php

declare(strict_types=1);

namespace App\Looks;

use Kanpai\Core\Looks\LookValues;
use stdClass;

/**
 * What a step does to one look: parts as somebody saw them, and as they are to be.
 *
 * @phpstan-type ChangeInput array{frame: int, number: int, was: array<string, mixed>, now: array<string, mixed>}
 */
final readonly class LookChange
{
    /**
     * @param  array<string, mixed>  $was  part => value, null where it was not there
     * @param  array<string, mixed>  $now
     */
    public function __construct(
        public int $frame,
        public int $number,
        public array $was,
        public array $now,
        public int $version = 0,
    ) {
    }

    /** @param  stdClass  $row  of the table `look_changes` */
    public static function ofRow(stdClass $row): self
    {
        return new self(
            (int) $row->frame_id,
            (int) $row->number,
            (array) json_decode((string) $row->before, true),
            (array) json_decode((string) $row->after, true),
            (int) $row->version,
        );
    }

    /**
     * Parts that somebody else has changed since, to something else than is wanted here.
     *
     * @param  array<string, mixed>  $values  as they are
     * @return list<string>
     */
    public function conflicts(array $values): array
    {
        $isOther = fn (string $part): bool => array_key_exists($part, $this->was) &&
            ! LookValues::isSame($values[$part] ?? null, $this->was[$part]) &&
            ! LookValues::isSame($values[$part] ?? null, $this->now[$part]);

        return array_values(array_filter(array_keys($this->now), $isOther));
    }

    /**
     * The same the other way round, as far as nothing has changed it since.
     *
     * @param  array<string, mixed>  $values  as they are
     */
    public function undone(array $values): self
    {
        $isStill = fn (string $part): bool => LookValues::isSame($values[$part] ?? null, $this->now[$part]);
        $parts = array_values(array_filter(array_keys($this->now), $isStill));
        $of = fn (array $all): array => array_combine(
            $parts,
            array_map(fn (string $part): mixed => $all[$part] ?? null, $parts),
        );

        return new self($this->frame, $this->number, $of($this->now), $of($this->was), $this->version);
    }

    public function turned(): self
    {
        return new self($this->frame, $this->number, $this->now, $this->was, $this->version);
    }
}

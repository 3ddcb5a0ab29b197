<?php

declare(strict_types=1);

namespace Kanpai\Bench;

/** Something measured beside a reference in the same run. */
interface Benchmark
{
    public function name(): string;

    /** The ratio ours ÷ reference that is aimed at. */
    public function goal(): float;

    public function unit(): string;

    public function prepare(string $folder): void;

    /** In the unit, on one core. */
    public function ours(): float;

    public function reference(): float;
}

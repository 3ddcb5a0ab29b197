<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Roster;

/** A text whose codes became names. */
final readonly class Expansion
{
    /**
     * @param  list<string>  $people  full names
     * @param  list<string>  $unknown  codes that nobody has, with their mark
     */
    public function __construct(public string $text, public array $people, public array $unknown)
    {
    }
}

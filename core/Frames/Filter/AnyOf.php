<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

final readonly class AnyOf implements Term
{
    /** @param  non-empty-list<Term>  $terms */
    public function __construct(public array $terms)
    {
    }

    public function __toString(): string
    {
        return implode(' or ', array_map(strval(...), $this->terms));
    }
}

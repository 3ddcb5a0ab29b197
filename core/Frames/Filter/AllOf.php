<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

final readonly class AllOf implements Term
{
    /** @param  non-empty-list<Term>  $terms */
    public function __construct(public array $terms)
    {
    }

    public function __toString(): string
    {
        return implode(
            ' and ',
            array_map(fn (Term $term): string => $term instanceof AnyOf ? "({$term})" : (string) $term, $this->terms),
        );
    }
}

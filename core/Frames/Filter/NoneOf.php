<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Filter;

final readonly class NoneOf implements Term
{
    public function __construct(public Term $term)
    {
    }

    public function __toString(): string
    {
        return 'not '.($this->term instanceof Test ? (string) $this->term : "({$this->term})");
    }
}

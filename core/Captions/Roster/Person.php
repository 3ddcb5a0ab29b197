<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Roster;

/** Somebody on the roster of a shoot. */
final readonly class Person
{
    public function __construct(
        public string $number,
        public string $name,
        public string $team,
        public string $role,
        public string $code,
    ) {
    }

    /** “Ada Fenn (7, Saltmarsh)” */
    public function inWords(): string
    {
        $more = array_filter(
            [$this->number, $this->team !== '' ? $this->team : $this->role],
            fn (string $part): bool => $part !== '',
        );

        return $this->name.($more === [] ? '' : ' ('.implode(', ', $more).')');
    }
}

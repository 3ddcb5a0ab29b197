<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** A frame as a gallery shows it, or as it is now; the difference of the two is what is out of date. */
final readonly class Published
{
    /**
     * @param  string  $picture  which picture it is, whatever its name
     * @param  int  $taken  milliseconds
     */
    public function __construct(
        public string $picture,
        public int $taken,
        public string $headline,
        public string $description,
        public bool $isMeant = true,
    ) {
    }

    /** @return list<Change> what is out of date, in the order of Change */
    public function changesTo(self $now): array
    {
        return array_values(
            array_filter(
                Change::cases(),
                fn (Change $change): bool => match ($change) {
                    Change::Gone => $this->isMeant && ! $now->isMeant,
                    Change::Back => ! $this->isMeant && $now->isMeant,
                    Change::Picture => $now->isMeant && $now->picture !== '' && $this->picture !== $now->picture,
                    Change::Caption => $now->isMeant &&
                        ($this->headline !== $now->headline || $this->description !== $now->description),
                    Change::Clock => $now->isMeant && $this->taken !== $now->taken,
                },
            ),
        );
    }
}

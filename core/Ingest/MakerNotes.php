<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/** What makers write into notes of their own because Exif once had no place for it. */
final readonly class MakerNotes
{
    public ?string $serial;

    public ?string $lens;

    /**
     * A serial of zeros and a lens that nobody knows say nothing.
     *
     * @param  int|null  $zone  minutes east of UTC, summer time included
     */
    public function __construct(
        ?string $serial = null,
        ?string $lens = null,
        public ?int $zone = null,
        public ?int $iso = null,
    ) {
        $this->serial = $serial === null || trim($serial, " 0\t") === '' ? null : trim($serial);
        $this->lens =
            $lens === null || preg_match('/^\s*(unknown|n\/a|none|no lens|[-\s0.?]*$)/i', $lens) === 1
                ? null
                : trim($lens);
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

use Kanpai\Core\Frames\Caption\Caption;

/** Gives fields a text, or empties them. */
final readonly class SetFields implements Edit
{
    /** @param  array<string, string>  $texts  field => text */
    public function __construct(private array $texts)
    {
    }

    public function of(Caption $caption, array $values): Caption
    {
        return Caption::of([...$caption->values(), ...$this->texts]);
    }
}

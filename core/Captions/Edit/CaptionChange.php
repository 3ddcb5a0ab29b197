<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;

/** What an edit does to one caption, field by field. */
final readonly class CaptionChange
{
    /** @param  list<array{field: Field, old: string, new: string}>  $fields */
    private function __construct(public Caption $before, public Caption $after, public array $fields)
    {
    }

    public static function between(Caption $before, Caption $after): self
    {
        return new self(
            $before,
            $after,
            array_map(
                fn (Field $field): array => [
                    'field' => $field,
                    'old' => $before->text($field),
                    'new' => $after->text($field),
                ],
                $before->differsIn($after),
            ),
        );
    }

    public function isNothing(): bool
    {
        return $this->fields === [];
    }
}

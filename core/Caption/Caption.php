<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

/** The filled-in fields of one frame. Empty fields are not part of it. */
final readonly class Caption
{
    /** @param  array<string, string>  $values  field => text; items of a list separated by commas */
    private function __construct(private array $values)
    {
    }

    /** @param  array<string, string>  $values  under the values of Field; others are left out */
    public static function of(array $values): self
    {
        $kept = [];
        foreach (Field::cases() as $field) {
            $value = trim($values[$field->value] ?? '');
            if ($value !== '') {
                $kept[$field->value] = $value;
            }
        }

        return new self($kept);
    }

    /** @return array<string, string> */
    public function values(): array
    {
        return $this->values;
    }

    public function isEmpty(): bool
    {
        return $this->values === [];
    }

    public function text(Field $field): string
    {
        return $this->values[$field->value] ?? '';
    }

    /** @return list<string> the items of a list without repeats, or the one text; nothing for an empty field */
    public function items(Field $field): array
    {
        $text = $this->text($field);
        if ($text === '') {
            return [];
        }
        if (! $field->isList()) {
            return [$text];
        }
        $items = array_filter(array_map(trim(...), preg_split('/[,;\n]/', $text) ?: []), fn (string $item): bool => $item !== '');

        return array_values(array_unique($items));
    }

    /**
     * The items as IIM can hold them: cut at the dataset's length, never inside a character.
     *
     * @return list<string>
     */
    public function iimItems(Field $field): array
    {
        return $field->iim() === null ? [] : array_map(fn (string $item): string => mb_strcut($item, 0, $field->iimBytes(), 'UTF-8'), $this->items($field));
    }

    /** @return list<Field> fields that IIM cannot hold whole */
    public function cutInIim(): array
    {
        return array_values(array_filter(Field::cases(), fn (Field $field): bool => $field->iim() !== null && $this->iimItems($field) !== $this->items($field)));
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/** The filled-in fields of one frame. Empty fields are not part of it. */
final readonly class Caption
{
    /** @param  array<string, string>  $values  field => text; items of a list as ListText has them */
    private function __construct(private array $values)
    {
    }

    /** @param  array<string, string>  $values  under the values of Field; others are left out */
    public static function of(array $values): self
    {
        $kept = [];
        foreach ($values === [] ? [] : Field::cases() as $field) {
            $value = trim($values[$field->value] ?? '');
            if ($value !== '') {
                $kept[$field->value] = $value;
            }
        }

        return new self($kept);
    }

    /** @param  list<Field>  $fields  those that stay */
    public function only(array $fields): self
    {
        return new self(
            array_intersect_key(
                $this->values,
                array_flip(array_map(fn (Field $field): string => $field->value, $fields)),
            ),
        );
    }

    public static function nothing(): self
    {
        return new self([]);
    }

    /** @return array<string, string> */
    public function values(): array
    {
        return $this->values;
    }

    /** @return list<array{Field, string}> fields with their texts */
    public function filled(): array
    {
        return array_map(
            fn (string $name, string $text): array => [Field::from($name), $text],
            array_keys($this->values),
            array_values($this->values),
        );
    }

    public function isEmpty(): bool
    {
        return $this->values === [];
    }

    /** Whether somebody described what the picture shows. */
    public function tellsWhat(): bool
    {
        return $this->text(Field::Headline) !== '' || $this->text(Field::Description) !== '';
    }

    public function text(Field $field): string
    {
        return $this->values[$field->value] ?? '';
    }

    public function with(Field $field, string $text): self
    {
        return self::of([...$this->values, $field->value => $text]);
    }

    /** @return list<string> the items of a list without repeats, or the one text; nothing for an empty field */
    public function items(Field $field): array
    {
        $text = $this->text($field);

        return $text === '' ? [] : ($field->isList() ? ListText::items($text) : [$text]);
    }

    /**
     * Fields in which another caption differs in content, not only in how a list is written.
     *
     * @return list<Field>
     */
    public function differsIn(self $other): array
    {
        return array_values(
            array_filter(Field::cases(), fn (Field $field): bool => $this->items($field) !== $other->items($field)),
        );
    }

    /**
     * The items as IIM can hold them: cut at the dataset's length in bytes of UTF-8, never inside a character as people
     * see it (an extended grapheme cluster, Unicode Annex 29).
     *
     * @return list<string>
     */
    public function iimItems(Field $field): array
    {
        return $field->iim() === null
            ? []
            : array_map(fn (string $item): string => self::cut($item, $field->iimBytes()), $this->items($field));
    }

    /** @return list<Field> fields that IIM cannot hold whole */
    public function cutInIim(): array
    {
        return array_values(
            array_filter(
                Field::cases(),
                fn (Field $field): bool => $field->iim() !== null && $this->iimItems($field) !== $this->items($field),
            ),
        );
    }

    private static function cut(string $text, int $bytes): string
    {
        if (strlen($text) <= $bytes) {
            return $text;
        }
        $whole = grapheme_extract($text, $bytes, GRAPHEME_EXTR_MAXBYTES);

        // A text that is no UTF-8, or one character longer than the dataset.
        return $whole === false || $whole === '' ? mb_strcut($text, 0, $bytes, 'UTF-8') : $whole;
    }
}

<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Marking;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;

/**
 * Steps as a browser sends them. Read by hand: a validator that looks at ten thousand marks rule by rule takes longer
 * than doing them.
 *
 * @phpstan-import-type StepInput from Marking
 */
final class StepsRequest extends FormRequest
{
    private const MOST_STEPS = 500;

    private const MOST_MARKS = 120_000;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['steps' => ['required', 'array', 'max:'.self::MOST_STEPS]];
    }

    /** @return list<StepInput> */
    public function steps(): array
    {
        $marks = 0;
        $steps = [];
        foreach (array_values((array) $this->input('steps')) as $n => $said) {
            $id = is_array($said) ? $said['id'] ?? null : null;
            if (
                ! is_array($said) ||
                ! is_string($id) ||
                preg_match('/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/', $id) !== 1
            ) {
                throw ValidationException::withMessages(["steps.{$n}.id" => 'A step must have a UUID of its own.']);
            }
            $own = array_values(
                array_filter(
                    (array) ($said['marks'] ?? []),
                    fn ($mark): bool => is_array($mark) && is_int($mark['frame'] ?? null),
                ),
            );
            $marks += count($own);
            if ($marks > self::MOST_MARKS) {
                throw ValidationException::withMessages([
                    'steps' => 'At most '.
                        number_format(self::MOST_MARKS).
                        ' marks can be sent at once. Send them in several requests.',
                ]);
            }
            $steps[] = [
                'id' => $id,
                'said' => is_string($said['said'] ?? null) ? $said['said'] : null,
                'round' => self::whole($said['round'] ?? null),
                'set' => self::whole($said['set'] ?? null),
                'takeBack' => ($said['takeBack'] ?? false) === true,
                'again' => ($said['again'] ?? false) === true,
                'marks' => array_map(
                    fn (array $mark): array => [
                        'frame' => (int) $mark['frame'],
                        'verdict' => is_string($mark['verdict'] ?? null) ? $mark['verdict'] : null,
                        'rating' => self::whole($mark['rating'] ?? null),
                        'given' => self::bits($mark['given'] ?? 0),
                        'taken' => self::bits($mark['taken'] ?? 0),
                        'collect' => is_bool($mark['collect'] ?? null) ? $mark['collect'] : null,
                        'saw' => self::saw($mark['saw'] ?? null),
                    ],
                    $own,
                ),
            ];
        }

        return $steps;
    }

    private static function whole(mixed $value): ?int
    {
        return is_int($value) ? $value : null;
    }

    private static function bits(mixed $value): int
    {
        return is_int($value) ? $value & 0x3FFFFFFF : 0;
    }

    /** @return array{string, int, int}|null */
    private static function saw(mixed $value): ?array
    {
        return is_array($value) &&
            is_string($value[0] ?? null) &&
            is_int($value[1] ?? null) &&
            is_int($value[2] ?? null)
            ? [$value[0], $value[1], $value[2]]
            : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Marking;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Cull\MarkRequest;
use Kanpai\Core\Frames\UseList;

/**
 * Steps as a browser sends them. Read by hand: a validator that looks at ten thousand marks rule by rule takes longer
 * than doing them.
 *
 * @phpstan-import-type StepInput from Marking
 * @phpstan-import-type MarkInput from MarkRequest
 */
final class StepsRequest extends FormRequest
{
    private const UUID = '/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/';

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
        foreach (array_values((array) $this->input('steps')) as $n => $input) {
            $step = self::step($input, $n);
            $marks += count($step['marks'] ?? []);
            if ($marks > self::MOST_MARKS) {
                $most = number_format(self::MOST_MARKS);
                throw ValidationException::withMessages([
                    'steps' => "At most {$most} marks can be sent at once. Send them in several requests.",
                ]);
            }
            $steps[] = $step;
        }

        return $steps;
    }

    /** @return StepInput */
    private static function step(mixed $input, int $n): array
    {
        $id = is_array($input) ? $input['id'] ?? null : null;
        if (! is_array($input) || ! is_string($id) || preg_match(self::UUID, $id) !== 1) {
            throw ValidationException::withMessages(["steps.{$n}.id" => 'A step must have a UUID of its own.']);
        }

        return [
            'id' => $id,
            'title' => is_string($input['title'] ?? null) ? $input['title'] : null,
            'round' => self::whole($input['round'] ?? null),
            'set' => self::whole($input['set'] ?? null),
            'takeBack' => ($input['takeBack'] ?? false) === true,
            'again' => ($input['again'] ?? false) === true,
            'marks' => self::marks((array) ($input['marks'] ?? [])),
        ];
    }

    /**
     * @param  array<mixed>  $marks
     * @return list<MarkInput>
     */
    private static function marks(array $marks): array
    {
        $isMark = fn (mixed $mark): bool => is_array($mark) && is_int($mark['frame'] ?? null);

        return array_map(self::mark(...), array_values(array_filter($marks, $isMark)));
    }

    /**
     * @param  array<mixed>  $input
     * @return MarkInput
     */
    private static function mark(array $input): array
    {
        return [
            'frame' => (int) $input['frame'],
            'verdict' => is_string($input['verdict'] ?? null) ? $input['verdict'] : null,
            'rating' => self::whole($input['rating'] ?? null),
            'given' => self::bits($input['given'] ?? 0),
            'taken' => self::bits($input['taken'] ?? 0),
            'collect' => is_bool($input['collect'] ?? null) ? $input['collect'] : null,
            'saw' => self::saw($input['saw'] ?? null),
        ];
    }

    private static function whole(mixed $value): ?int
    {
        return is_int($value) ? $value : null;
    }

    private static function bits(mixed $value): int
    {
        return is_int($value) ? $value & UseList::ALL : 0;
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

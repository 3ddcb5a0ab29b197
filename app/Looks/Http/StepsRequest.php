<?php

declare(strict_types=1);

namespace App\Looks\Http;

use App\Looks\LookChange;
use App\Looks\LookSteps;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Looks\LookValues;

/**
 * Steps as a browser sends them, read by hand: what is no part of a look is left out.
 *
 * @phpstan-import-type StepInput from LookSteps
 * @phpstan-import-type ChangeInput from LookChange
 */
final class StepsRequest extends FormRequest
{
    private const UUID = '/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/';

    private const MOST_STEPS = 200;

    private const MOST_CHANGES = 20_000;

    /** Looks beside the first one. */
    private const MOST_LOOKS = 20;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['steps' => ['required', 'array', 'max:'.self::MOST_STEPS]];
    }

    /** @return list<StepInput> */
    public function steps(): array
    {
        $steps = [];
        $changes = 0;
        foreach (array_values((array) $this->input('steps')) as $n => $input) {
            $steps[] = $step = self::step($input, $n);
            $changes += count($step['changes']);
        }
        if ($changes > self::MOST_CHANGES) {
            $most = number_format(self::MOST_CHANGES);
            throw ValidationException::withMessages(['steps' => "At most {$most} frames can be changed at once."]);
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
        $isChange = fn (mixed $change): bool => is_array($change) && is_int($change['frame'] ?? null);

        return [
            'id' => $id,
            'title' => is_string($input['title'] ?? null) ? $input['title'] : '',
            'changes' => array_map(
                self::change(...),
                array_values(array_filter((array) ($input['changes'] ?? []), $isChange)),
            ),
            'takeBack' => ($input['takeBack'] ?? false) === true,
            'again' => ($input['again'] ?? false) === true,
        ];
    }

    /**
     * @param  array<mixed>  $input
     * @return ChangeInput
     */
    private static function change(array $input): array
    {
        $number = $input['number'] ?? 1;

        return [
            'frame' => (int) $input['frame'],
            'number' => is_int($number) ? max(1, min(self::MOST_LOOKS, $number)) : 1,
            'was' => LookValues::clean((array) ($input['was'] ?? [])),
            'now' => LookValues::clean((array) ($input['now'] ?? [])),
        ];
    }
}

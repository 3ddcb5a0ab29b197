<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Choosing;
use Illuminate\Foundation\Http\FormRequest;

/**
 * What a guest's browser sends: steps in the order in which they were made.
 *
 * @phpstan-import-type StepSaid from Choosing
 */
final class StepsRequest extends FormRequest
{
    private const MOST = 500;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'steps' => ['required', 'array', 'list', 'max:'.self::MOST],
            'steps.*.id' => ['required', 'uuid'],
            'steps.*.kind' => ['required', 'in:choose,rate,comment'],
            'steps.*.number' => ['required', 'integer', 'min:1'],
            'steps.*.list' => ['nullable', 'string', 'max:40'],
            'steps.*.on' => ['boolean'],
            'steps.*.rating' => ['integer'],
            'steps.*.text' => ['nullable', 'string'],
        ];
    }

    /**
     * Without drawings, which have rules of their own: a validator looks at every point of every line for each rule.
     *
     * @return array<string, mixed>
     */
    public function validationData(): array
    {
        $steps = $this->input('steps');

        return [
            'steps' => is_array($steps)
                ? array_map(
                    fn (mixed $step): mixed => is_array($step) ? array_diff_key($step, ['drawing' => true]) : $step,
                    $steps,
                )
                : $steps,
        ];
    }

    /** @return list<StepSaid> */
    public function steps(): array
    {
        $input = $this->validated('steps');
        $all = $this->input('steps');
        $steps = [];
        foreach (is_array($input) ? array_values($input) : [] as $i => $step) {
            assert(is_array($step) && is_array($all));
            $steps[] = [
                'id' => (string) $step['id'],
                'kind' => (string) $step['kind'],
                'number' => (int) $step['number'],
                'list' => isset($step['list']) ? (string) $step['list'] : null,
                'on' => (bool) ($step['on'] ?? false),
                'rating' => (int) ($step['rating'] ?? 0),
                'text' => isset($step['text']) ? (string) $step['text'] : null,
                // Read by the rules of drawings, which say what is wrong with it.
                'drawing' => is_array($all[$i] ?? null) ? $all[$i]['drawing'] ?? null : null,
            ];
        }

        return $steps;
    }
}

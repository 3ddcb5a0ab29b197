<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Studio\Http\Input;
use Illuminate\Validation\Rule;
use Kanpai\Core\Cull\Round\Doubt;
use Kanpai\Core\Cull\Round\InvalidRound;
use Kanpai\Core\Cull\Round\RoundPlan;
use Kanpai\Core\Cull\Round\Source;

final class RoundInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'source' => ['required', Rule::enum(Source::class)],
            'doubt' => ['required', Rule::enum(Doubt::class)],
            'starts' => ['required', 'in:kept,open'],
            'set' => ['nullable', 'integer', 'required_if:source,set'],
            'target' => ['nullable', 'integer'],
            'per_minute' => ['nullable', 'numeric'],
        ];
    }

    /** @throws InvalidRound */
    public function plan(): RoundPlan
    {
        return RoundPlan::of(
            Source::from($this->string('source')->toString()),
            Doubt::from($this->string('doubt')->toString()),
            $this->string('starts')->toString() === 'kept',
            $this->filled('target') ? $this->integer('target') : null,
            $this->filled('per_minute') ? $this->float('per_minute') : null,
        );
    }
}

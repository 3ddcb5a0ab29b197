<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\Propose\ProposalSettings;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\Weights;

final class ProposalsInput extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $share = 'between:'.ProposalSettings::LEAST_SHARE.','.ProposalSettings::MOST_SHARE;

        return [
            'isOn' => ['sometimes', 'boolean'],
            'work' => ['sometimes', Rule::enum(KindOfWork::class)],
            'share' => ['sometimes', 'integer', $share],
            'weights' => ['sometimes', 'array:'.implode(',', array_keys(Weights::NAMES))],
            'weights.*' => ['integer', 'between:0,'.Weights::MOST],
        ];
    }

    /** @return array{isOn?: bool, work?: string, weights?: array<string, int>, share?: int} */
    public function changes(): array
    {
        $changes = [];
        if ($this->has('isOn')) {
            $changes['isOn'] = $this->boolean('isOn');
        }
        if ($this->has('work')) {
            $changes['work'] = $this->string('work')->toString();
        }
        if ($this->has('share')) {
            $changes['share'] = $this->integer('share');
        }
        if ($this->has('weights')) {
            $weights = array_filter((array) $this->input('weights'), is_numeric(...));
            $changes['weights'] = array_map(intval(...), $weights);
        }

        return $changes;
    }
}

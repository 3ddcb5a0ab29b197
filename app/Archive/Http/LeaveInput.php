<?php

declare(strict_types=1);

namespace App\Archive\Http;

use App\Studio\Http\Input;
use Illuminate\Support\Facades\Gate;

final class LeaveInput extends Input
{
    public function authorize(): bool
    {
        return Gate::allows('delete', $this->shoot());
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['name' => ['required', 'string']];
    }
}

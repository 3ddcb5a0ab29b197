<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Copies\Places;
use App\Studio\Http\Input;
use Illuminate\Validation\Rule;

final class PlaceInput extends Input
{
    public function authorize(): bool
    {
        return $this->mayChangeStudio();
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $names = app(Places::class)
            ->all($this->shoot()->studio_id)
            ->pluck('name')
            ->all();

        return [
            'place_path' => ['required', 'string', Rule::in(array_keys($this->free()))],
            // A number alone names no disk that anybody would find again.
            'place_name' => ['required', 'string', 'max:40', 'regex:/\p{L}/u', Rule::notIn($names)],
        ];
    }

    public function folder(): string
    {
        return $this->free()[$this->string('place_path')->toString()];
    }

    /** @return array<string, string> key => folder */
    private function free(): array
    {
        return app(Places::class)->free($this->shoot()->studio_id);
    }
}

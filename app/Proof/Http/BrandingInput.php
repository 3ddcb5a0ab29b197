<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Studio\Http\Input;
use App\Studio\Member;
use Illuminate\Validation\Rule;

final class BrandingInput extends Input
{
    /** Beginnings of addresses that the program uses itself. */
    private const TAKEN = [
        'shoots',
        'galleries',
        'g',
        'd',
        'u',
        'branding',
        'colours',
        'outbox',
        'rack',
        'pictures',
        'build',
        'sign-in',
        'sign-out',
        'cards',
        'tasks',
        'up',
    ];

    public function authorize(): bool
    {
        return $this->mayChangeStudio();
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'ground' => ['required', 'regex:/^#[0-9a-f]{6}$/i'],
            'accent' => ['required', 'regex:/^#[0-9a-f]{6}$/i'],
            'prefix' => [
                'nullable',
                'string',
                'max:40',
                'regex:/^[a-z0-9](?:[a-z0-9-]*[a-z0-9])?$/',
                Rule::notIn(self::TAKEN),
                Rule::unique('studios', 'prefix')->ignore(Member::current()->studio_id),
            ],
            'logo' => ['nullable', 'file', 'max:4096'],
        ];
    }
}

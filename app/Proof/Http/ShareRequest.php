<?php

declare(strict_types=1);

namespace App\Proof\Http;

use Illuminate\Foundation\Http\FormRequest;

/** Another share of a gallery, or more people for one. */
final class ShareRequest extends FormRequest
{
    use SaysShare;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return $this->shareRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return $this->shareMessages();
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Studio\Http\Input;

final class UploadLinkInput extends Input
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['link_shooter' => ['required', 'string', 'max:120']];
    }
}

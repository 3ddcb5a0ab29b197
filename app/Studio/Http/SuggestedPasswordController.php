<?php

declare(strict_types=1);

namespace App\Studio\Http;

use Illuminate\Contracts\View\View;
use Kanpai\Core\Studio\SharePassword;

/** A password for a link, as the field of a form that asks for one. */
final class SuggestedPasswordController
{
    public function __invoke(): View
    {
        return view('studio.password-input', [
            'value' => SharePassword::suggest(fn (int $below): int => random_int(0, $below - 1)),
        ]);
    }
}

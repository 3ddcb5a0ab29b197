<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Rack\Rack;
use App\Studio\Http\Input;
use App\Studio\Member;
use App\Studio\StudioFolders;

final class RackInput extends Input
{
    /** The rack stands in for the card readers of one studio; for others it is not there, whatever they send. */
    public function authorize(): bool
    {
        $isTheirs = StudioFolders::of(Member::current()->studio_id)->hasConfigured();

        return $isTheirs && isset(Rack::installed()->cards()[(string) $this->route('name')]) ?: abort(404);
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'do' => ['required', 'in:push-in,pull-out,make'],
            'megabytes' => ['nullable', 'numeric', 'min:0.001', 'max:10000'],
            'failsAt' => ['nullable', 'integer', 'min:0'],
            'flipsAt' => ['nullable', 'integer', 'min:0'],
            'pullsOutAt' => ['nullable', 'integer', 'min:0'],
            'only' => ['nullable', 'string', 'max:200'],
        ];
    }
}

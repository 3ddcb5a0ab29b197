<?php

declare(strict_types=1);

namespace App\Looks;

use Illuminate\Support\Facades\DB;

/** Whether a studio finishes the raw file of a pair, or its JPEG. Asked once for each request and each piece of work. */
final class RawFirst
{
    /** @var array<int, bool> */
    private array $known = [];

    public static function of(int $studio): bool
    {
        return app(self::class)->ask($studio);
    }

    private function ask(int $studio): bool
    {
        return $this->known[$studio] ??=
            (bool) (DB::table('studio_finishings')->where('studio_id', $studio)->value('raw_first') ?? false);
    }

    public static function choose(int $studio, bool $isRawFirst): void
    {
        DB::table('studio_finishings')->upsert(
            [['studio_id' => $studio, 'raw_first' => $isRawFirst]],
            ['studio_id'],
            ['raw_first'],
        );
        app()->forgetInstance(self::class);
    }
}

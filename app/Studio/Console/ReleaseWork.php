<?php

declare(strict_types=1);

namespace App\Studio\Console;

use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

final class ReleaseWork extends Command
{
    protected $signature = 'kanpai:release';

    protected $description = 'Give work back to the queue whose worker is gone; run before workers start';

    public function handle(): int
    {
        $count = DB::table('jobs')
            ->whereNotNull('reserved_at')
            ->update(['reserved_at' => null]);
        $this->line("{$count} given back.");

        return self::SUCCESS;
    }
}

<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\Receipts;
use App\Ingest\Upload\Arrival;
use App\Studio\Shoot;
use Illuminate\Console\Command;

/** What is due every minute: watched folders are looked into, and receipts brought up to date. */
final class LookIntoFolders extends Command
{
    protected $signature = 'kanpai:look';

    protected $description = 'Takes in what raw editors have written into watched folders';

    public function handle(Watching $watching, Receipts $receipts, Handoffs $handoffs): int
    {
        $receipts->collect();
        // A worker that was killed when a file had just arrived has not noted it.
        foreach (
            Handoff::query()
                ->whereNull('closed_at')
                ->whereIn(
                    'uuid',
                    Arrival::query()->whereNotNull('arrived_at')->whereNull('card_id')->distinct()->pluck('owner'),
                )
                ->with('shoot')
                ->get() as $handoff
        ) {
            $handoffs->collect($handoff);
        }
        foreach (Shoot::query()->whereNotNull('watched')->get() as $shoot) {
            $watching->look($shoot);
        }

        return self::SUCCESS;
    }
}

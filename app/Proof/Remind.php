<?php

declare(strict_types=1);

namespace App\Proof;

use Carbon\CarbonInterface;
use Illuminate\Console\Command;

/** Reminds guests who have not sent a selection, some days before the last day, once. */
final class Remind extends Command
{
    public const DAYS_BEFORE = 3;

    protected $signature = 'kanpai:remind';

    protected $description = 'Remind guests of galleries that end soon';

    public function handle(Mailing $mailing): int
    {
        $count = 0;
        foreach (self::due(now()) as $guest) {
            $mailing->remind($guest);
            $count++;
        }
        $this->info("{$count} reminded.");

        return self::SUCCESS;
    }

    /** @return iterable<Guest> */
    public static function due(CarbonInterface $now): iterable
    {
        $guests = Guest::query()
            ->whereNull('sent_at')
            ->whereNull('reminded_at')
            ->where('email', '<>', '')
            ->with('share.gallery.shoot.studio', 'gallery.shoot.studio')
            ->whereHas(
                'share',
                fn ($shares) => $shares
                    ->whereNull('withdrawn_at')
                    ->whereBetween('ends_on', [
                        $now->format('Y-m-d'),
                        $now->copy()->addDays(self::DAYS_BEFORE)->format('Y-m-d'),
                    ]),
            )
            ->whereHas('gallery', fn ($galleries) => $galleries->whereNotNull('published_at'));
        foreach ($guests->orderBy('id')->get() as $guest) {
            if ($guest->share->rights()->lists !== []) {
                yield $guest;
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Archive;

use App\Deliver\ContactSheet\ContactSheet;
use App\Ingest\Card;
use App\Ingest\Upload\ArrivalsFolder;
use App\Studio\Revised;
use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\DB;

/** What is left of a shoot that was deleted: previews and rows, files before the rows that name them. */
final class RemoveShoot implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    private const PIECE = 1000;

    public int $tries = 5;

    public int $uniqueFor = 3600;

    public function __construct(private readonly int $shootId)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->shootId;
    }

    /** Begins again what was lost on its way. */
    public static function again(): void
    {
        Shoot::query()
            ->where('removal_at', '<', now()->subHours(2))
            ->pluck('id')
            ->each(fn (int $shoot) => self::dispatch($shoot)->onQueue('default'));
    }

    public function handle(Filesystem $files, LeavingShoot $leaving): void
    {
        $shoot = Shoot::query()->whereKey($this->shootId)->whereNotNull('removal_at')->first();
        if ($shoot === null) {
            return;
        }
        $leaving->closeDoors($shoot);
        self::removePictures($files, $shoot);
        // Piece by piece: a day of twenty thousand frames is no single statement.
        do {
            $gone = DB::table('frames')->where('shoot_id', $shoot->id)->limit(self::PIECE)->delete();
        } while ($gone > 0);
        $cards = Card::query()->where('shoot_id', $shoot->id)->pluck('id')->all();
        $shoot->delete();
        Revised::forget($shoot->id, array_values($cards));
    }

    private static function removePictures(Filesystem $files, Shoot $shoot): void
    {
        foreach (Card::query()->where('shoot_id', $shoot->id)->get() as $card) {
            ArrivalsFolder::remove($card);
            $files->deleteDirectory(config('kanpai.pictures')."/{$card->uuid}");
        }
        foreach (ContactSheet::query()->where('shoot_id', $shoot->id)->get() as $sheet) {
            @unlink($sheet->path());
        }
    }
}

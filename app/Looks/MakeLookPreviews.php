<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Studio\NamedLock;
use App\Studio\Shoot;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/**
 * Makes the previews of looks that were changed, for culling, galleries and lists: those near the frame that is looked
 * at need none, since the page draws them itself. It goes on until nothing is left, and can be killed at any line.
 */
final class MakeLookPreviews implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 3;

    /** Seconds after which a job that was lost holds nobody up. */
    public int $uniqueFor = 120;

    private const PIECE = 20;

    /** Seconds that one job takes at most, and that it waits for a hand to come to rest. */
    private const TURN = 4.0;

    private const REST = 3;

    public function __construct(private readonly int $shoot)
    {
    }

    public static function soon(Shoot $shoot): void
    {
        self::dispatch($shoot->id)->onQueue('pictures')->delay(self::REST);
    }

    public function uniqueId(): string
    {
        return (string) $this->shoot;
    }

    public function handle(FinishedPreview $preview): void
    {
        $began = microtime(true);
        $goOn = function () use ($preview, $began): bool {
            while (($looks = $this->left())->isNotEmpty()) {
                foreach ($looks as $look) {
                    self::make($preview, $look);
                    if (microtime(true) - $began > self::TURN) {
                        return true;
                    }
                }
            }

            return false;
        };
        if ((new NamedLock("look-previews-{$this->shoot}"))->hold($goOn) !== false) {
            self::dispatch($this->shoot)->onQueue('pictures')->delay(1);
        }
    }

    /** @return Collection<int, FrameLook> the last that were changed first */
    private function left(): Collection
    {
        return FrameLook::query()
            ->where(['shoot_id' => $this->shoot, 'is_made' => false])
            ->whereNotNull('large_path')
            ->with('frame.shoot')
            ->orderByDesc('revision')
            ->limit(self::PIECE)
            ->get();
    }

    /** One that cannot be made is not tried again before it is changed, or needed for a proof. */
    private static function make(FinishedPreview $preview, FrameLook $look): void
    {
        try {
            $preview->make($look->frame, $look);
        } catch (UnableToMakePicture) {
            FrameLook::query()
                ->whereKey($look->id)
                ->where('large_path', $look->large_path)
                ->update(['is_made' => true]);
        }
    }
}

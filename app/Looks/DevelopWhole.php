<?php

declare(strict_types=1);

namespace App\Looks;

use App\Copies\VerifiedPicture;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Develops all pixels of one raw file, for somebody who looks at them. Killed, it is asked for again. */
final class DevelopWhole implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable, Queueable;

    public int $tries = 1;

    /** Seconds after which one that was lost holds nobody up. */
    public int $uniqueFor = 30;

    public function __construct(private readonly int $frame)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->frame;
    }

    public function handle(Raws $raws): void
    {
        $frame = Frame::query()->with('shoot', 'files.copies', 'files.sameAs.copies')->find($this->frame);
        if ($frame === null || is_file($raws->wholePath($frame))) {
            return;
        }
        $file = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(8));
        try {
            VerifiedPicture::rawOf($frame)?->copyTo($file) === true && $raws->keepWhole($frame, $file);
        } catch (UnableToMakePicture $reason) {
            $raws->giveUp($frame, $reason->getMessage());
        } finally {
            @unlink($file);
        }
    }
}

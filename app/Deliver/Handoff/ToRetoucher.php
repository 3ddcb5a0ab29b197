<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Copies\Places;
use App\Deliver\UnableToDeliver;
use App\Deliver\Way\FileToDeliver;
use App\Deliver\Way\FrameToDeliver;
use App\Deliver\Way\Original;
use App\Deliver\Way\Way;
use App\Frames\CardFile;
use Kanpai\Core\Frames\FileKind;

/**
 * What goes to a retoucher of a frame: its raw file, or its JPEG where there is no raw; the sidecar as it is; the
 * picture with what was drawn on it; and, from the second round on, what came back last. No way for clients.
 */
final readonly class ToRetoucher implements Way
{
    public const KEY = 'handoff';

    public function __construct(private Places $places, private CurrentSidecar $sidecar)
    {
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function label(): string
    {
        return 'Files';
    }

    public function inWords(): string
    {
        return 'raw files with their sidecars, what is to be done, and what came back last';
    }

    public function owns(string $file): bool
    {
        return Original::isKey($file) || LastVersion::isKey($file) ||
            in_array($file, [HandoffSidecar::KEY, NotePicture::KEY], true);
    }

    public function files(FrameToDeliver $frame): array
    {
        $originals = $this->originals($frame);
        $stem = new HandoffStem($frame, $originals[0]);

        return array_values(
            array_filter([
                ...array_map(fn (CardFile $file): FileToDeliver => $this->original($frame, $file, $stem), $originals),
                new HandoffSidecar($this->sidecar->of($frame), $stem),
                LastVersion::of($frame->frame),
                NotePicture::of($frame, $stem),
            ]),
        );
    }

    /**
     * @return non-empty-list<CardFile>
     *
     * @throws UnableToDeliver
     */
    private function originals(FrameToDeliver $frame): array
    {
        $files = $frame->originals();
        $ofKind = fn (FileKind $kind): array => array_values(
            array_filter($files, fn (CardFile $file): bool => $file->kind === $kind),
        );

        return $ofKind(FileKind::Raw)
            ?: $ofKind(FileKind::Jpeg)
            ?: throw UnableToDeliver::noVerifiedCopy($frame->frame->name);
    }

    private function original(FrameToDeliver $frame, CardFile $file, HandoffStem $stem): FileToDeliver
    {
        return new Original(
            $frame,
            $file,
            fn (): string => $stem->text().'.'.pathinfo($file->destination, PATHINFO_EXTENSION),
            $this->places,
        );
    }
}

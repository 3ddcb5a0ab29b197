<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Copies\Places;
use App\Copies\VerifiedPicture;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Imaging\UnableToMakePicture;
use App\Ingest\EmbeddedPictures;
use App\Ingest\FileOnCard;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Frames\FileKind;
use Symfony\Component\HttpFoundation\Response;

/**
 * The picture of a frame in all its pixels: the version that stands for it, else the JPEG of a verified copy, or the
 * largest that a raw file holds; before it is copied, from the card in its slot.
 */
final class WholePictureController
{
    private const DAY = 86_400;

    private const HEADERS = ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age='.self::DAY];

    public function __invoke(
        Shoot $shoot,
        int $frame,
        Places $places,
        EmbeddedPictures $embedded,
        FileOnCard $card,
    ): Response {
        $found = Frame::of($shoot)->with('files.copies', 'files.sameAs.copies', 'card')->findOrFail($frame);
        $version = $this->version($found);
        if ($version !== null) {
            return response()->file($version, self::HEADERS);
        }
        $folders = $places->folders($shoot->studio_id);
        foreach (self::pictures($found) as $file) {
            $path = $file->verifiedPath($folders) ?? $card->path($found->card, $file);
            $answer = $path === null ? null : $this->answer($path, $file->kind, self::HEADERS, $embedded);
            if ($answer !== null) {
                return $answer;
            }
        }
        abort(404, 'No copy of this frame is within reach.');
    }

    /** The version that stands for a frame; one that is no JPEG is shown as large as its preview. */
    private function version(Frame $frame): ?string
    {
        $version = $frame->version_id === null ? null : VerifiedPicture::of($frame);
        $path = $version?->path();

        return $path === null || $version->isJpeg ? $path : config('kanpai.pictures').'/'.$frame->large_path;
    }

    /** @return Collection<int, CardFile> the JPEG beside a raw file first: what a raw file embeds may have fewer pixels */
    private static function pictures(Frame $frame): Collection
    {
        return $frame->files
            ->filter(fn (CardFile $file): bool => $file->kind->isPicture())
            ->sortBy(fn (CardFile $file): int => $file->kind === FileKind::Jpeg ? 0 : 1);
    }

    /** @param  array<string, string>  $headers */
    private function answer(string $path, FileKind $kind, array $headers, EmbeddedPictures $embedded): ?Response
    {
        if ($kind === FileKind::Jpeg) {
            return response()->file($path, $headers);
        }
        try {
            return response($embedded->largest($path)['bytes'], 200, $headers);
        } catch (UnableToMakePicture) {
            return null;
        }
    }
}

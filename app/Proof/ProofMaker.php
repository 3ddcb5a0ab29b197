<?php

declare(strict_types=1);

namespace App\Proof;

use App\Captions\EmbeddedCaption;
use App\Captions\FrameCaption;
use App\Copies\Disk;
use App\Frames\Frame;
use App\Imaging\ExifTool;
use App\Imaging\Picture;
use App\Imaging\PictureWriter;
use App\Imaging\PreviewMaker;
use App\Looks\FinishedPreview;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\MetadataScope;

/**
 * Makes the proofs of a frame: small and large, plain and under the watermark. They are drawn anew, so that nothing the
 * camera wrote goes along: no place, no serial number. They say whose they are; who is shown only when asked.
 */
final class ProofMaker
{
    /** Of a gallery that goes along while the shoot runs: a fifth of six thousand pixels. */
    public const LIVE = 1200;

    private const QUALITY = 78;

    private const PATHS = ['small_path', 'large_path', 'plain_small_path', 'plain_large_path'];

    private ?Gallery $gallery = null;

    private ?Watermark $mark = null;

    public function __construct(private readonly ExifTool $exifTool, private readonly FinishedPreview $preview)
    {
    }

    public function make(Gallery $gallery, GalleryFrame $proof): void
    {
        $frame = $proof->frame;
        if ($this->gallery?->is($gallery) !== true) {
            [$this->gallery, $this->mark] = [$gallery, $gallery->proofWatermark()];
        }
        if ($frame->large_path === null) {
            // Nothing of it could be read: its place stays empty.
            $proof->update(array_fill_keys(self::PATHS, '') + ['picture' => '']);

            return;
        }
        $picture = $this->picture($gallery, $frame);
        [$width, $height] = FinishedPreview::size($frame, $gallery->look);
        $tags = $this->tags($gallery, $proof);
        $plain = $this->pair($gallery, $proof, $picture, $tags, '');
        $shown = $this->mark === null
            ? $plain
            : $this->pair($gallery, $proof, $this->mark->on($picture), $tags, ' '.$this->mark->fingerprint());
        $proof->update([
            'plain_large_path' => $plain[0],
            'plain_small_path' => $plain[1],
            'large_path' => $shown[0],
            'small_path' => $shown[1],
            'picture' => FinishedPreview::name($frame, $gallery->look),
            'width' => $width,
            'height' => $height,
        ]);
    }

    private function picture(Gallery $gallery, Frame $frame): Picture
    {
        $folder = (string) config('kanpai.pictures');
        Disk::makeFolder("{$folder}/gallery-{$gallery->uuid}", 0700);

        return $this->preview->picture($frame, $gallery->look)
            ->within($gallery->live === null ? PreviewMaker::LARGE : self::LIVE)
            ->inMemory();
    }

    /**
     * Writes a proof, large and small.
     *
     * @param  list<array{string, string}>  $tags
     * @return array{string, string} paths below the folder of pictures
     */
    private function pair(Gallery $gallery, GalleryFrame $proof, Picture $picture, array $tags, string $kind): array
    {
        $folder = (string) config('kanpai.pictures');
        $name = FinishedPreview::name($proof->frame, $gallery->look);
        $path = fn (string $size): string => "gallery-{$gallery->uuid}/".
            hash('xxh128', "{$gallery->uuid} {$proof->number} {$name} {$size}{$kind}").
            '.jpg';
        [$large, $small] = [$path('large'), $path('small')];
        $this->save($picture, "{$folder}/{$large}", $tags);
        PictureWriter::jpeg($picture->within(2 * PreviewMaker::SMALL), "{$folder}/{$small}", self::QUALITY);

        return [$large, $small];
    }

    /** @param  list<array{string, string}>  $tags */
    private function save(Picture $picture, string $path, array $tags): void
    {
        // Under its name it is whole at any time, whoever else makes it too.
        $part = $path.'.'.bin2hex(random_bytes(4)).'.part.jpg';
        PictureWriter::jpeg($picture, $part, self::QUALITY);
        $this->exifTool->write($part, $tags);
        rename($part, $path);
    }

    /** @return list<array{string, string}> */
    private function tags(Gallery $gallery, GalleryFrame $proof): array
    {
        $caption = FrameCaption::query()->find($proof->frame_id)?->caption() ?? Caption::of([]);
        $says = $gallery->metadata === 'all' ? MetadataScope::All : MetadataScope::Rights;
        $tags = EmbeddedCaption::tags($says->of($caption), $proof->frame->taken_ms, $gallery->shoot->zone(), 0);

        return array_values(
            array_filter($tags, fn (array $tag): bool => $tag[1] !== '' && $tag[0] !== 'XMP-xmp:Rating'),
        );
    }
}

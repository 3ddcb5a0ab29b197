<?php

declare(strict_types=1);

namespace Kanpai\Core\Deliver\Output;

use Kanpai\Core\Frames\Caption\MetadataScope;

/**
 * One way of writing files.
 *
 * @phpstan-type OutputSaid array{size: array{rule: string, width: float, height: float|null, ppi: int|null,
 *     enlarges: bool}, format: string, quality: int, most_bytes: int|null, keeps_profile: bool, sharpening: string,
 *     is_marked: bool, metadata: string, look?: string}
 */
final readonly class OutputPlan
{
    private const LEAST_BYTES = 10_000;

    /**
     * @param  int  $quality  1 to 100, of formats that have one
     * @param  int|null  $mostBytes  a file is written with less quality until it is no larger
     * @param  bool  $keepsProfile  the colour space of the camera; else sRGB
     * @param  bool  $isMarked  under the studio's watermark
     * @param  string  $look  the use whose look a frame is to have, where it has one; empty for its own
     */
    private function __construct(
        public Size $size,
        public Format $format,
        public int $quality,
        public ?int $mostBytes,
        public bool $keepsProfile,
        public Sharpening $sharpening,
        public bool $isMarked,
        public MetadataScope $metadata,
        public string $look,
    ) {
    }

    /** @throws InvalidOutput */
    public static function of(
        Size $size,
        Format $format = Format::Jpeg,
        int $quality = 90,
        ?int $mostBytes = null,
        bool $keepsProfile = false,
        Sharpening $sharpening = Sharpening::None,
        bool $isMarked = false,
        MetadataScope $metadata = MetadataScope::All,
        string $look = '',
    ): self {
        if ($quality < 1 || $quality > 100) {
            throw InvalidOutput::quality($quality);
        }
        if ($mostBytes !== null && $mostBytes < self::LEAST_BYTES) {
            throw InvalidOutput::bytes($mostBytes);
        }
        if ($mostBytes !== null && ! $format->hasQuality()) {
            throw InvalidOutput::bytesOf($format);
        }

        return new self($size, $format, $quality, $mostBytes, $keepsProfile, $sharpening, $isMarked, $metadata, $look);
    }

    /**
     * What a studio starts with.
     *
     * @return array<string, self> by name
     *
     * @throws InvalidOutput
     */
    public static function starters(): array
    {
        return [
            'Full size' => self::of(Size::full(), quality: 94),
            'Print 8 × 10 in' => self::of(Size::print(8, 10), quality: 94, sharpening: Sharpening::Print),
            'Web 2,400 px' => self::of(Size::longest(2400), quality: 86, sharpening: Sharpening::Screen),
            'Social with mark' => self::of(
                Size::longest(2048),
                quality: 84,
                sharpening: Sharpening::Screen,
                isMarked: true,
                metadata: MetadataScope::Rights,
            ),
            'Blog' => self::of(
                Size::longest(1600),
                Format::Webp,
                80,
                400_000,
                sharpening: Sharpening::Screen,
                metadata: MetadataScope::Rights,
            ),
            'Proof' => self::of(Size::longest(1200), quality: 78, isMarked: true, metadata: MetadataScope::Rights),
        ];
    }

    /**
     * Which way of writing it is: files that were written in the same way from the same picture are not written again.
     */
    public function fingerprint(): string
    {
        return hash('xxh128', (string) json_encode($this->toArray()));
    }

    /** @return OutputSaid */
    public function toArray(): array
    {
        return [
            'size' => [
                'rule' => $this->size->rule->value,
                'width' => $this->size->width,
                'height' => $this->size->height,
                'ppi' => $this->size->ppi,
                'enlarges' => $this->size->enlarges,
            ],
            'format' => $this->format->value,
            'quality' => $this->quality,
            'most_bytes' => $this->mostBytes,
            'keeps_profile' => $this->keepsProfile,
            'sharpening' => $this->sharpening->value,
            'is_marked' => $this->isMarked,
            'metadata' => $this->metadata->value,
            // Files that were written before it could be said are still the same.
            ...$this->look === '' ? [] : ['look' => $this->look],
        ];
    }

    /**
     * @param  OutputSaid  $data
     *
     * @throws InvalidOutput
     */
    public static function fromArray(array $data): self
    {
        ['width' => $width, 'height' => $height, 'ppi' => $ppi, 'enlarges' => $enlarges] = $data['size'];
        $size = match (SizeRule::from($data['size']['rule'])) {
            SizeRule::Full => Size::full(),
            SizeRule::Longest => Size::longest((int) $width, $enlarges),
            SizeRule::Shortest => Size::shortest((int) $width, $enlarges),
            SizeRule::Within => Size::within((int) $width, (int) $height, $enlarges),
            SizeRule::Print => Size::print($width, (float) $height, (int) $ppi, $enlarges),
            SizeRule::Percent => Size::percent($width),
            SizeRule::Megapixels => Size::megapixels($width, $enlarges),
        };

        return self::of(
            $size,
            Format::from($data['format']),
            $data['quality'],
            $data['most_bytes'],
            $data['keeps_profile'],
            Sharpening::from($data['sharpening']),
            $data['is_marked'],
            MetadataScope::from($data['metadata']),
            $data['look'] ?? '',
        );
    }

    public function inWords(): string
    {
        return implode(
            ' · ',
            array_filter([
                $this->size->inWords(),
                $this->format->inWords().($this->format->hasQuality() ? " {$this->quality}" : ''),
                $this->mostBytes === null ? '' : 'at most '.number_format($this->mostBytes / 1000).' KB',
                $this->keepsProfile ? 'original profile' : 'sRGB',
                $this->sharpening === Sharpening::None ? '' : "sharpened for {$this->sharpening->value}",
                $this->look === '' ? '' : "look for {$this->look}",
                $this->isMarked ? 'with mark' : '',
                $this->metadata->inWords(),
            ]),
        );
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames;

/**
 * A file's place on a card by the Design rule for Camera File system (CIPA DC-009, JEITA CP-3461):
 * `DCIM/NNNXXXXX/XXXXNNNN.EXT`. Files of one folder with the same number belong to one press of the shutter.
 */
final readonly class DcfName
{
    private function __construct(
        public string $folder,
        public string $stem,
        public string $extension,
        public FileKind $kind,
    ) {
    }

    /**
     * @param  string  $path  relative to the card, with forward slashes
     */
    public static function of(string $path): self
    {
        $name = basename($path);
        $dot = strrpos($name, '.');
        $extension = $dot === false ? '' : strtolower(substr($name, $dot + 1));
        $folder = dirname($path);

        return new self(
            $folder === '.' ? '' : $folder,
            $dot === false ? $name : substr($name, 0, $dot),
            $extension,
            FileKind::ofExtension($extension),
        );
    }

    /** The same for all files of one press of the shutter on one card. */
    public function frameKey(): string
    {
        $stem = $this->stem;
        // A sidecar may carry the picture's whole name: CRVM0001.DNG.xmp.
        if ($this->kind === FileKind::Sidecar && self::of($stem)->kind->isPicture()) {
            $stem = self::of($stem)->stem;
        }

        return strtoupper($this->folder.'/'.$stem);
    }

    /** The file's name as text: bytes that are no UTF-8 are taken as Latin-1, control characters are shown as such. */
    public static function displayable(string $path): string
    {
        $name = basename($path);
        $text = mb_check_encoding($name, 'UTF-8') ? $name : mb_convert_encoding($name, 'UTF-8', 'ISO-8859-1');

        return (string) preg_replace('/\p{Cc}/u', "\u{FFFD}", $text);
    }

    /** The number 1–9999 the camera counted, or null for a name outside the rule. */
    public function number(): ?int
    {
        return preg_match('/^[A-Za-z0-9_]{4}(\d{4})$/', $this->stem, $m) === 1 && $m[1] !== '0000' ? (int) $m[1] : null;
    }
}

<?php

declare(strict_types=1);

namespace App\Studio;

use Carbon\CarbonInterface;

/**
 * The way to pictures for whoever has a link. Addresses are checked by nginx alone, which starts no PHP, so a signature
 * cannot be taken back; but every address of a link leads through a folder of its own, and with that folder all of them
 * end at once.
 */
final readonly class PictureDoor
{
    private const BELOW = 'doors';

    private function __construct(private string $key, private ?int $ends)
    {
    }

    /**
     * @param  string  $kind  share or delivery
     * @param  string  $hash  of the secret of the link
     * @param  CarbonInterface|null  $ends  when the link ends by itself
     */
    public static function of(string $kind, string $hash, ?CarbonInterface $ends = null): self
    {
        return new self($kind.'-'.substr(hash('sha256', "{$kind} {$hash}"), 0, 32), $ends?->getTimestamp());
    }

    public function address(?string $path): string
    {
        if ($path === null || $path === '') {
            return '';
        }
        $this->open();

        return PictureAddress::of(self::BELOW."/{$this->key}/{$path}", $this->ends);
    }

    /** Ends every address that was given out for the link; a later one opens it again. */
    public function close(): void
    {
        @unlink($this->path());
    }

    private function open(): void
    {
        if (is_link($this->path())) {
            return;
        }
        is_dir(dirname($this->path())) || @mkdir(dirname($this->path()), 0700, true);
        @symlink((string) config('kanpai.pictures'), $this->path());
    }

    private function path(): string
    {
        return config('kanpai.pictures').'/'.self::BELOW."/{$this->key}";
    }
}

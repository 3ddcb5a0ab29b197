<?php

declare(strict_types=1);

namespace App\Ingest\Rack;

/**
 * A file of a card in the rack, opened for reading alone, with the faults of the card. PHP's stream wrapper interface.
 */
final class RackStream
{
    private const SCHEME = 'kanpai-rack';

    /** @var resource|null set by PHP */
    public $context;

    /** @var resource|null */
    private $file = null;

    private string $path = '';

    private string $card = '';

    private int $at = 0;

    private ?Rack $rack = null;

    public static function address(string $rack, string $card, string $path): string
    {
        if (! in_array(self::SCHEME, stream_get_wrappers(), true)) {
            stream_wrapper_register(self::SCHEME, self::class);
        }

        return self::SCHEME.'://'.rawurlencode($rack).'/'.rawurlencode($card).'/'.rawurlencode($path);
    }

    public function stream_open(string $address, string $mode): bool
    {
        if ($mode !== 'rb') {
            return false;
        }
        [$rack, $this->card, $below] = array_map(
            rawurldecode(...),
            explode('/', substr($address, strlen(self::SCHEME) + 3)),
        );
        $this->rack = new Rack($rack);
        $this->path = "{$rack}/{$this->card}/{$below}";
        $file = @fopen($this->path, 'rb');
        if ($file === false) {
            return false;
        }
        stream_set_read_buffer($file, 0);
        $this->file = $file;

        return true;
    }

    public function stream_read(int $count): string|false
    {
        clearstatcache();
        if ($this->file === null || $this->rack === null || ! is_file($this->path)) {
            return false;
        }
        $faults = $this->rack->faults($this->card);
        $bytes = fread($this->file, max(1, $count));
        if ($bytes === false || $faults->areNone() || ! $faults->concern($this->path)) {
            $this->at += strlen((string) $bytes);

            return $bytes;
        }
        $bytes = $this->spoiled($bytes, $faults);
        if ($bytes === '' && $faults->failsAt !== null && $this->at >= $faults->failsAt) {
            return false;
        }
        if ($faults->pullsOutAt !== null && $this->rack->count($this->card, strlen($bytes)) >= $faults->pullsOutAt) {
            $this->rack->pullOut($this->card);

            return false;
        }
        if ($faults->bytesPerSecond !== null) {
            usleep((int) ((1e6 * strlen($bytes)) / max(1, $faults->bytesPerSecond)));
        }
        $this->at += strlen($bytes);

        return $bytes;
    }

    public function stream_eof(): bool
    {
        return $this->file === null || $this->at >= (int) (fstat($this->file)['size'] ?? 0);
    }

    public function stream_seek(int $offset, int $whence): bool
    {
        if ($this->file === null || fseek($this->file, $offset, $whence) !== 0) {
            return false;
        }
        $this->at = (int) ftell($this->file);

        return true;
    }

    public function stream_tell(): int
    {
        return $this->at;
    }

    /** @return array<int|string, int>|false */
    public function stream_stat(): array|false
    {
        return $this->file === null ? false : fstat($this->file);
    }

    public function stream_set_option(): bool
    {
        return false;
    }

    public function stream_close(): void
    {
        if ($this->file !== null) {
            fclose($this->file);
        }
    }

    /** The bytes as a card with these faults gives them: cut off, or with a bit that is another one. */
    private function spoiled(string $bytes, Faults $faults): string
    {
        if ($faults->failsAt !== null && $this->at + strlen($bytes) >= $faults->failsAt) {
            $bytes = substr($bytes, 0, max(0, $faults->failsAt - $this->at));
        }
        $flip = $faults->flipsAt === null ? -1 : $faults->flipsAt - $this->at;
        if ($flip >= 0 && $flip < strlen($bytes)) {
            $bytes[$flip] = chr(ord($bytes[$flip]) ^ 1);
        }

        return $bytes;
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Copies\Disk;
use Kanpai\Core\Copies\CopiedBytes;
use Kanpai\Core\Copies\ReadOnceCopy;

/**
 * Takes the bytes of a file from a browser, piece by piece, and compares the whole with the browser's checksum.
 *
 * What has arrived is what the part file holds, so that a broken piece, a killed process or a lost connection loses
 * nothing but the bytes that were not written.
 */
final class Receiving
{
    /** Checksums of single pieces, as tus names them => as PHP does. */
    public const CHECKSUMS = ['sha1' => 'sha1', 'sha256' => 'sha256', 'md5' => 'md5', 'xxh128' => 'xxh128'];

    public function __construct(private readonly ReadOnceCopy $copy)
    {
    }

    /**
     * @param  resource  $body
     * @param  string  $checksum  `algorithm base64` of this piece, or empty
     * @return int the new offset in bytes
     *
     * @throws UnusableUpload
     */
    public function append(Arrival $arrival, int $offset, $body, string $checksum = ''): int
    {
        if ($arrival->arrived_at !== null) {
            return $arrival->size;
        }
        $part = @fopen($arrival->part(), 'cb');
        if ($part === false) {
            throw UnusableUpload::couldNotBeKept();
        }
        try {
            if (! flock($part, LOCK_EX | LOCK_NB)) {
                throw UnusableUpload::isBusy();
            }
            $there = max(0, (int) (fstat($part)['size'] ?? 0));
            if ($offset !== $there) {
                throw UnusableUpload::wrongOffset($there);
            }
            $end = $this->write($part, $there, $body, $arrival->size, $checksum);
        } finally {
            fclose($part);
        }
        if ($end === $arrival->size) {
            $this->finish($arrival);
        }

        return $end;
    }

    /**
     * @param  resource  $part
     * @param  int<0, max>  $at
     * @param  resource  $body
     */
    private function write($part, int $at, $body, int $size, string $checksum): int
    {
        $hash = $this->hash($checksum);
        fseek($part, $at);
        try {
            $end = self::take($part, $at, $body, $size, $hash[0] ?? null);
            if ($hash !== null && ! hash_equals($hash[1], hash_final($hash[0], true))) {
                throw UnusableUpload::isDifferent();
            }
        } catch (UnusableUpload $reason) {
            ftruncate($part, $at);
            throw $reason;
        }
        if (! fflush($part)) {
            throw UnusableUpload::couldNotBeKept();
        }

        return $end;
    }

    /**
     * @param  resource  $part
     * @param  resource  $body
     * @return int<0, max> where it ends
     *
     * @throws UnusableUpload
     */
    private static function take($part, int $at, $body, int $size, ?\HashContext $hash): int
    {
        while (! feof($body)) {
            $bytes = (string) fread($body, 1 << 20);
            if ($at + strlen($bytes) > $size) {
                throw UnusableUpload::tooLong();
            }
            if ($bytes !== '' && @fwrite($part, $bytes) !== strlen($bytes)) {
                throw UnusableUpload::couldNotBeKept();
            }
            if ($hash !== null) {
                hash_update($hash, $bytes);
            }
            $at += strlen($bytes);
        }

        return max(0, $at);
    }

    /** @return array{\HashContext, string}|null */
    private function hash(string $checksum): ?array
    {
        if ($checksum === '') {
            return null;
        }
        [$name, $sum] = explode(' ', $checksum.' ', 2);
        $bytes = base64_decode(trim($sum), true);
        if (! isset(self::CHECKSUMS[$name]) || $bytes === false) {
            throw UnusableUpload::unknownChecksum();
        }

        return [hash_init(self::CHECKSUMS[$name]), $bytes];
    }

    /** Compares what is here, read from the disk, with what was sent; only then the file gets its name. */
    public function finish(Arrival $arrival): void
    {
        $here = $this->measure($arrival->part());
        if ($arrival->hash !== null && $arrival->hash !== $here->hash) {
            unlink($arrival->part());
            throw UnusableUpload::isDifferent();
        }
        $path = $arrival->target();
        touch($arrival->part(), $arrival->modified_at);
        if (! Disk::makeFolder(dirname($path), 0700) || ! @rename($arrival->part(), $path)) {
            throw UnusableUpload::couldNotBeKept();
        }
        $arrival->update(['hash' => $here->hash, 'arrived_at' => now()]);
        event(new FileArrived($arrival));
    }

    private function measure(string $path): CopiedBytes
    {
        $file = fopen($path, 'rb');
        if ($file === false) {
            throw UnusableUpload::couldNotBeKept();
        }
        try {
            fsync($file);

            return $this->copy->readBack($file);
        } finally {
            fclose($file);
        }
    }
}

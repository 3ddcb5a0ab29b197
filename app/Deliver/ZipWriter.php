<?php

declare(strict_types=1);

namespace App\Deliver;

use Kanpai\Core\Copies\ChecksumList;
use ZipArchive;

/**
 * Writes a ZIP. Files are stored, not deflated: pictures are compressed already. Names are UTF-8; sizes beyond four
 * gigabytes and more than 65,535 files are zip64's (APPNOTE.TXT).
 */
final class ZipWriter
{
    /**
     * @param  list<array{path: string, name: string, hash: string}>  $files
     * @param  callable(float): bool  $reached
     * @param  array<string, string>  $texts  name => what is in it
     * @return bool false where it was stopped; then nothing is left
     *
     * @throws UnableToDeliver
     */
    public function write(string $target, array $files, callable $reached, array $texts = []): bool
    {
        $zip = new ZipArchive();
        if ($zip->open($target, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw UnableToDeliver::cannotPack('the disk refused the file');
        }
        $this->fill($zip, $files, $texts);
        $isStopped = self::stopper($zip, $reached);
        if (! @$zip->close()) {
            $why = $zip->getStatusString();
            array_map(unlink(...), glob("{$target}*") ?: []);

            return $isStopped() ? false : throw UnableToDeliver::cannotPack($why);
        }

        return true;
    }

    /**
     * @param  callable(float): bool  $reached
     * @return callable(): bool whether it was stopped
     */
    private static function stopper(ZipArchive $zip, callable $reached): callable
    {
        $isStopped = false;
        $zip->registerProgressCallback(0.01, function (float $part) use ($reached, &$isStopped): void {
            $isStopped = $isStopped || ! $reached($part);
        });
        $zip->registerCancelCallback(function () use (&$isStopped): int {
            return $isStopped ? -1 : 0;
        });

        return function () use (&$isStopped): bool {
            return $isStopped;
        };
    }

    /**
     * @param  list<array{path: string, name: string, hash: string}>  $files
     * @param  array<string, string>  $texts
     *
     * @throws UnableToDeliver
     */
    private function fill(ZipArchive $zip, array $files, array $texts): void
    {
        // Dated by the files and not by the moment, so that the same package is the same to the byte.
        $latest = max([0, ...array_map(fn (array $file): int => (int) @filemtime($file['path']), $files)]);
        $sums = [ChecksumList::NAME => ChecksumList::of(array_column($files, 'hash', 'name'))];
        foreach ([...$sums, ...$texts] as $name => $text) {
            $zip->addFromString($name, $text);
            $zip->setMtimeIndex($zip->numFiles - 1, $latest);
        }
        foreach ($files as ['path' => $path, 'name' => $name]) {
            $zip->addFile($path, $name, 0, 0, ZipArchive::FL_ENC_UTF_8)
                || throw UnableToDeliver::cannotPack("{$name} is not there");
            $zip->setCompressionIndex($zip->numFiles - 1, ZipArchive::CM_STORE);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Rack;

use App\Copies\Disk;
use RuntimeException;

/**
 * The card rack: a folder that plays memory cards. A card can be pushed in and pulled out, also in the middle of a
 * copy, made slow, and made to fail. It stands in for card readers, on the page and in tests.
 *
 * The faults lie in a hidden folder beside the cards, never on them.
 */
final class Rack
{
    private const AWAY = '.pulled-out';

    private const FAULTS = '.faults';

    public function __construct(private readonly string $folder)
    {
    }

    public static function installed(): self
    {
        return new self((string) config('kanpai.rack'));
    }

    /** @return array<string, array{isIn: bool, faults: Faults}> name => state */
    public function cards(): array
    {
        $cards = [];
        foreach ([$this->folder => true, $this->folder.'/'.self::AWAY => false] as $folder => $isIn) {
            foreach (glob($folder.'/*', GLOB_ONLYDIR) ?: [] as $card) {
                $cards[basename($card)] = ['isIn' => $isIn, 'faults' => $this->faults(basename($card))];
            }
        }
        ksort($cards);

        return $cards;
    }

    /** @return string the folder of the card */
    public function pushIn(string $card): string
    {
        $this->move($card, $this->folder.'/'.self::AWAY, $this->folder);

        return $this->folder.'/'.$card;
    }

    public function pullOut(string $card): void
    {
        $this->move($card, $this->folder, $this->folder.'/'.self::AWAY);
    }

    public function faults(string $card): Faults
    {
        $data = json_decode((string) @file_get_contents($this->faultsFile($card)), true);

        return Faults::of(is_array($data) ? $data : []);
    }

    public function make(string $card, Faults $faults): void
    {
        $file = $this->faultsFile($card);
        // Two who make one at once make one folder.
        Disk::makeFolder(dirname($file), 0700);
        @unlink($file.'.read');
        $part = $file.'.'.bin2hex(random_bytes(4)).'.part';
        file_put_contents($part, json_encode($faults, JSON_THROW_ON_ERROR));
        rename($part, $file);
    }

    /**
     * Counts what was read from a card, over all processes, for a card that is to be pulled out after so many bytes.
     */
    public function count(string $card, int $bytes): int
    {
        $file = fopen($this->faultsFile($card).'.read', 'c+');
        if ($file === false || ! flock($file, LOCK_EX)) {
            throw new RuntimeException('The rack cannot count.');
        }
        $read = (int) stream_get_contents($file) + $bytes;
        rewind($file);
        fwrite($file, (string) $read);
        fclose($file);

        return $read;
    }

    /**
     * Where a file of a slot is opened: behind the faults of its card when it lies in the rack, else as it is.
     */
    public function address(string $slot, string $path): string
    {
        $rack = realpath($this->folder);
        if ($rack === false || dirname($slot) !== $rack) {
            return $slot.'/'.$path;
        }

        return RackStream::address($rack, basename($slot), $path);
    }

    private function faultsFile(string $card): string
    {
        return $this->folder.'/'.self::FAULTS.'/'.$card.'.json';
    }

    private function move(string $card, string $from, string $to): void
    {
        if (basename($card) !== $card || in_array($card, ['', '.', '..'], true) || ! is_dir("{$from}/{$card}")) {
            return;
        }
        if (! is_dir($to)) {
            mkdir($to, 0700, true);
        }
        rename("{$from}/{$card}", "{$to}/{$card}");
    }
}

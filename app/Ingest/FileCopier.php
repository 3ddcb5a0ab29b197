<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Copy;
use App\Copies\Disk;
use App\Copies\TargetFile;
use App\Copies\Verify\CopyInHand;
use App\Copies\Verify\Verifier;
use App\Frames\CardFile;
use App\Ingest\Rack\Rack;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopiedBytes;
use Kanpai\Core\Copies\ReadOnceCopy;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Copies files of a card to places and proves each copy by reading it back. Each place has a process that proves, so
 * that the next file is read while the last ones are made durable and compared.
 *
 * The card is only ever opened for reading. A name in a place is either absent or holds the whole file: bytes go to a
 * temporary name, are made durable, and are renamed. A place that fails is reported, and the others go on.
 */
final class FileCopier
{
    /** Bytes read from a card at once. */
    private const CHUNK = 1 << 20;

    /** @var array<string, Verifier> place => its process */
    private array $provers = [];

    /** @var array<int, CopyInHand> file => what is being verified */
    private array $inHand = [];

    public function __construct(private readonly ReadOnceCopy $copy, private readonly KnownContents $known)
    {
    }

    /**
     * Reads a file from the card and writes it to places; `finished` tells when it is verified.
     *
     * @param  array<string, string>  $places  name => folder
     * @param  callable(int $bytes): bool  $goesOn  asked with the bytes of this file that were read
     *
     * @throws UnableToCopy when the file cannot be read from the card, or is not what it was
     */
    public function copy(CardFile $file, Card $card, array $places, callable $goesOn): void
    {
        // What is likely to be here already is read without being written.
        if ($this->known->isLikely($file)) {
            $read = $this->read($card, $file, [], null, $goesOn);
            if ($this->known->take($file, $read)) {
                $this->inHand[$file->id] = new CopyInHand($file, $read->hash);

                return;
            }
        }
        $existing = array_filter($places, fn (string $folder): bool => file_exists($folder.'/'.$file->destination));
        $hand = $this->write($card, $file, array_diff_key($places, $existing), $goesOn);
        $this->inHand[$file->id] = $hand;
        $this->look($card, $hand, $existing, $goesOn);
    }

    /**
     * @param  array<string, string>  $places
     * @param  callable(int): bool  $goesOn
     *
     * @throws UnableToCopy
     */
    private function write(Card $card, CardFile $file, array $places, callable $goesOn): CopyInHand
    {
        $hand = new CopyInHand($file);
        $targets = $this->open($hand, $places);
        try {
            $read = $this->read($card, $file, $targets, $hand->fail(...), $goesOn);
        } catch (UnableToCopy $reason) {
            self::discard($targets);
            throw $reason;
        }
        $hand->hash = $read->hash;
        if ($this->known->take($file, $read)) {
            self::discard($targets);
        } else {
            $this->closeAll($targets, $hand);
        }

        return $hand;
    }

    /** Files that were read and are not verified yet. */
    public function pending(): int
    {
        return count($this->inHand);
    }

    /**
     * @param  bool  $all  whether to wait until everything in hand is verified
     * @return list<CopyInHand> what has come to its end since; the proofs are noted
     */
    public function finished(bool $all): array
    {
        foreach ($this->provers as $place => $prover) {
            foreach ($prover->answers($all) as $id => $hash) {
                $this->inHand[$id]->answer($place, $hash);
            }
        }
        $finished = array_filter($this->inHand, fn (CopyInHand $hand): bool => $hand->open === []);
        if ($finished !== []) {
            DB::transaction(fn () => array_map($this->note(...), $finished));
            $this->inHand = array_diff_key($this->inHand, $finished);
        }

        return array_values($finished);
    }

    /**
     * @param  array<string, TargetFile>  $targets
     * @param  (callable(string, UnableToCopy): void)|null  $fail
     * @param  callable(int): bool  $goesOn
     *
     * @throws UnableToCopy
     */
    private function read(Card $card, CardFile $file, array $targets, ?callable $fail, callable $goesOn): CopiedBytes
    {
        $source = self::source($card, $file);
        $streams = array_map(fn (TargetFile $target): mixed => $target->stream, $targets);
        $writeBack = Disk::writeBack($streams);
        $copied = $this->copy->copy($source, $streams, $fail, function (int $bytes) use ($goesOn, $writeBack): bool {
            $writeBack($bytes);

            return $goesOn($bytes);
        });
        fclose($source);
        self::compare($file, $copied);

        return $copied;
    }

    /** @throws UnableToCopy where the file is not what it was */
    private static function compare(CardFile $file, CopiedBytes $copied): void
    {
        if ($copied->size !== $file->size) {
            throw UnableToCopy::hasChanged($file->shown(), $file->size, $copied->size);
        }
        if ($file->arrived_hash !== null && $file->arrived_hash !== $copied->hash) {
            throw UnableToCopy::hasTravelledBadly($file->shown());
        }
    }

    /**
     * @return resource
     *
     * @throws UnableToCopy
     */
    private static function source(Card $card, CardFile $file)
    {
        $source = @fopen(Rack::installed()->address($card->slot, $file->path), 'rb');
        if ($source === false) {
            throw UnableToCopy::cannotOpen($file->shown());
        }
        stream_set_chunk_size($source, self::CHUNK);
        $facts = fstat($source);
        if ($facts !== false && $facts['size'] === $file->size && max(0, $facts['mtime']) !== $file->modified_at) {
            throw UnableToCopy::isAnother($file->shown());
        }

        return $source;
    }

    /**
     * @param  array<string, string>  $places
     * @return array<string, TargetFile> in the places that let it be written
     */
    private function open(CopyInHand $hand, array $places): array
    {
        $targets = [];
        foreach ($places as $name => $folder) {
            try {
                $targets[$name] = TargetFile::open($name, $folder.'/'.$hand->file->destination);
            } catch (UnableToCopy $reason) {
                $hand->fail($name, $reason);
            }
        }

        return $targets;
    }

    /**
     * Hands what was written over to the processes that prove it.
     *
     * @param  array<string, TargetFile>  $targets
     */
    private function closeAll(array $targets, CopyInHand $hand): void
    {
        foreach ($targets as $name => $target) {
            if (isset($hand->failures[$name])) {
                $target->discard();

                continue;
            }
            try {
                $target->close($hand->file->modified_at);
                $hand->open[$name] = true;
                ($this->provers[$name] ??= new Verifier())->prove($hand->file->id, $target->path);
            } catch (UnableToCopy $reason) {
                $hand->fail($name, $reason);
            }
        }
    }

    /**
     * What is in a place already under the name of the file is read: it is the same, as a kill left it, or it is in
     * the way. A file that is not ours is never overwritten; a copy of ours that was found damaged is put aside, not
     * deleted, and made again.
     *
     * @param  array<string, string>  $existing
     * @param  callable(int): bool  $goesOn
     */
    private function look(Card $card, CopyInHand $hand, array $existing, callable $goesOn): void
    {
        $file = $hand->file;
        $again = [];
        foreach ($existing as $name => $folder) {
            $path = $folder.'/'.$file->destination;
            $own = Copy::query()->where(['file_id' => $file->id, 'place' => $name]);
            if (TargetFile::readBack($path) === $hand->hash) {
                @unlink(Disk::temporary($path));
                $hand->verified[] = $name;
            } elseif ($own->doesntExist()) {
                $hand->fail($name, UnableToCopy::isOccupied($name, $file->shown()));
            } else {
                self::putAside($path);
                $again[$name] = $folder;
            }
        }
        $this->makeAgain($card, $hand, $again, $goesOn);
    }

    private static function putAside(string $path): void
    {
        $name = '.damaged-'.now()->format('Ymd-His-v').'-'.hash('xxh3', basename($path));
        rename($path, dirname($path)."/{$name}");
    }

    /**
     * @param  array<string, string>  $again  places whose copy was damaged
     * @param  callable(int): bool  $goesOn
     */
    private function makeAgain(Card $card, CopyInHand $hand, array $again, callable $goesOn): void
    {
        $file = $hand->file;
        foreach ($this->open($hand, $again) as $name => $target) {
            try {
                $copied = $this->read($card, $file, [$name => $target], null, $goesOn);
                $copied->hash === $hand->hash
                    ? $this->closeAll([$name => $target], $hand)
                    : throw UnableToCopy::hasChanged($file->shown(), $file->size, $copied->size);
            } catch (UnableToCopy $reason) {
                $hand->fail($name, $reason);
                $target->discard();
            }
        }
    }

    private function note(CopyInHand $hand): void
    {
        if ($hand->verified === []) {
            return;
        }
        if ($hand->file->hash !== $hand->hash || $hand->file->copy_problem !== null) {
            $hand->file->update(['hash' => $hand->hash, 'copy_problem' => null]);
        }
        Copy::query()->upsert(
            array_map(
                fn (string $place): array => [
                    'file_id' => $hand->file->id,
                    'place' => $place,
                    'hash' => $hand->hash,
                    'verified_at' => now()->format('Y-m-d H:i:s.v'),
                ],
                $hand->verified,
            ),
            ['file_id', 'place'],
            ['hash', 'verified_at'],
        );
    }

    /** @param  array<string, TargetFile>  $targets */
    private static function discard(array $targets): void
    {
        array_map(fn (TargetFile $target) => $target->discard(), $targets);
    }
}

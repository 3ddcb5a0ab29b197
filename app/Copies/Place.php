<?php

declare(strict_types=1);

namespace App\Copies;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Str;
use Kanpai\Core\Copies\UnableToCopy;

/**
 * Where copies go: a folder on a disk. A file in it carries the place's own marker, so that the empty folder that is
 * left
 * when a disk is unplugged is not taken for the disk.
 *
 * @property int $id
 * @property int|null $studio_id none for those of the configuration
 * @property string $key so that a name exists once
 * @property string $name
 * @property string $path
 * @property string $marker
 * @property bool $has_marker
 * @property bool $is_bag the originals inside an archived shoot: read from, never written to
 * @property CarbonImmutable|null $left_out_at since when nothing more is copied to it
 */
final class Place extends Model
{
    public const MARKER = '.kanpai-place';

    protected $guarded = [];

    protected $casts = ['has_marker' => 'bool', 'is_bag' => 'bool', 'left_out_at' => 'immutable_datetime'];

    /** The place of that name, made if there is none. */
    public static function named(string $name, string $path, ?int $studio = null): self
    {
        return self::query()->createOrFirst(
            ['key' => ($studio ?? 'all').':'.mb_strtolower($name)],
            ['studio_id' => $studio, 'name' => $name, 'path' => $path, 'marker' => (string) Str::uuid()],
        );
    }

    public function isThere(): bool
    {
        if ($this->is_bag) {
            return is_dir($this->path);
        }

        return $this->has_marker
            ? trim((string) @file_get_contents($this->path.'/'.self::MARKER)) === $this->marker
            : is_dir($this->path) || ! file_exists($this->path);
    }

    /**
     * Makes sure that the disk is there; puts the marker on it the first time.
     *
     * @throws UnableToCopy
     */
    public function open(): void
    {
        if ($this->is_bag) {
            throw UnableToCopy::cannotWrite($this->name, 'anything');
        }
        if (! $this->has_marker) {
            $this->mark();
        } elseif (! $this->isThere()) {
            throw UnableToCopy::isAway($this->name);
        } elseif (! is_writable($this->path)) {
            // A disk that was made read-only keeps its marker.
            throw UnableToCopy::cannotWrite($this->name, 'anything');
        }
    }

    /** @throws UnableToCopy */
    private function mark(): void
    {
        if (! Disk::makeFolder($this->path)) {
            throw UnableToCopy::cannotWrite($this->name, 'anything');
        }
        $there = trim((string) @file_get_contents($this->path.'/'.self::MARKER));
        if ($there === '' && @file_put_contents($this->path.'/'.self::MARKER, $this->marker."\n") === false) {
            throw UnableToCopy::cannotWrite($this->name, 'anything');
        }
        // The marker of an earlier database on the same disk is taken over.
        $this->update(['has_marker' => true, 'marker' => $there === '' ? $this->marker : $there]);
    }

    /** Bytes that can still be written, or null where the system does not say. */
    public function room(): ?int
    {
        $free = @disk_free_space(is_dir($this->path) ? $this->path : dirname($this->path));

        return $free === false ? null : (int) $free;
    }

    /**
     * The same for places that one accident takes together: those on one file system. Tests, which have one disk alone,
     * may take each folder for a disk.
     */
    public function safetyDisk(): int|string
    {
        return config('kanpai.folders_are_disks') ? $this->name : $this->disk();
    }

    /** The same for places on one disk, which share their room. */
    public function disk(): int
    {
        $facts = @stat(is_dir($this->path) ? $this->path : dirname($this->path));

        return $facts === false ? -$this->id : $facts['dev'];
    }
}

<?php

declare(strict_types=1);

namespace App\Copies;

use App\Frames\CardFile;
use App\Frames\Version;
use App\Studio\NamedLock;
use Closure;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;

/**
 * The one place that deletes copies. A file's copies are looked at and deleted while a lock is held that is the file's
 * own, so that two who delete in different places never count on each other's; the row goes before the file, since a
 * copy that is not counted may stand for a while, and one that is counted and gone would be a lie.
 */
final class CopyRemoval
{
    /** Seconds that anybody waits for whoever is just looking at the same file. */
    private const PATIENCE = 20;

    public function __construct(private readonly Places $places)
    {
    }

    /** @return array<string, Place> name => place, of those whose disks are there */
    public function reachable(int $studio): array
    {
        return $this->places
            ->withBags($studio)
            ->filter(fn (Place $place): bool => $place->isThere())
            ->keyBy('name')
            ->all();
    }

    /**
     * Deletes the copy of a file in a place, if the rule allows it.
     *
     * @param  array<string, Place>  $there  as `reachable` gives it
     * @param  array<string, mixed>  $changes  columns of the file that change in the same instant as its copy goes
     * @return bool whether it is gone
     */
    public function remove(
        CardFile $file,
        string $place,
        CopyDeletion $rule,
        array $there,
        array $changes = [],
    ): bool {
        $copies = Copy::query()->where('file_id', $file->id)->toBase();
        $facts = ['hash' => (string) $file->hash, 'destination' => (string) $file->destination];

        $forget = function (Builder $copy) use ($file, $changes): void {
            $copy->delete();
            $file->update($changes);
        };

        return $this->removeOne((string) $file->id, $copies, $facts, $place, $rule, $there, $forget);
    }

    /**
     * The same for the copy of a version.
     *
     * @param  array<string, Place>  $there
     */
    public function removeVersion(Version $version, string $place, CopyDeletion $rule, array $there): bool
    {
        $copies = VersionCopy::query()->where('version_id', $version->id)->toBase();
        $facts = ['hash' => (string) $version->hash, 'destination' => $version->destination];

        $forget = fn (Builder $copy): int => $copy->delete();

        return $this->removeOne("version-{$version->id}", $copies, $facts, $place, $rule, $there, $forget);
    }

    /**
     * @param  Builder  $copies  rows of one file or version, in all places
     * @param  array{hash: string, destination: string}  $facts
     * @param  array<string, Place>  $there
     * @param  Closure(Builder): mixed  $forget  deletes the row of the copy, in a transaction
     */
    private function removeOne(
        string $lock,
        Builder $copies,
        array $facts,
        string $place,
        CopyDeletion $rule,
        array $there,
        Closure $forget,
    ): bool {
        if (! isset($there[$place]) || $there[$place]->is_bag) {
            return false;
        }

        return $this->alone($lock, function () use ($copies, $facts, $place, $rule, $there, $forget): bool {
            $all = $copies->clone()->get(['place', 'hash']);
            $staying = $all->where('hash', $facts['hash'])->where('place', '<>', $place)->pluck('place')->all();
            $isGone = $all->where('place', $place)->isEmpty();
            if ($isGone || ! $rule->allows(self::facts($staying, $facts['destination'], $there))) {
                return $isGone;
            }
            DB::transaction(fn () => $forget($copies->clone()->where('place', $place)));
            $this->unlink($there[$place], $facts['destination']);

            return true;
        }) ?? false;
    }

    /**
     * What stays, as the rule asks for it.
     *
     * @param  array<array-key, mixed>  $names  of places that have a verified copy
     * @param  array<string, Place>  $there
     * @return list<array{disk: int|string, isArchive: bool}>
     */
    private static function facts(array $names, string $destination, array $there): array
    {
        $staying = [];
        foreach ($names as $name) {
            $place = is_string($name) ? $there[$name] ?? null : null;
            if ($place !== null && is_file("{$place->path}/{$destination}")) {
                $staying[] = ['disk' => $place->safetyDisk(), 'isArchive' => $place->is_bag];
            }
        }

        return $staying;
    }

    /**
     * Does something while nobody else deletes copies of a file, or begins to rest on them.
     *
     * @template T
     *
     * @param  callable(): T  $do
     * @return T|null null where somebody else is at it for too long
     */
    public function alone(int|string $file, callable $do): mixed
    {
        return (new NamedLock("copies-{$file}"))->hold($do, self::PATIENCE);
    }

    /** With the folders that are empty then, up to the place. */
    public function unlink(Place $place, string $below): void
    {
        @unlink("{$place->path}/{$below}");
        $folder = dirname("{$place->path}/{$below}");
        while (strlen($folder) > strlen($place->path) && @rmdir($folder)) {
            $folder = dirname($folder);
        }
    }
}

<?php

declare(strict_types=1);

namespace App\Cull;

use App\Copies\Copy;
use App\Copies\CopyRemoval;
use App\Copies\Place;
use App\Copies\Places;
use App\Frames\CardFile;
use App\Ingest\Card;
use App\Studio\Shoot;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;
use Kanpai\Core\Frames\Verdict;

/**
 * Deletes copies of dropped frames in some places. Cards are not touched, nor a copy on which a file of another card
 * rests; and of every file a verified copy that is there stays, unless the studio allows the last one to go.
 */
final class DeleteCopies extends WorkInTurns
{
    public const KIND = 'delete';

    public const QUEUE = 'urgent';

    private const PIECE = 100;

    /** @param  list<string>  $places  names */
    public function __construct(int $taskId, private readonly array $places, private readonly bool $last)
    {
        parent::__construct($taskId);
    }

    /** @param  list<string>  $places */
    public static function start(Shoot $shoot, array $places, bool $last): void
    {
        $files = self::files($shoot, $places)->count();
        self::open($shoot, 'Deleting copies of dropped frames', $files, $places, $last);
    }

    /**
     * What stands where, of the dropped frames.
     *
     * @return list<array{place: string, isThere: bool, files: int, bytes: int}>
     */
    public static function plan(Shoot $shoot): array
    {
        $there = app(Places::class)
            ->all($shoot->studio_id)
            ->mapWithKeys(fn (Place $place): array => [$place->name => $place->isThere()])
            ->all();
        $line = fn (\stdClass $row): array => [
            'place' => (string) $row->place,
            'isThere' => $there[$row->place] ?? false,
            'files' => (int) $row->files,
            'bytes' => (int) $row->bytes,
        ];

        return array_values(self::sums($shoot)->map($line)->all());
    }

    /** @return Collection<int, \stdClass> */
    private static function sums(Shoot $shoot): Collection
    {
        return DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->join('frames', 'frames.id', '=', 'files.frame_id')
            ->where(['frames.shoot_id' => $shoot->id, 'frames.verdict' => Verdict::Drop])
            ->groupBy('copies.place')
            ->orderBy('copies.place')
            ->selectRaw('copies.place, COUNT(*) AS files, SUM(files.size) AS bytes')
            ->get();
    }

    protected function turn(Task $task): bool
    {
        $shoot = Shoot::query()->findOrFail($task->shoot_id);
        $there = app(CopyRemoval::class)->standing($shoot->studio_id);
        $last = $task->reached('file');
        while (
            ($files = self::files($shoot, $this->places)
                ->where('files.id', '>', $last)
                ->with('copies')
                ->orderBy('files.id')
                ->limit(self::PIECE)
                ->get())->isNotEmpty()
        ) {
            foreach ($files as $file) {
                $this->clear($file, $there);
                $last = $file->id;
            }
            $task->note(['file' => $last]);
            if (! $task->reach(min($task->total, $task->done + $files->count())) || $this->isTurnOver()) {
                return false;
            }
        }

        return true;
    }

    protected function over(Task $task): void
    {
        foreach (Card::query()->where('shoot_id', $task->shoot_id)->get() as $card) {
            $card->updateSafety();
        }
    }

    /** @param  array<string, Place>  $there  name => place */
    private function clear(CardFile $file, array $there): void
    {
        $removal = app(CopyRemoval::class);
        $rule = CopyDeletion::ofDropped($this->last);
        // Where one has to stay it is the first.
        foreach ($file->copies->sortByDesc('id')->whereIn('place', $this->places) as $copy) {
            if (! isset($there[$copy->place]) || ! $removal->remove($file, $copy->place, $rule, $there)) {
                continue;
            }
            // It is not to be copied again when the card comes back.
            $file->update(['is_ticked' => false]);
            $this->clearSidecars($file, $copy, $there[$copy->place]->path);
        }
    }

    /** The sidecar beside a copy is ours, and goes with the last picture of its frame that stands in that place. */
    private function clearSidecars(CardFile $file, Copy $copy, string $folder): void
    {
        if (! self::isLastPicture($file, $copy)) {
            return;
        }
        $sidecars = DB::table('sidecars')->where(['frame_id' => $file->frame_id, 'place' => $copy->place]);
        foreach ($sidecars->get(['id', 'path']) as $sidecar) {
            @unlink("{$folder}/{$sidecar->path}");
            DB::table('sidecars')->where('id', $sidecar->id)->delete();
        }
    }

    private static function isLastPicture(CardFile $file, Copy $copy): bool
    {
        $pictures = CardFile::query()
            ->where('frame_id', $file->frame_id)
            ->get()
            ->filter(fn (CardFile $own): bool => $own->kind->isPicture())
            ->pluck('id');
        $others = Copy::query()->where('place', $copy->place)->whereIn('file_id', $pictures)->whereKeyNot($copy->id);

        return $pictures->contains($file->id) && $others->doesntExist();
    }

    /**
     * @param  list<string>  $places
     * @return Builder<CardFile>
     */
    private static function files(Shoot $shoot, array $places): Builder
    {
        $files = CardFile::query();
        $files
            ->whereIn(
                'frame_id',
                DB::table('frames')
                    ->where(['shoot_id' => $shoot->id, 'verdict' => Verdict::Drop])
                    ->select('id'),
            )
            ->whereHas('copies', fn (Builder $copies) => $copies->whereIn('place', $places))
            ->whereNotIn('files.id', DB::table('files')->whereNotNull('same_as_id')->select('same_as_id'));

        return $files;
    }
}

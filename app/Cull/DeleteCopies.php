<?php

declare(strict_types=1);

namespace App\Cull;

use App\Captions\RemoveCopies;
use App\Copies\Copy;
use App\Copies\Place;
use App\Copies\Places;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Rows;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Copies\CopyDeletion;
use Kanpai\Core\Frames\Verdict;

/**
 * Deletes copies of dropped frames in some places. Cards are not touched, nor a copy on which a file of another card
 * rests; and of every file a verified copy that is there stays, unless the studio allows the last one to go.
 */
final class DeleteCopies extends RemoveCopies
{
    public const KIND = 'delete';

    public const QUEUE = 'urgent';

    /** @param  list<string>  $places  names */
    public function __construct(int $taskId, private readonly array $places, private readonly bool $last)
    {
        parent::__construct($taskId);
    }

    /** @param  list<string>  $places */
    public static function start(Shoot $shoot, array $places, bool $last): void
    {
        $copies = self::ofDropped($shoot, $places)->count();
        self::open($shoot, 'Deleting copies of dropped frames', $copies, $places, $last);
    }

    /**
     * What is where, of the dropped frames.
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

    protected function places(): array
    {
        return $this->places;
    }

    protected function rule(Shoot $shoot): CopyDeletion
    {
        return CopyDeletion::ofDropped($this->last);
    }

    protected function copies(Shoot $shoot): Builder
    {
        return self::ofDropped($shoot, $this->places);
    }

    protected function frames(Shoot $shoot): Rows
    {
        return self::dropped($shoot);
    }

    private static function dropped(Shoot $shoot): Rows
    {
        return DB::table('frames')->where(['shoot_id' => $shoot->id, 'verdict' => Verdict::Drop])->select('id');
    }

    /** It is not to be copied again when the card comes back. */
    protected function changes(): array
    {
        return ['is_ticked' => false];
    }

    /**
     * @param  list<string>  $places
     * @return Builder<Copy>
     */
    private static function ofDropped(Shoot $shoot, array $places): Builder
    {
        $files = DB::table('files')
            ->whereIn('frame_id', self::dropped($shoot))
            ->whereNotIn('id', DB::table('files')->whereNotNull('same_as_id')->select('same_as_id'));

        return Copy::query()->whereIn('copies.place', $places)->whereIn('copies.file_id', $files->select('id'));
    }
}

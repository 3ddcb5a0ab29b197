<?php

declare(strict_types=1);

namespace App\Archive;

use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Ingest\Card;
use App\Ingest\Upload\UploadLink;
use App\Proof\Gallery;
use App\Proof\Publishing;
use App\Studio\KeptFigures;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * A shoot that is deleted: what is where, why it may not go, and its going. Originals in the places and bags in the
 * archive are never touched; the database, previews, galleries and deliveries go.
 */
final class LeavingShoot
{
    public function __construct(private readonly Publishing $publishing, private readonly Delivering $delivering)
    {
    }

    /**
     * @return list<array{place: string, folder: string, files: int, bytes: int}> where copies of originals stay,
     *     with the first folder of their paths
     */
    public function copies(Shoot $shoot): array
    {
        $row = fn (\stdClass $row): array => [
            'place' => (string) $row->place,
            'folder' => mb_scrub((string) $row->folder, 'UTF-8'),
            'files' => (int) $row->files,
            'bytes' => (int) $row->bytes,
        ];

        return array_values(self::kept($shoot)->get(
            'folders',
            fn (): array => [$shoot->id => self::folders($shoot)->map($row)->all()],
        )[$shoot->id] ?? []);
    }

    private static function kept(Shoot $shoot): KeptFigures
    {
        $cards = Card::query()->where('shoot_id', $shoot->id)->orderBy('id')->pluck('id')->all();

        return KeptFigures::fromCards($shoot->id, array_values($cards));
    }

    /** @return Collection<int, \stdClass> */
    private static function folders(Shoot $shoot): Collection
    {
        return DB::table('copies')
            ->join('files', 'files.id', '=', 'copies.file_id')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->where('cards.shoot_id', $shoot->id)
            ->where('copies.place', 'not like', 'bag %')
            ->groupBy('copies.place', 'folder')
            ->orderBy('copies.place')
            ->orderBy('folder')
            ->selectRaw("copies.place, SUBSTRING_INDEX(files.destination, '/', 2) AS folder")
            ->selectRaw('COUNT(*) AS files, SUM(files.size) AS bytes')
            ->get();
    }

    /** Files that have no verified copy anywhere: once the shoot is gone, nobody remembers them. */
    public function uncopied(Shoot $shoot): int
    {
        $kept = self::kept($shoot)->get('uncopied', fn (): array => [$shoot->id => [self::withoutCopy($shoot)]]);

        return $kept[$shoot->id][0] ?? 0;
    }

    private static function withoutCopy(Shoot $shoot): int
    {
        return DB::table('files')
            ->join('cards', 'cards.id', '=', 'files.card_id')
            ->where('cards.shoot_id', $shoot->id)
            ->whereNull('files.same_as_id')
            ->whereNotExists(
                fn ($copies) => $copies->selectRaw('1')->from('copies')->whereColumn('copies.file_id', 'files.id'),
            )
            ->count();
    }

    /** Why it may not go now; empty when it may. */
    public function problem(Shoot $shoot): string
    {
        $task = Task::underWay()->where('shoot_id', $shoot->id)->first();
        if ($task !== null) {
            return "“{$task->title}” is under way. Stop it, or wait for its end.";
        }
        $resting = self::resting($shoot);

        return $resting === []
            ? ''
            : 'Files of “'.
                    implode('”, “', $resting).
                    '” were not copied a second time, because they stand with this shoot. Delete that one first, '.
                        'or finish this one instead of deleting it.';
    }

    /** @return list<string> shoots whose files came with a card of this one too and were copied once */
    private static function resting(Shoot $shoot): array
    {
        return array_values(DB::table('files AS theirs')
            ->join('files AS ours', 'ours.id', '=', 'theirs.same_as_id')
            ->join('cards AS our_cards', 'our_cards.id', '=', 'ours.card_id')
            ->join('cards AS their_cards', 'their_cards.id', '=', 'theirs.card_id')
            ->join('shoots', 'shoots.id', '=', 'their_cards.shoot_id')
            ->where('our_cards.shoot_id', $shoot->id)
            ->where('their_cards.shoot_id', '<>', $shoot->id)
            ->whereNull('shoots.removal_at')
            ->distinct()
            ->pluck('shoots.name')
            ->map(strval(...))
            ->all());
    }

    /**
     * What guests see goes at once, the rest with a worker. Killed at any line, the worker does what is left.
     *
     * @return string why it was not begun; empty when it was
     */
    public function begin(Shoot $shoot): string
    {
        $problem = DB::transaction(function () use ($shoot): string {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            $problem = $this->problem($shoot);
            if ($problem === '') {
                $shoot->update(['removal_at' => now()]);
            }

            return $problem;
        });
        if ($problem === '') {
            $this->closeDoors($shoot);
            RemoveShoot::dispatch($shoot->id)->onQueue('default');
        }

        return $problem;
    }

    /** Takes away what people without an account come to. */
    public function closeDoors(Shoot $shoot): void
    {
        Gallery::query()
            ->where('shoot_id', $shoot->id)
            ->get()
            ->each(fn (Gallery $gallery) => $this->publishing->remove($gallery));
        Delivery::query()
            ->where('shoot_id', $shoot->id)
            ->get()
            ->each(fn (Delivery $delivery) => $this->delivering->remove($delivery));
        UploadLink::query()
            ->where('shoot_id', $shoot->id)
            ->update(['withdrawn_at' => now()]);
    }

    /** @return array{cards: int, galleries: int, deliveries: int, bags: list<Bag>} */
    public function counts(Shoot $shoot): array
    {
        return [
            'cards' => Card::query()->where('shoot_id', $shoot->id)->count(),
            'galleries' => Gallery::query()->where('shoot_id', $shoot->id)->count(),
            'deliveries' => Delivery::query()->where('shoot_id', $shoot->id)->count(),
            'bags' => array_values(
                Bag::query()->where('shoot_id', $shoot->id)->whereNotNull('made_at')->orderBy('id')->get()->all(),
            ),
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Places;
use App\Copies\VersionCopy;
use App\Deliver\ContactSheet\ContactSheet;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\Receipt;
use App\Deliver\Recipient;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Ingest\Card;
use App\Proof\Selection;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * What goes into the bag of a shoot: originals and versions as they stand in the places, sidecars beside them, previews
 * and proofs, contact sheets; and as texts selections, records of deliveries, and all that the database knows.
 *
 * @phpstan-type Entry array{path: string, sources: list<string>, hash: string|null, name: string}
 */
final class BagContents
{
    public function __construct(private readonly Places $places, private readonly ShootRecord $record)
    {
    }

    /** @return array<int, string> file => path below the originals of the bag, of all that stands proved */
    public function originals(Shoot $shoot): array
    {
        $paths = [];
        foreach (
            CardFile::query()
                ->whereIn('card_id', Card::query()->where('shoot_id', $shoot->id)->select('id'))
                ->whereNotNull('hash')
                ->with('copies', 'sameAs.copies')
                ->orderBy('id')
                ->lazyById(500) as $file
        ) {
            if ($file->proofs()->isNotEmpty()) {
                $paths[$file->id] = ($file->sameAs ?? $file)->destination;
            }
        }

        return $paths;
    }

    /**
     * @return array<string, Entry> by path
     *
     * @throws UnableToArchive
     */
    public function entries(Shoot $shoot): array
    {
        $folders = $this->places->folders($shoot->studio_id);
        $entries = [];
        $add = function (string $path, array $sources, ?string $hash, string $name) use (&$entries): void {
            $entries[$path] ??= [
                'path' => $path,
                'sources' => array_values(array_filter($sources, is_file(...))),
                'hash' => $hash,
                'name' => $name,
            ];
        };
        $below = BagFolder::ORIGINALS.'/';
        foreach (Card::query()->where('shoot_id', $shoot->id)->orderBy('id')->get() as $card) {
            foreach ($card->files()->with('copies', 'sameAs.copies')->orderBy('id')->lazyById(500) as $file) {
                $proofs = $file->proofs();
                if ($file->hash === null || $proofs->isEmpty()) {
                    if ($file->is_ticked) {
                        throw UnableToArchive::notCopied($card->number);
                    }

                    continue;
                }
                $destination = ($file->sameAs ?? $file)->destination;
                $add(
                    $below.$destination,
                    $proofs->map(fn ($copy): string => ($folders[$copy->place] ?? '').'/'.$destination)->all(),
                    $file->hash,
                    $file->shown(),
                );
            }
        }
        $frames = DB::table('frames')->where('shoot_id', $shoot->id)->select('id');
        foreach (
            Version::query()->whereIn('frame_id', $frames)->whereNotNull('hash')->with('copies')->orderBy('id')->get() as $version
        ) {
            $add(
                $below.$version->destination,
                $version->copies
                    ->map(fn (VersionCopy $copy): string => ($folders[$copy->place] ?? '').'/'.$version->destination)
                    ->all(),
                $version->hash,
                $version->name,
            );
        }
        foreach (
            DB::table('sidecars')
                ->whereIn('frame_id', $frames)
                ->orderBy('id')
                ->get(['place', 'path']) as $sidecar
        ) {
            $path = ($folders[$sidecar->place] ?? '').'/'.$sidecar->path;
            if (is_file($path)) {
                $add($below.$sidecar->path, [$path], null, basename((string) $sidecar->path));
            }
        }
        foreach ($this->pictures($shoot) as $picture) {
            $path = config('kanpai.pictures').'/'.$picture;
            if (is_file($path)) {
                $add("data/pictures/{$picture}", [$path], null, basename($picture));
            }
        }
        foreach (ContactSheet::query()->where('shoot_id', $shoot->id)->whereNotNull('made_at')->get() as $sheet) {
            if (is_file($sheet->path())) {
                $add("data/sheets/{$sheet->uuid}.pdf", [$sheet->path()], null, $sheet->title);
            }
        }

        return $entries;
    }

    /** @return array<string, string> path => what is in it */
    public function texts(Shoot $shoot): array
    {
        $json = fn (mixed $said): string => json_encode(
            $said,
            JSON_THROW_ON_ERROR |
                JSON_PRETTY_PRINT |
                JSON_UNESCAPED_UNICODE |
                JSON_UNESCAPED_SLASHES |
                JSON_INVALID_UTF8_SUBSTITUTE,
        )."\n";
        $texts = [];
        foreach (
            Selection::query()
                ->whereHas('gallery', fn ($galleries) => $galleries->where('shoot_id', $shoot->id))
                ->with('gallery')
                ->orderBy('id')
                ->get() as $selection
        ) {
            $texts["data/selections/{$selection->id}-".(Str::slug($selection->name) ?: 'guest').'.json'] = $json([
                'gallery' => $selection->gallery->title,
                'by' => ['name' => $selection->name, 'email' => $selection->email],
                'message' => $selection->message,
                'sent' => $selection->sent_at->toIso8601String(),
                'pictures' => $selection->chosen(),
            ]);
        }
        foreach (
            Delivery::query()
                ->where('shoot_id', $shoot->id)
                ->with('parts', 'recipients', 'receipts')
                ->orderBy('id')
                ->get() as $delivery
        ) {
            $texts["data/deliveries/{$delivery->id}-".(Str::slug($delivery->name) ?: 'delivery').'.json'] = $json([
                'name' => $delivery->name,
                'made' => $delivery->made_at?->toIso8601String(),
                'until' => $delivery->ends_on?->format('Y-m-d'),
                'parts' => $delivery->parts
                    ->map(
                        fn ($part): array => [
                            'number' => $part->number,
                            'name' => $part->name,
                            'made' => $part->made_at?->toIso8601String(),
                        ],
                    )
                    ->all(),
                'people' => $delivery->recipients
                    ->map(
                        fn (Recipient $recipient): array => [
                            'id' => $recipient->id,
                            'name' => $recipient->name,
                            'email' => $recipient->email,
                        ],
                    )
                    ->all(),
                'files' => $delivery
                    ->files()
                    ->get()
                    ->map(
                        fn (DeliveryFile $file): array => [
                            'name' => $file->name,
                            'bytes' => $file->bytes,
                            'xxh128' => $file->hash,
                            'part' => $file->part_id,
                            'replaced' => $file->replaced_at?->toIso8601String(),
                        ],
                    )
                    ->all(),
                'receipts' => $delivery
                    ->receipts()
                    ->get()
                    ->map(
                        fn (Receipt $receipt): array => [
                            'person' => $receipt->recipient_id,
                            'kind' => $receipt->kind,
                            'what' => $receipt->what,
                            'from' => $receipt->from_byte,
                            'sent' => $receipt->sent_bytes,
                            'at' => $receipt->at->toIso8601String(),
                        ],
                    )
                    ->all(),
            ]);
        }
        $texts[BagFolder::RECORD] = $this->record->of($shoot, $this->originals($shoot));

        return $texts;
    }

    /** @return list<string> below the folder of pictures, that rows of the shoot name */
    public function pictures(Shoot $shoot): array
    {
        $frames = DB::table('frames')->where('shoot_id', $shoot->id);
        $paths = [];
        foreach (
            [
                [clone $frames, ['small_path', 'large_path']],
                [
                    DB::table('versions')->whereIn('frame_id', (clone $frames)->select('id')),
                    ['small_path', 'large_path'],
                ],
                [
                    DB::table('gallery_frames')->whereIn(
                        'gallery_id',
                        DB::table('galleries')->where('shoot_id', $shoot->id)->select('id'),
                    ),
                    ['small_path', 'large_path', 'plain_small_path', 'plain_large_path'],
                ],
            ] as [$rows, $columns]
        ) {
            foreach ($rows->get($columns) as $row) {
                foreach ((array) $row as $path) {
                    if (is_string($path) && $path !== '') {
                        $paths[$path] = true;
                    }
                }
            }
        }

        return array_map(strval(...), array_keys($paths));
    }
}

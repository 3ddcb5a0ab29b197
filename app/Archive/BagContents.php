<?php

declare(strict_types=1);

namespace App\Archive;

use App\Copies\Places;
use App\Copies\VersionCopy;
use App\Deliver\ContactSheet\ContactSheet;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\DeliveryPart;
use App\Deliver\Receipt;
use App\Frames\CardFile;
use App\Frames\Version;
use App\Ingest\Card;
use App\Proof\Selection;
use App\Studio\Shoot;
use Generator;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * What goes into the bag of a shoot: originals and versions as they are in the places, sidecars beside them, previews
 * and proofs, contact sheets; and as texts selections, records of deliveries, and all that the database knows.
 *
 * @phpstan-type Entry array{path: string, sources: list<string>, hash: string|null, name: string}
 * @phpstan-type Source array{string, array<int, string>, string|null, string}
 */
final class BagContents
{
    public function __construct(private readonly Places $places, private readonly ShootRecord $record)
    {
    }

    /** @return array<int, string> file => path below the originals of the bag, of all that is verified */
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
     * Files of a shoot with the places from which each can be taken, the first one first.
     *
     * @return array<string, Entry> by path
     *
     * @throws UnableToArchive
     */
    public function entries(Shoot $shoot): array
    {
        $folders = $this->places->folders($shoot->studio_id);
        $entries = [];
        $all = [
            $this->fromCards($shoot, $folders),
            $this->fromVersions($shoot, $folders),
            $this->fromSidecars($shoot, $folders),
            $this->fromPictures($shoot),
            $this->fromSheets($shoot),
        ];
        foreach ($all as $some) {
            foreach ($some as [$path, $sources, $hash, $name]) {
                $entries[$path] ??= [
                    'path' => $path,
                    'sources' => array_values(array_filter($sources, is_file(...))),
                    'hash' => $hash,
                    'name' => $name,
                ];
            }
        }

        return $entries;
    }

    /**
     * @param  array<string, string>  $folders  place => folder
     * @return Generator<int, Source>
     *
     * @throws UnableToArchive
     */
    private function fromCards(Shoot $shoot, array $folders): Generator
    {
        foreach (Card::query()->where('shoot_id', $shoot->id)->orderBy('id')->get() as $card) {
            foreach ($card->files()->with('copies', 'sameAs.copies')->orderBy('id')->lazyById(500) as $file) {
                if ($file->hash !== null && $file->proofs()->isNotEmpty()) {
                    yield self::source($file, $folders);
                } elseif ($file->is_ticked) {
                    throw UnableToArchive::notCopied($card->number);
                }
            }
        }
    }

    /**
     * @param  array<string, string>  $folders
     * @return Source
     */
    private static function source(CardFile $file, array $folders): array
    {
        $destination = ($file->sameAs ?? $file)->destination;
        $sources = $file->proofs()->map(fn ($copy): string => ($folders[$copy->place] ?? '')."/{$destination}");

        return [BagFolder::ORIGINALS."/{$destination}", $sources->all(), $file->hash, $file->shown()];
    }

    /**
     * @param  array<string, string>  $folders  place => folder
     * @return Generator<int, Source>
     */
    private function fromVersions(Shoot $shoot, array $folders): Generator
    {
        $versions = Version::query()
            ->whereIn('frame_id', DB::table('frames')->where('shoot_id', $shoot->id)->select('id'))
            ->whereNotNull('hash')
            ->with('copies')
            ->orderBy('id');
        foreach ($versions->get() as $version) {
            $sources = $version->copies->map(
                fn (VersionCopy $copy): string => ($folders[$copy->place] ?? '').'/'.$version->destination,
            );
            yield [
                BagFolder::ORIGINALS."/{$version->destination}",
                array_values($sources->all()),
                $version->hash,
                $version->name,
            ];
        }
    }

    /**
     * @param  array<string, string>  $folders  place => folder
     * @return Generator<int, Source>
     */
    private function fromSidecars(Shoot $shoot, array $folders): Generator
    {
        $sidecars = DB::table('sidecars')
            ->whereIn('frame_id', DB::table('frames')->where('shoot_id', $shoot->id)->select('id'))
            ->orderBy('id');
        foreach ($sidecars->get(['place', 'path']) as $sidecar) {
            $path = ($folders[$sidecar->place] ?? '').'/'.$sidecar->path;
            if (is_file($path)) {
                yield [BagFolder::ORIGINALS."/{$sidecar->path}", [$path], null, basename((string) $sidecar->path)];
            }
        }
    }

    /** @return Generator<int, Source> */
    private function fromPictures(Shoot $shoot): Generator
    {
        foreach ($this->pictures($shoot) as $picture) {
            $path = config('kanpai.pictures')."/{$picture}";
            if (is_file($path)) {
                yield ["data/pictures/{$picture}", [$path], null, basename($picture)];
            }
        }
    }

    /** @return Generator<int, Source> */
    private function fromSheets(Shoot $shoot): Generator
    {
        foreach (ContactSheet::query()->where('shoot_id', $shoot->id)->whereNotNull('made_at')->get() as $sheet) {
            if (is_file($sheet->path())) {
                yield ["data/sheets/{$sheet->uuid}.pdf", [$sheet->path()], null, $sheet->title];
            }
        }
    }

    /** @return array<string, string> path => what is in it */
    public function texts(Shoot $shoot): array
    {
        return [
            ...$this->selections($shoot),
            ...$this->deliveries($shoot),
            BagFolder::RECORD => $this->record->of($shoot, $this->originals($shoot)),
        ];
    }

    /** @return array<string, string> */
    private function selections(Shoot $shoot): array
    {
        $selections = Selection::query()
            ->whereHas('gallery', fn ($galleries) => $galleries->where('shoot_id', $shoot->id))
            ->with('gallery')
            ->orderBy('id');
        $texts = [];
        foreach ($selections->get() as $selection) {
            $name = Str::slug($selection->name) ?: 'guest';
            $texts["data/selections/{$selection->id}-{$name}.json"] = self::json($this->selection($selection));
        }

        return $texts;
    }

    /** @return array<string, string> */
    private function deliveries(Shoot $shoot): array
    {
        $deliveries = Delivery::query()
            ->where('shoot_id', $shoot->id)
            ->with('parts', 'recipients', 'receipts')
            ->orderBy('id');
        $texts = [];
        foreach ($deliveries->get() as $delivery) {
            $name = Str::slug($delivery->name) ?: 'delivery';
            $texts["data/deliveries/{$delivery->id}-{$name}.json"] = self::json($this->delivery($delivery));
        }

        return $texts;
    }

    /** @param  array<string, mixed>  $facts */
    private static function json(array $facts): string
    {
        $flags =
            JSON_THROW_ON_ERROR |
            JSON_PRETTY_PRINT |
            JSON_UNESCAPED_UNICODE |
            JSON_UNESCAPED_SLASHES |
            JSON_INVALID_UTF8_SUBSTITUTE;

        return json_encode($facts, $flags)."\n";
    }

    /** @return array<string, mixed> */
    private function selection(Selection $selection): array
    {
        return [
            'gallery' => $selection->gallery->title,
            'by' => ['name' => $selection->name, 'email' => $selection->email],
            'message' => $selection->message,
            'sent' => $selection->sent_at->toIso8601String(),
            'pictures' => $selection->chosen(),
        ];
    }

    /** @return array<string, mixed> */
    private function delivery(Delivery $delivery): array
    {
        return [
            'name' => $delivery->name,
            'made' => $delivery->made_at?->toIso8601String(),
            'until' => $delivery->ends_on?->format('Y-m-d'),
            'parts' => $delivery->parts->map(self::part(...))->all(),
            'people' => $delivery->recipients->map->only('id', 'name', 'email')->all(),
            'files' => $delivery->files()->get()->map($this->deliveredFile(...))->all(),
            'receipts' => $delivery->receipts()->get()->map($this->receipt(...))->all(),
        ];
    }

    /** @return array<string, mixed> */
    private static function part(DeliveryPart $part): array
    {
        return ['number' => $part->number, 'name' => $part->name, 'made' => $part->made_at?->toIso8601String()];
    }

    /** @return array<string, mixed> */
    private function deliveredFile(DeliveryFile $file): array
    {
        return [
            'name' => $file->name,
            'bytes' => $file->bytes,
            'xxh128' => $file->hash,
            'part' => $file->part_id,
            'replaced' => $file->replaced_at?->toIso8601String(),
        ];
    }

    /** @return array<string, mixed> */
    private function receipt(Receipt $receipt): array
    {
        return [
            'person' => $receipt->recipient_id,
            'kind' => $receipt->kind,
            'what' => $receipt->what,
            'from' => $receipt->from_byte,
            'sent' => $receipt->sent_bytes,
            'at' => $receipt->at->toIso8601String(),
        ];
    }

    /** @return list<string> below the folder of pictures, that rows of the shoot name */
    public function pictures(Shoot $shoot): array
    {
        $frames = DB::table('frames')->where('shoot_id', $shoot->id);
        $versions = DB::table('versions')->whereIn('frame_id', (clone $frames)->select('id'));
        $looks = DB::table('looks')->where(['shoot_id' => $shoot->id, 'is_made' => true]);
        $galleries = DB::table('galleries')->where('shoot_id', $shoot->id)->select('id');
        $proofs = DB::table('gallery_frames')->whereIn('gallery_id', $galleries);
        $paths = array_unique([
            ...$this->paths($frames, ['small_path', 'large_path']),
            ...$this->paths($versions, ['small_path', 'large_path']),
            ...$this->paths($proofs, ['small_path', 'large_path', 'plain_small_path', 'plain_large_path']),
            ...array_filter($this->paths($looks, ['small_path', 'large_path']), self::isThere(...)),
        ]);

        return array_values($paths);
    }

    private static function isThere(string $picture): bool
    {
        return is_file(config('kanpai.pictures').'/'.$picture);
    }

    /**
     * @param  list<string>  $columns
     * @return list<string>
     */
    private function paths(Builder $rows, array $columns): array
    {
        $paths = [];
        foreach ($rows->get($columns) as $row) {
            foreach ((array) $row as $path) {
                if (is_string($path) && $path !== '') {
                    $paths[] = $path;
                }
            }
        }

        return $paths;
    }
}

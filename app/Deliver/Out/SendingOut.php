<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use App\Captions\FrameCaption;
use App\Deliver\OutputFile;
use App\Deliver\OutputWriter;
use App\Deliver\UnableToDeliver;
use App\Frames\Frame;
use App\Studio\Shoot;
use Generator;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Collection as BaseCollection;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Core\Studio\Zone;

/** Sends pictures to where they are shown or printed, and knows what is there. */
final class SendingOut
{
    private const JSON = JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR;

    public const MANIFEST = 'manifest.json';

    public const ORDER = 'order.json';

    private const PIECE = 500;

    public function __construct(private readonly OutputWriter $writer)
    {
    }

    /** @param  list<int>  $frames */
    public function start(
        Shoot $shoot,
        Destination $destination,
        int $output,
        array $frames,
        int $copies = 1,
        string $note = '',
        bool $clears = false,
    ): Shipment {
        return DB::transaction(function () use (
            $shoot,
            $destination,
            $output,
            $frames,
            $copies,
            $note,
            $clears,
        ): Shipment {
            $shipment = Shipment::query()->create([
                'shoot_id' => $shoot->id,
                'destination_id' => $destination->id,
                'output_id' => $output,
                'frames' => $frames,
                'copies' => $copies,
                'note' => $note,
                'clears' => $clears,
                'begun_at' => now(),
            ]);
            $this->goOn($shipment->setRelation('shoot', $shoot)->setRelation('destination', $destination));

            return $shipment;
        });
    }

    public function goOn(Shipment $shipment): void
    {
        SendOut::open($shipment, "Sending to {$shipment->destination->name}", count($shipment->frames));
    }

    /**
     * Sends one file, unless it is there as it is now.
     *
     * @return bool whether it was sent
     *
     * @throws UnableToSendOut
     */
    public function send(Shipment $shipment, DestinationClient $carrier, Frame $frame, OutputFile $file): bool
    {
        $key = self::key($shipment, $frame);
        $there = ShippedFile::query()->where($key)->first();
        if ($there !== null && $there->hash === $file->hash) {
            return false;
        }
        // What replaces a file is called like it, so that links to it stay.
        $name = $there->name ?? $this->free($key, basename($file->path));
        $path = "{$key['folder']}/{$name}";
        // A worker that was killed after sending and before noting it has left it there.
        if ($there !== null || ! $carrier->has($path, $file->bytes)) {
            $carrier->send(config('kanpai.outputs').'/'.$file->path, $path);
        }
        self::note($key, ['shipment_id' => $shipment->id, 'name' => $name], $file);

        return true;
    }

    /** @return array{destination_id: int, folder: string, frame_id: int, output_id: int} */
    private static function key(Shipment $shipment, Frame $frame): array
    {
        return [
            'destination_id' => $shipment->destination_id,
            'folder' => $shipment->folder(),
            'frame_id' => $frame->id,
            'output_id' => $shipment->output_id,
        ];
    }

    /**
     * @param  array<string, int|string>  $key
     * @param  array<string, int|string>  $facts
     */
    private static function note(array $key, array $facts, OutputFile $file): void
    {
        ShippedFile::query()->updateOrCreate($key, [
            ...$facts,
            'fingerprint' => $file->fingerprint,
            'bytes' => $file->bytes,
            'hash' => $file->hash,
            'sent_at' => now(),
        ]);
    }

    /**
     * Says out there what is there.
     *
     * @throws UnableToSendOut
     */
    public function conclude(Shipment $shipment, DestinationClient $carrier): void
    {
        $folder = $shipment->folder();
        if ($shipment->clears) {
            $this->clear($shipment, $carrier, $folder);
        }
        $takesOrders = $shipment->destination->kind->takesOrders();
        $pictures = $this->pictures($shipment, $folder);
        $facts = $takesOrders ? $this->order($shipment, $pictures) : $this->manifest($shipment, $pictures);
        $name = $takesOrders ? self::ORDER : self::MANIFEST;
        $carrier->says("{$folder}/{$name}", json_encode($facts, self::JSON)."\n");
        $shipment->update(['done_at' => now()]);
    }

    /**
     * Removes files of frames that are not chosen any more.
     *
     * @throws UnableToSendOut
     */
    private function clear(Shipment $shipment, DestinationClient $carrier, string $folder): void
    {
        $there = ShippedFile::query()
            ->where([
                'destination_id' => $shipment->destination_id,
                'folder' => $folder,
                'output_id' => $shipment->output_id,
            ])
            ->with('frame')
            ->get();
        foreach (self::gone($there) as $file) {
            $carrier->takesAway("{$folder}/{$file->name}");
            $file->delete();
        }
    }

    /** @return list<array<string, mixed>> what is in a folder out there, in order of time */
    private function pictures(Shipment $shipment, string $folder): array
    {
        $zone = $shipment->shoot->zone();
        $files = self::inFolder($shipment, $folder);
        $captions = FrameCaption::query()->whereIn('frame_id', $files->pluck('frame_id'))->get()->keyBy('frame_id');
        $pictures = $files->map(fn (ShippedFile $file): array => [
            ...self::facts($file, $zone),
            ...self::words($captions->get($file->frame_id)?->caption() ?? Caption::of([])),
            'sent' => $file->sent_at->toIso8601String(),
        ]);

        return array_values($pictures->all());
    }

    /** @return Collection<int, ShippedFile> */
    private static function inFolder(Shipment $shipment, string $folder): Collection
    {
        return ShippedFile::query()
            ->where(['destination_id' => $shipment->destination_id, 'folder' => $folder])
            ->join('frames', 'frames.id', '=', 'shipped_files.frame_id')
            ->orderBy('frames.taken_ms')
            ->orderBy('shipped_files.id')
            ->select('shipped_files.*')
            ->with('frame')
            ->get();
    }

    /** @return array<string, int|string> */
    private static function facts(ShippedFile $file, Zone $zone): array
    {
        return [
            'name' => $file->name,
            'bytes' => $file->bytes,
            'xxh128' => $file->hash,
            'taken' => $zone->format($file->frame->taken_ms, 'Y-m-d\TH:i:s.vP'),
        ];
    }

    /** @return array<string, string> */
    private static function words(Caption $caption): array
    {
        return [
            'headline' => $caption->text(Field::Headline),
            'description' => $caption->text(Field::Description),
            'copyright' => $caption->text(Field::Copyright),
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $pictures
     * @return array<string, mixed>
     */
    private function order(Shipment $shipment, array $pictures): array
    {
        return [
            'order' => $shipment->id,
            'studio' => $shipment->shoot->studio->name,
            'shoot' => self::shootFacts($shipment),
            'note' => $shipment->note,
            'size' => $shipment->output->plan()->size->inWords(),
            'copies' => $shipment->copies,
            'prints' => $shipment->copies * count($pictures),
            'pictures' => $pictures,
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $pictures
     * @return array<string, mixed>
     */
    private function manifest(Shipment $shipment, array $pictures): array
    {
        return [
            'studio' => $shipment->shoot->studio->name,
            'shoot' => self::shootFacts($shipment),
            'pictures' => $pictures,
        ];
    }

    /** @return array{name: string, date: string} */
    private static function shootFacts(Shipment $shipment): array
    {
        return ['name' => $shipment->shoot->name, 'date' => $shipment->shoot->held_on->format('Y-m-d')];
    }

    /**
     * What is out there and differs from what would be sent today: frames that have changed, and such as were dropped.
     *
     * @return array<int, array{shipment: Shipment, frames: list<int>, names: non-empty-list<string>,
     *     gone: int}> by shipment
     */
    public function outOfDate(Shoot $shoot): array
    {
        $old = [];
        $shipments = self::replaceable($shoot);
        foreach ($this->shipped($shipments->keys()) as [$file, $caption]) {
            $shipment = $shipments->get($file->shipment_id);
            if ($shipment === null) {
                continue;
            }
            $isGone = self::gone([$file]) !== [];
            if (! $isGone && ! $this->isChanged($file, $shipment, $caption)) {
                continue;
            }
            $old[$shipment->id] ??= ['shipment' => $shipment, 'frames' => [], 'names' => [], 'gone' => 0];
            $old[$shipment->id]['names'][] = $file->name;
            if ($isGone) {
                $old[$shipment->id]['gone']++;
            } else {
                $old[$shipment->id]['frames'][] = $file->frame_id;
            }
        }

        return $old;
    }

    /** @return Collection<int, Shipment> by id; an order that was taken is printed and not replaced */
    private static function replaceable(Shoot $shoot): Collection
    {
        return Shipment::query()
            ->where('shoot_id', $shoot->id)
            ->with('output', 'destination')
            ->get()
            ->reject(fn (Shipment $shipment): bool => $shipment->destination->kind->takesOrders())
            ->keyBy('id');
    }

    /**
     * @param  BaseCollection<int, int>  $shipments
     * @return Generator<int, array{ShippedFile, Caption}>
     */
    private function shipped(BaseCollection $shipments): Generator
    {
        $files = ShippedFile::query()
            ->whereIn('shipment_id', $shipments)
            ->with('frame.shoot.studio', 'frame.files.copies', 'frame.files.sameAs.copies', 'frame.version.copies')
            ->orderBy('id')
            ->lazyById(self::PIECE);
        foreach ($files->chunk(self::PIECE) as $some) {
            $captions = FrameCaption::query()->whereIn('frame_id', $some->pluck('frame_id'))->get()->keyBy('frame_id');
            foreach ($some as $file) {
                yield [$file, $captions->get($file->frame_id)?->caption() ?? Caption::of([])];
            }
        }
    }

    private function isChanged(ShippedFile $file, Shipment $shipment, Caption $caption): bool
    {
        try {
            $now = $this->writer->fingerprint($file->frame, $shipment->output->plan(), $caption);

            return $now !== $file->fingerprint;
        } catch (UnableToDeliver) {
            return false;
        }
    }

    /**
     * @param  iterable<ShippedFile>  $files
     * @return list<ShippedFile> those whose frames are not chosen any more
     */
    private static function gone(iterable $files): array
    {
        $gone = [];
        foreach ($files as $file) {
            if ($file->frame->verdict === Verdict::Drop || $file->frame->aside_at !== null) {
                $gone[] = $file;
            }
        }

        return $gone;
    }

    /** @param  array{destination_id: int, folder: string, frame_id: int, output_id: int}  $key */
    private function free(array $key, string $name): string
    {
        $dot = strrpos($name, '.') ?: strlen($name);
        $isTaken = fn (string $one): bool => ShippedFile::query()
            ->where(['destination_id' => $key['destination_id'], 'folder' => $key['folder'], 'name' => $one])
            ->exists() || in_array($one, [self::MANIFEST, self::ORDER], true);
        for ($n = 1; $isTaken($free = substr($name, 0, $dot).($n === 1 ? '' : "-{$n}").substr($name, $dot)); $n++);

        return $free;
    }
}

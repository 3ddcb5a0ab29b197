<?php

declare(strict_types=1);

namespace Kanpai\Bench;

use App\Captions\FrameCaption;
use App\Captions\WriteCaptions;
use App\Copies\Place;
use App\Copies\Places;
use App\Frames\Body;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Studio\Shoot;
use App\Studio\Studio;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Demo\Regatta;
use RuntimeException;

/**
 * Sidecars of 6,000 captioned frames, out of the database onto the disk, against one exiftool writing the same fields.
 */
final class Sidecars implements Benchmark
{
    private const FRAMES = 6000;

    private const TEXTS = [
        'headline' => 'Final, bend',
        'description' => "Saltmarsh Regatta, Saltmarsh Quay, 5 September 2026.\nHeats, finals and a supper by ".
            'lantern light.',
        'keywords' => 'rowing, regatta, river, race',
        'persons' => 'Ada Fenn, Joss Merle',
        'event' => 'Saltmarsh Regatta',
        'sublocation' => 'Saltmarsh Quay',
        'city' => 'Saltmarsh',
        'creator' => 'Mara Quill',
        'credit' => 'Mara Quill Photography',
        'copyright' => '© 2026 Mara Quill',
        'usage_terms' => 'Club use only',
        'job_id' => 'SMR-2026',
    ];

    private string $folder = '';

    private ?Shoot $shoot = null;

    public function name(): string
    {
        return 'sidecars';
    }

    public function goal(): float
    {
        return 0.05;
    }

    public function unit(): string
    {
        return 's for '.self::FRAMES.' frames';
    }

    public function prepare(string $folder): void
    {
        $this->folder = $folder.'/sidecars';
        exec('rm -rf '.escapeshellarg($this->folder));
        mkdir($this->folder.'/place', 0700, true);
        mkdir($this->folder.'/reference', 0700, true);
        config(['kanpai.places' => ['drive' => $this->folder.'/place']]);
        $studio = Studio::query()->create(['name' => 'Benchmark']);
        $shoot = $this->shoot = $studio
            ->shoots()
            ->create(['name' => 'Benchmark', 'zone' => Regatta::ZONE, 'held_on' => Regatta::DATE]);
        $place = app(Places::class)->all($studio->id)->firstOrFail(fn (Place $place): bool => $place->isThere());
        $body = Body::query()->create([
            'studio_id' => $studio->id,
            'make' => 'Halden',
            'model' => 'Halden 6',
            'serial' => 'S',
        ]);
        $uuid = (string) Str::uuid();
        $card = Card::query()->create([
            'uuid' => $uuid,
            'shoot_id' => $shoot->id,
            'number' => 1,
            'slot' => '/s',
            'name' => 'S',
            'signature' => md5($uuid),
            'state' => CardState::Safe,
        ]);
        for ($n = 0; $n < self::FRAMES; $n++) {
            $name = sprintf('HLDA%04d.JPG', $n + 1);
            $frame = Frame::query()->create([
                'shoot_id' => $shoot->id,
                'card_id' => $card->id,
                'body_id' => $body->id,
                'name' => $name,
                'camera_ms' => 1_788_600_000_000 + $n * 1000,
                'is_dated' => true,
                'taken_ms' => 1_788_600_000_000 + $n * 1000,
                'width' => 6000,
                'height' => 4000,
            ]);
            $file = CardFile::query()->create([
                'card_id' => $card->id,
                'frame_id' => $frame->id,
                'path' => $name,
                'kind' => 'jpeg',
                'size' => 1,
                'modified_at' => 1,
                'destination' => $name,
            ]);
            DB::table('copies')->insert([
                'file_id' => $file->id,
                'place' => $place->name,
                'hash' => md5((string) $n),
                'verified_at' => now(),
            ]);
            DB::table('captions')->insert(
                FrameCaption::row($frame->id, $shoot->id, Caption::of([...self::TEXTS, 'title' => $name]), []),
            );
        }
        $lines = [];
        for ($n = 0; $n < self::FRAMES; $n++) {
            $caption = Caption::of([...self::TEXTS, 'title' => sprintf('HLDA%04d.JPG', $n + 1)]);
            foreach (array_keys($caption->values()) as $name) {
                $field = Field::from($name);
                foreach ($caption->items($field) as $item) {
                    $lines[] =
                        '-XMP-'.
                        strtr(explode(':', $field->xmp())[0], [
                            'Iptc4xmpCore' => 'iptcCore',
                            'Iptc4xmpExt' => 'iptcExt',
                        ]).
                        ':'.
                        ucfirst(explode(':', $field->xmp())[1]).
                        '='.
                        strtr($item, ["\n" => ' ']);
                }
            }
            $lines = [
                ...$lines,
                '-XMP-xmp:Rating=0',
                '-XMP-photoshop:DateCreated=2026:09:05 10:00:00.000+01:00',
                '-XMP-exif:DateTimeOriginal=2026:09:05 10:00:00.000+01:00',
                "{$this->folder}/reference/".sprintf('HLDA%04d.xmp', $n + 1),
                '-execute',
            ];
        }
        file_put_contents($this->folder.'/arguments', implode("\n", $lines)."\n");
    }

    public function ours(): float
    {
        $shoot = $this->shoot ?? throw new RuntimeException('Not prepared.');
        exec('rm -f '.escapeshellarg($this->folder.'/place').'/*.xmp');
        DB::table('sidecars')->delete();
        FrameCaption::query()->update(['written_at' => null]);
        $start = microtime(true);
        $task = Task::open($shoot, 'sidecars', 'Writing XMP sidecars', 'frames', self::FRAMES);
        while (! $task->refresh()->state->isOver()) {
            (new WriteCaptions($task->id))->handle();
        }
        $seconds = microtime(true) - $start;
        $this->check($this->folder.'/place');

        return $seconds;
    }

    public function reference(): float
    {
        exec('rm -f '.escapeshellarg($this->folder.'/reference').'/*.xmp');
        $start = microtime(true);
        exec('exiftool -@ '.escapeshellarg($this->folder.'/arguments').' > /dev/null 2>&1');
        $seconds = microtime(true) - $start;
        $this->check($this->folder.'/reference');

        return $seconds;
    }

    private function check(string $folder): void
    {
        $count = count(glob($folder.'/*.xmp') ?: []);
        if ($count !== self::FRAMES) {
            throw new RuntimeException("{$count} sidecars were written instead of ".self::FRAMES.'.');
        }
    }
}

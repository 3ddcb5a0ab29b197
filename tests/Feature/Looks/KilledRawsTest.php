<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Frames\CardFile;
use App\Frames\Frame;
use App\Looks\DevelopRaws;
use App\Looks\RawOfFrame;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FileKind;
use Tests\Feature\FeatureTestCase;

/** Workers that are killed, again and again, while raw files are developed: each is developed in the end, none is lost. */
final class KilledRawsTest extends FeatureTestCase
{
    /** Frames with the same raw file, as a burst would be. */
    private const FRAMES = 150;

    private const KILLS = 12;

    public function test_whatever_is_killed_all_raw_files_are_developed_once(): void
    {
        $this->pushCard('mara-long', 1, 11);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->multiply($this->frames()[0]);
        \App\Looks\RawFirst::choose($this->studio->id, true);
        DB::table('frames')->update(['verdict' => 'keep']);
        self::assertSame(self::FRAMES, DevelopRaws::left($this->shoot)->count());
        $before = self::temporary();
        // At another line each time; on a slow machine later, so that something is done before.
        [$kills, $seconds] = [0, 0.7];
        for ($round = 0; $round < 4 * self::KILLS && $kills < self::KILLS; $round++) {
            $done = $this->done();
            $this->atOnce([$this->work(sprintf('%.2f', $seconds))]);
            self::assertGreaterThanOrEqual($done, $this->done(), 'what was developed is developed again');
            $isBusy = $this->done() > $done && $this->done() < self::FRAMES;
            $kills += $isBusy ? 1 : 0;
            $seconds *= $isBusy ? 1.03 : ($this->done() === $done ? 1.5 : 0.7);
        }
        self::assertGreaterThan(4, $kills, 'hardly anything was killed while it worked');
        self::assertSame([''], $this->atOnce([$this->work(null)]));
        self::assertSame(self::FRAMES, RawOfFrame::query()->whereNotNull('path')->whereNull('problem')->count());
        foreach (RawOfFrame::query()->pluck('path') as $path) {
            $size = getimagesize("{$this->folder}/pictures/{$path}");
            self::assertIsArray($size, (string) $path);
        }
        self::assertSame(0, DevelopRaws::left($this->shoot)->count());
        // Half-written previews are none, and each kill leaves at most what one worker had in hand.
        self::assertLessThanOrEqual(3 * (self::KILLS + 1), count(self::temporary()) - count($before));
        array_map(unlink(...), array_filter(array_diff(self::temporary(), $before), is_file(...)));
    }

    /** @return list<string> what developing leaves in the folder for temporary files */
    private static function temporary(): array
    {
        return glob(sys_get_temp_dir().'/kanpai-*') ?: [];
    }

    private function done(): int
    {
        return RawOfFrame::query()->whereNotNull('path')->count();
    }

    /** Rows for as many frames as a burst would have, with the files and copies of one. */
    private function multiply(Frame $frame): void
    {
        $row = (array) DB::table('frames')->where('id', $frame->id)->first();
        $files = CardFile::query()->where('frame_id', $frame->id)->with('copies')->get();
        self::assertNotEmpty($files->where('kind', FileKind::Raw));
        for ($n = 1; $n < self::FRAMES; $n++) {
            $id = DB::table('frames')->insertGetId([
                ...array_diff_key($row, ['id' => 1]), 'name' => "BURST{$n}.JPG", 'taken_ms' => $row['taken_ms'] + $n,
            ]);
            foreach ($files as $file) {
                $own = (array) DB::table('files')->where('id', $file->id)->first();
                $new = DB::table('files')->insertGetId([
                    ...array_diff_key($own, ['id' => 1]), 'frame_id' => $id, 'path' => "{$own['path']}.{$n}",
                ]);
                foreach (DB::table('copies')->where('file_id', $file->id)->get() as $copy) {
                    DB::table('copies')->insert([...array_diff_key((array) $copy, ['id' => 1]), 'file_id' => $new]);
                }
            }
        }
    }

    /** @param  string|null  $until  seconds after which it is killed */
    private function work(?string $until): string
    {
        $killer = $until === null ? '' : "exec('(sleep {$until}; kill -9 '.getmypid().') >/dev/null 2>&1 &'); ";

        return $killer.'$task = App\\Studio\\Task::query()->where("subject_id", '.$this->shoot->id.')->latest("id")->first(); '.
            'while (App\\Looks\\DevelopRaws::left($shoot = App\\Studio\\Shoot::query()->findOrFail('.$this->shoot->id.'))->exists()) { '.
            '$task?->fresh()?->isUnderWay() ? App\\Looks\\DevelopRaws::dispatchSync($task->id) : App\\Looks\\DevelopRaws::ofShoot($shoot); '.
            '$task = App\\Studio\\Task::query()->where("subject_id", '.$this->shoot->id.')->latest("id")->first(); }';
    }
}

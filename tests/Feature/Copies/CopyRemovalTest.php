<?php

declare(strict_types=1);

namespace Tests\Feature\Copies;

use App\Copies\Copy;
use App\Cull\DeleteCopies;
use App\Frames\CardFile;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use RuntimeException;
use Tests\Feature\FeatureTestCase;

/** Copies are deleted by one rule, and by as many at once as there may be. */
final class CopyRemovalTest extends FeatureTestCase
{
    private const ROUNDS = 100;

    public function test_two_who_delete_in_different_places_at_once_never_take_the_last_copy(): void
    {
        $slot = $this->pushCard('mara-long', 2);
        // As many files as rounds: on each of them the two meet.
        for ($i = 0; $i < self::ROUNDS; $i++) {
            copy((glob("{$slot}/DCIM/*/*.JPG") ?: [])[0], sprintf('%s/DCIM/100HALDN/MANY%04d.JPG', $slot, $i + 1));
            file_put_contents(sprintf('%s/DCIM/100HALDN/MANY%04d.JPG', $slot, $i + 1), chr($i), FILE_APPEND);
        }
        $card = $this->copyCard($this->readCard('mara-long'));
        DB::table('frames')
            ->where('card_id', $card->id)
            ->update(['verdict' => 'drop']);
        $files = CardFile::query()->where('card_id', $card->id)->count();
        self::assertGreaterThanOrEqual(self::ROUNDS, $files);
        $delete = function (string $place): string {
            $id = Task::open($this->shoot, 'delete', 'Deleting', 'files', 100)->id;

            return "\$task = App\\Studio\\Task::query()->findOrFail({$id}); for (\$i = 0; \$i < 50 && ! ".
                "\$task->refresh()->state->isOver(); \$i++) { (new App\\Cull\\DeleteCopies({$id}, ['{$place}'], ".
                'false))->handle(); } echo $task->problem;';
        };
        self::assertSame(['', ''], $this->atOnce([$delete('drive'), $delete('backup')]));
        self::assertSame(
            $files,
            Copy::query()
                ->whereIn('file_id', $card->files()->select('id'))
                ->distinct()
                ->count('file_id'),
            'a file has lost its last copy',
        );
        foreach (Copy::query()->with('file')->get() as $copy) {
            self::assertFileExists("{$this->folder}/{$copy->place}/{$copy->file->destination}");
        }
        // And both have done something: each file has one copy left.
        self::assertSame($files, Copy::query()->count());
    }

    /** Else it would stay ticked, and be copied again when its card comes back. */
    public function test_a_dropped_file_is_unticked_in_the_same_instant_as_its_copy_goes(): void
    {
        $this->pushCard('ivo', 2);
        $card = $this->copyCard($this->readCard('ivo'));
        DB::table('frames')->where('card_id', $card->id)->update(['verdict' => 'drop']);
        CardFile::updating(function (): never {
            throw new RuntimeException('killed here');
        });
        $task = Task::open($this->shoot, 'delete', 'Deleting', 'files', 2)->id;
        try {
            (new DeleteCopies($task, ['drive'], true))->handle();
        } catch (RuntimeException) {
        }
        self::assertSame(4, Copy::query()->count(), 'a copy has gone without its file');
        foreach (Copy::query()->with('file')->get() as $copy) {
            self::assertFileExists("{$this->folder}/{$copy->place}/{$copy->file->destination}");
        }
        CardFile::flushEventListeners();
        (new DeleteCopies(Task::open($this->shoot, 'delete', 'Deleting', 'files', 2)->id, ['drive'], true))->handle();
        self::assertSame(2, Copy::query()->count());
        self::assertSame(0, $card->files()->where('is_ticked', true)->count());
    }

    public function test_without_an_archive_copies_of_a_shoot_do_not_go(): void
    {
        mkdir($this->folder.'/disks/third');
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/ingest/places", ['place_path' => '0/third', 'place_name' => 'third'])
            ->assertSessionHasNoErrors();
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        $this->post("/shoots/{$this->shoot->id}/ingest/copies", ['copies_required' => 1]);
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => 'drive',
            'name' => 'Harbour day',
        ])->assertSessionHasErrors('place');
        self::assertSame(6, Copy::query()->count());
    }

    public function test_copies_on_one_disk_are_no_safety_and_the_page_says_so(): void
    {
        $this->pushCard('ivo', 2);
        $this->copyCard($this->readCard('ivo'));
        $this->post("/shoots/{$this->shoot->id}/archive");
        $this->get("/shoots/{$this->shoot->id}/archive")
            ->assertSee('all of them may go')
            ->assertDontSee('on the same disk as');
        // Everything of a test is on one file system.
        config(['kanpai.folders_are_disks' => false]);
        $this->get("/shoots/{$this->shoot->id}/archive")
            ->assertDontSee('all of them may go')
            ->assertSee('on the same disk as');
        $this->post("/shoots/{$this->shoot->id}/archive/free", [
            'place' => 'drive',
            'name' => 'Harbour day',
        ])->assertSessionHasErrors('place');
    }
}

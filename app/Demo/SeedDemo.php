<?php

declare(strict_types=1);

namespace App\Demo;

use App\Clocks\BodyClock;
use App\Clocks\ClockWork;
use App\Cull\Marking;
use App\Cull\Regrouping;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Lanes;
use App\Ingest\MakePreviews;
use App\Ingest\ReadCard;
use App\Ingest\Slots;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Studio;
use App\Studio\Task;
use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\Verdict;
use Kanpai\Demo\CardMaker;
use Kanpai\Demo\Regatta;

/**
 * Makes the demo through the real application and its workers. Each step looks first whether it was done already, so
 * that the command can be broken off and run again.
 */
final class SeedDemo extends Command
{
    public const EMAIL = 'mara@quill.example';

    public const PASSWORD = 'lantern supper';

    private const WIDTH = 1920;

    protected $signature = 'kanpai:demo {--width='.self::WIDTH.' : pixels of the long side of a frame}';

    protected $description = 'Make the demo: cards, studio, and a regatta half done';

    private Progress $progress;

    public function handle(): int
    {
        ini_set('memory_limit', '2G');
        $this->progress = new Progress($this->output);
        $this->cards();
        $studio = $this->studio();
        $shoot = self::shoot($studio, Regatta::NAME, Regatta::PLACE, 3);
        self::shoot($studio, 'Lantern supper, boathouse', 'Saltmarsh boathouse', 12);
        $this->ingest($shoot);
        $this->clocks($shoot);
        $this->cull($shoot, Member::query()->where('email', self::EMAIL)->firstOrFail());
        (new SeedCaptions($this->progress))->seed($shoot);
        (new SeedProofs($this->progress))->seed($shoot);
        (new SeedDeliveries($this->progress))->seed($shoot);

        return self::SUCCESS;
    }

    /** @param  int  $days  until it is promised */
    private static function shoot(Studio $studio, string $name, string $venue, int $days): Shoot
    {
        return $studio
            ->shoots()
            ->firstOrCreate(
                ['name' => $name],
                [
                    'client' => Regatta::CLIENT,
                    'venue' => $venue,
                    'zone' => Regatta::ZONE,
                    'held_on' => Regatta::DATE,
                    'promised_on' => today()->addDays($days),
                ],
            );
    }

    private function cards(): void
    {
        $of = fn (Regatta $day): CardMaker => new CardMaker(
            (string) config('kanpai.rack'),
            $day,
            0,
            (int) $this->option('width'),
        );
        $maker = $of(new Regatta(hasRaws: true));
        // Cards that were read stay as they are, even when the drawing has become better since; so do those of the
        // tests, which have a JPEG for each frame.
        if ($maker->isMade() || $of(new Regatta())->isMade() || Card::query()->exists()) {
            return;
        }
        $bar = $this->progress->bar('Drawing the regatta', 1);
        $maker->make(max(1, (int) shell_exec('nproc')), function (int $done, int $total) use ($bar): void {
            $bar->setMaxSteps($total);
            $bar->setProgress($done);
        });
        $bar->finish();
        $this->newLine();
    }

    private function studio(): Studio
    {
        $studio = Studio::query()->firstOrCreate(['name' => 'Mara Quill Photography']);
        $studio
            ->members()
            ->firstOrCreate(
                ['email' => self::EMAIL],
                ['name' => 'Mara Quill', 'password' => self::PASSWORD, 'role' => 'owner'],
            );
        $studio
            ->members()
            ->firstOrCreate(
                ['email' => 'ivo@quill.example'],
                ['name' => 'Ivo Tarn', 'password' => self::PASSWORD, 'role' => 'shooter'],
            );

        return $studio;
    }

    private function ingest(Shoot $shoot): void
    {
        $slots = app(Slots::class);
        foreach ($slots->all($shoot->studio_id) as $i => $slot) {
            $path = $slots->path($shoot->studio_id, $slot['slot']);
            if (str_starts_with($path, (string) realpath((string) config('kanpai.rack')))) {
                $this->readAndCopy(self::card($shoot, $path, $slot['name'], $i + 1));
            }
        }
        foreach (Card::query()->where('shoot_id', $shoot->id)->orderBy('number')->get() as $card) {
            $this->progress->wait(MakePreviews::latest($card));
        }
    }

    private static function card(Shoot $shoot, string $path, string $name, int $number): Card
    {
        $uuid = (string) Str::uuid();

        return Card::query()->firstOrCreate(
            ['shoot_id' => $shoot->id, 'slot' => $path],
            [
                'uuid' => $uuid,
                'number' => $number,
                'name' => $name,
                'signature' => md5($uuid),
                'state' => CardState::Reading,
            ],
        );
    }

    private function readAndCopy(Card $card): void
    {
        if ($card->state === CardState::Reading) {
            $this->through(
                ReadCard::latest($card),
                fn (): Task => ReadCard::open($card, "Reading the card “{$card->name}”"),
            );
            $card->refresh();
        }
        if ($card->state === CardState::Read) {
            $this->through(
                CopyCard::latest($card),
                fn (): Task => CopyCard::open($card, "Copying card {$card->number} to 2 places", $card->bytes),
            );
        }
    }

    private function clocks(Shoot $shoot): void
    {
        if (BodyClock::query()->where('shoot_id', $shoot->id)->exists()) {
            return;
        }
        $right = CameraTime::fromExif(Regatta::DATE.' 06:00:00')?->milliseconds;
        $clocks = [
            'H6-204417' => Clock::of(Offset::zero(), 2.0, $right),
            'H6-204530' => Clock::of(Offset::of(false, 0, 1, 0, 0)),
            'CM2-77810' => Clock::of(Offset::of(false, 0, 0, 3, 17)),
        ];
        foreach (Lanes::bodies($shoot) as $body) {
            app(ClockWork::class)->set(
                $shoot,
                $body->id,
                ScopedClock::everywhere($clocks[$body->serial] ?? Clock::asRead()),
            );
        }
    }

    /**
     * Culled as far as the afternoon: of each moment the middle frame is kept and rated, of long ones some more, but
     * none that is out of focus or was moved.
     */
    private function cull(Shoot $shoot, Member $member): void
    {
        if (Frame::of($shoot)->where('verdict', '<>', Verdict::Open)->exists()) {
            return;
        }
        app(Regrouping::class)->regroup($shoot);
        $frames = Frame::inOrder($shoot)->get();
        $moments = $frames->pluck('moment')->all();
        $unsharp = self::unsharp();
        $bar = $this->progress->bar('Culling a part of it', (int) (0.8 * $frames->count()));
        foreach ($frames->take((int) (0.8 * $frames->count())) as $i => $frame) {
            $own = array_keys($moments, $moments[$i], true);
            $place = $i - $own[0];
            $isKept = ($place === intdiv(count($own), 2) || $place % 3 === 1) && ! isset($unsharp[$frame->name]);
            app(Marking::class)->apply($shoot, $member, [self::step($frame, $isKept, $place)]);
            $bar->advance();
        }
        $bar->finish();
        $this->newLine();
    }

    /** @return array<string, true> names of frames that the generator blurred */
    private static function unsharp(): array
    {
        $truth = json_decode((string) file_get_contents(config('kanpai.rack').'/truth.json'), true);
        $names = [];
        foreach (is_array($truth['frames'] ?? null) ? $truth['frames'] : [] as $frame) {
            if ($frame['out_of_focus'] || $frame['motion'] > 0) {
                $names[basename((string) $frame['path'])] = true;
            }
        }

        return $names;
    }

    /**
     * @param  int  $place  in its moment
     * @return array{id: string, title: string, marks: list<array{frame: int, verdict: string, rating: int|null,
     *     given: int}>}
     */
    private static function step(Frame $frame, bool $isKept, int $place): array
    {
        return [
            'id' => (string) Str::uuid(),
            'title' => ($isKept ? 'Keep' : 'Drop')." {$frame->name}",
            'marks' => [
                [
                    'frame' => $frame->id,
                    'verdict' => $isKept ? 'keep' : 'drop',
                    'rating' => $isKept ? 1 + (($place * 7 + $frame->moment) % 5) : null,
                    'given' => $isKept && $place % 5 === 1 ? 1 << $place % 3 : 0,
                ],
            ],
        ];
    }

    /** @param  callable(): Task  $open */
    private function through(?Task $task, callable $open): void
    {
        $this->progress->wait($task === null || $task->state->isOver() ? $open() : $task);
    }
}

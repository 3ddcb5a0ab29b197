<?php

declare(strict_types=1);

namespace App\Demo;

use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\Keywords;
use App\Captions\RosterPerson;
use App\Captions\Sheet;
use App\Captions\WriteCaptions;
use App\Clocks\BodyClock;
use App\Clocks\ClockWork;
use App\Cull\Marking;
use App\Cull\Regrouping;
use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\Handoffs;
use App\Deliver\Handoff\Returning;
use App\Frames\Frame;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\Lanes;
use App\Ingest\MakePreviews;
use App\Ingest\ReadCard;
use App\Ingest\Slots;
use App\Ingest\Upload\ArrivalsFolder;
use App\Proof\Choosing;
use App\Proof\Comment;
use App\Proof\Gallery;
use App\Proof\Guest;
use App\Proof\Publishing;
use App\Proof\Selection;
use App\Studio\Member;
use App\Studio\Shoot;
use App\Studio\Studio;
use App\Studio\Task;
use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Kanpai\Core\Captions\Keyword\KeywordList;
use Kanpai\Core\Captions\Roster\Roster;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Proof\ChoiceList;
use Kanpai\Core\Proof\Rights;
use Kanpai\Demo\CardMaker;
use Kanpai\Demo\Regatta;
use RuntimeException;
use Symfony\Component\Console\Helper\ProgressBar;

/**
 * Makes the demo through the real application and its workers. Each step looks first whether it was done already, so
 * that the command can be broken off and run again.
 */
final class SeedDemo extends Command
{
    public const EMAIL = 'mara@quill.example';

    public const PASSWORD = 'lantern supper';

    private const WIDTH = 1920;

    /** Headlines of the day, each from a local time on. */
    private const HEADLINES = [
        ['06:00', 'Mist on the river'],
        ['07:00', 'Before the crowd'],
        ['08:20', 'Red crew at the rail'],
        ['09:00', 'Club flag'],
        ['09:25', 'Heat 1'],
        ['10:05', 'On the bank'],
        ['10:35', 'Heat 2'],
        ['12:00', 'Picnic'],
        ['13:30', 'Blue crew on the quay'],
        ['14:00', 'Cox and coach'],
        ['15:00', 'Final'],
        ['15:20', 'Winners ashore'],
        ['16:20', 'Families'],
        ['17:10', 'Prize-giving'],
        ['18:20', 'Evening on the water'],
        ['20:00', 'Lantern supper'],
    ];

    private const ROSTER = <<<'CSV'
    number,name,team,role,code
    1,Ada Fenn,Saltmarsh,bow,af
    2,Joss Merle,Saltmarsh,two,jm
    3,Petra Lund,Saltmarsh,three,pl
    4,Noor Hale,Saltmarsh,stroke,nh
    11,Wim Aster,Reedmouth,bow,wa
    12,Tilda Crane,Reedmouth,two,tc
    13,Oren Vale,Reedmouth,three,ov
    14,Bea Thorn,Reedmouth,stroke,bt
    ,Gil Marrow,,coach,gm
    CSV;

    private const KEYWORDS = "rowing > race > start\nrowing > race > finish\nrowing > regatta\nrowing > coxed ".
        "four\nwater > river\npeople > crew\npeople > spectators\npeople > prize-giving\nevening > lantern\n";

    protected $signature = 'kanpai:demo {--width='.self::WIDTH.' : pixels of the long side of a frame}';

    protected $description = 'Make the demo: cards, studio, and a regatta half done';

    public function handle(): int
    {
        ini_set('memory_limit', '2G');
        $this->cards();
        $studio = $this->studio();
        $shoot = $studio
            ->shoots()
            ->firstOrCreate(
                ['name' => Regatta::NAME],
                [
                    'client' => Regatta::CLIENT,
                    'venue' => Regatta::PLACE,
                    'zone' => Regatta::ZONE,
                    'held_on' => Regatta::DATE,
                    'promised_on' => today()->addDays(3),
                ],
            );
        $studio
            ->shoots()
            ->firstOrCreate(
                ['name' => 'Lantern supper, boathouse'],
                [
                    'client' => Regatta::CLIENT,
                    'venue' => 'Saltmarsh boathouse',
                    'zone' => Regatta::ZONE,
                    'held_on' => Regatta::DATE,
                    'promised_on' => today()->addDays(12),
                ],
            );
        $this->ingest($shoot);
        $this->clocks($shoot);
        $this->cull($shoot, Member::query()->where('email', self::EMAIL)->firstOrFail());
        $this->caption($shoot);
        $this->proof($shoot);
        $this->deliver($shoot);
        $this->handOff($shoot);

        return self::SUCCESS;
    }

    private function cards(): void
    {
        $maker = new CardMaker((string) config('kanpai.rack'), new Regatta(), 0, (int) $this->option('width'));
        // Cards that were read stay as they are, even when the drawing has become better since.
        if ($maker->isMade() || Card::query()->exists()) {
            return;
        }
        $bar = $this->bar('Drawing the regatta', 1);
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
            if (! str_starts_with($path, (string) realpath((string) config('kanpai.rack')))) {
                continue;
            }
            $uuid = (string) Str::uuid();
            $card = Card::query()->firstOrCreate(
                ['shoot_id' => $shoot->id, 'slot' => $path],
                [
                    'uuid' => $uuid,
                    'number' => $i + 1,
                    'name' => $slot['name'],
                    'signature' => md5($uuid),
                    'state' => CardState::Reading,
                ],
            );
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
        foreach (Card::query()->where('shoot_id', $shoot->id)->orderBy('number')->get() as $card) {
            $this->wait(MakePreviews::latest($card));
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

    /** Culled as far as the afternoon: of each moment the middle frame is kept and rated, of long ones some more. */
    private function cull(Shoot $shoot, Member $member): void
    {
        $frames = Frame::inOrder($shoot)->get();
        if ($frames->contains(fn (Frame $frame): bool => $frame->verdict->value !== 'open')) {
            return;
        }
        $marking = app(Marking::class);
        app(Regrouping::class)->regroup($shoot);
        $frames = Frame::inOrder($shoot)->get();
        $moments = $frames->pluck('moment')->all();
        $bar = $this->bar('Culling a part of it', (int) (0.8 * $frames->count()));
        foreach ($frames->take((int) (0.8 * $frames->count())) as $i => $frame) {
            $own = array_keys($moments, $moments[$i], true);
            $place = $i - $own[0];
            $isKept = $place === intdiv(count($own), 2) || $place % 3 === 1;
            $marking->apply($shoot, $member, [
                [
                    'id' => (string) Str::uuid(),
                    'title' => ($isKept ? 'Keep' : 'Drop')." {$frame->name}",
                    'marks' => [
                        [
                            'frame' => $frame->id,
                            'verdict' => $isKept ? 'keep' : 'drop',
                            'rating' => $isKept ? 1 + (($place * 7 + $moments[$i]) % 5) : null,
                            'given' => $isKept && $place % 5 === 1 ? 1 << $place % 3 : 0,
                        ],
                    ],
                ],
            ]);
            $bar->advance();
        }
        $bar->finish();
        $this->newLine();
    }

    private function caption(Shoot $shoot): void
    {
        if (Batch::query()->where('shoot_id', $shoot->id)->exists()) {
            return;
        }
        $studio = $shoot->studio;
        $this->sheet($studio, null, 'studio', [
            'creator' => '{{shooter}}',
            'credit' => '{{studio}}',
            'copyright' => '© {{year}} {{studio}}',
            'usage_terms' => 'For the club’s own use.',
            'contact_email' => 'office@quill.example',
            'contact_city' => 'Saltmarsh',
        ]);
        $this->sheet($studio, $shoot, 'shoot', [
            'headline' => '{{moment}}',
            'description' => "{{shoot}}, {{place}}, {{day}}, {{time}}.\nHeats, finals and a supper by lantern light.",
            'keywords' => 'rowing, regatta, river, {{client}}',
            'event' => '{{shoot}}',
            'sublocation' => '{{place}}',
            'city' => 'Saltmarsh',
            'job_id' => 'SMR-{{year}}',
        ]);
        $this->sheet(
            $studio,
            null,
            'saved',
            [
                'headline' => '{{shoot}}: {{moment}}',
                'description' => '{{people}} at {{place}}, {{day}}.',
                'keywords' => 'rowing',
            ],
            name: 'Club days',
        );
        $instant = fn (string $time): int => $shoot
            ->zone()
            ->instant((int) CameraTime::fromExif(Regatta::DATE." {$time}:00")?->milliseconds);
        foreach (self::HEADLINES as $i => [$from, $headline]) {
            $isRace = str_starts_with($headline, 'Heat') || $headline === 'Final';
            $this->sheet(
                $studio,
                $shoot,
                'moment',
                $isRace ? ['keywords' => 'race'] : [],
                ['keywords'],
                $headline,
                $instant($from),
                $instant(self::HEADLINES[$i + 1][0] ?? '23:59') - 1,
            );
        }
        RosterPerson::replace($shoot, Roster::of(Table::rows(self::ROSTER)));
        app(Keywords::class)->replace($studio, KeywordList::of(Table::rows(self::KEYWORDS)));
        $studio->update(['required_fields' => ['headline', 'creator', 'copyright']]);
        $batch = Batch::query()->create([
            'shoot_id' => $shoot->id,
            'title' => 'Filling in the sheets',
            'edit' => ['kind' => 'sheets'],
            'filter' => FrameFilter::kept()->toQuery(),
        ]);
        $this->wait(ApplyBatch::open($shoot, $batch->title, 0, $batch->id));
        $this->wait(WriteCaptions::latest($shoot));
    }

    /**
     * @param  array<string, string>  $fields
     * @param  list<string>  $added
     */
    private function sheet(
        Studio $studio,
        ?Shoot $shoot,
        string $level,
        array $fields,
        array $added = [],
        string $name = '',
        ?int $from = null,
        ?int $to = null,
    ): void {
        Sheet::query()->updateOrCreate(
            [
                'studio_id' => $studio->id,
                'shoot_id' => $shoot?->id,
                'level' => $level,
                'from_ms' => $from,
                'to_ms' => $to,
                'name' => $name,
            ],
            ['fields' => $fields, 'added' => $added],
        );
    }

    private function proof(Shoot $shoot): void
    {
        $gallery =
            Gallery::query()->where('shoot_id', $shoot->id)->first() ??
            app(Publishing::class)->publish(
                $shoot,
                FrameFilter::kept(),
                [
                    'title' => Regatta::NAME,
                    'message' => 'Please choose up to 40 for the club’s album, by Sunday.',
                    'watermark' => ['text' => 'Mara Quill · proof', 'place' => 'tiled', 'size' => 34, 'opacity' => 34],
                    'sectioning' => 'moment',
                ],
                Rights::of([ChoiceList::of('Album', null, 40)], rates: true, draws: true, captions: true),
                ['name' => 'The club'],
                [
                    ['name' => 'Ada Fenn', 'email' => 'ada@saltmarsh.example'],
                    ['name' => 'Joss Merle', 'email' => 'joss@saltmarsh.example'],
                    ['name' => 'Petra Lund', 'email' => 'petra@saltmarsh.example'],
                ],
            );
        $this->wait($gallery->task());
        if ($gallery->selections()->exists()) {
            return;
        }
        $choosing = app(Choosing::class);
        $frames = $gallery->shown()->get();
        foreach (Guest::query()->where('gallery_id', $gallery->id)->orderBy('id')->get() as $n => $guest) {
            $steps = [];
            foreach ($frames as $i => $frame) {
                if ($i % 3 === 1 && ($n === 0 || $i % 2 === $n % 2)) {
                    $steps[] = [
                        'id' => (string) Str::uuid(),
                        'kind' => 'choose',
                        'number' => $frame->number,
                        'on' => true,
                    ];
                }
            }
            $choosing->apply($guest, $guest->share, $steps);
        }
        [$ada, $joss] = Guest::query()->where('gallery_id', $gallery->id)->orderBy('id')->get()->all();
        $says = fn (Guest $guest, int $place, string $text, ?array $drawing = null) => $choosing->apply(
            $guest,
            $guest->share,
            [
                [
                    'id' => (string) Str::uuid(),
                    'kind' => 'comment',
                    'number' => $frames->get($place)->number ?? 0,
                    'text' => $text,
                    'drawing' => $drawing,
                ],
            ],
        );
        $says($ada, 4, 'This one large, for the clubhouse.');
        [$w, $h] = [$frames->get(7)->width ?? 0, $frames->get(7)->height ?? 0];
        $says($ada, 7, 'Could the sky be calmer?', [
            [
                'kind' => 'circle',
                'x' => intdiv($w, 2),
                'y' => intdiv($h, 6),
                'rx' => intdiv($w, 3),
                'ry' => intdiv($h, 8),
            ],
            ['kind' => 'word', 'x' => intdiv($w, 3), 'y' => intdiv($h, 5), 'text' => 'calmer'],
        ]);
        $says($joss, 10, 'Without the buoy, please', [
            [
                'kind' => 'arrow',
                'x' => intdiv($w, 4),
                'y' => intdiv($h, 3),
                'toX' => intdiv($w, 6),
                'toY' => intdiv(2 * $h, 3),
            ],
        ]);
        $choosing->send($ada, 'Ada Fenn', 'ada@saltmarsh.example', 'Thank you, we love them.');
    }

    private function deliver(Shoot $shoot): void
    {
        $selection = Selection::query()
            ->whereHas('gallery', fn ($query) => $query->where('shoot_id', $shoot->id))
            ->orderBy('id')
            ->firstOrFail();
        if (Delivery::query()->where('selection_id', $selection->id)->doesntExist()) {
            app(Delivering::class)->answer($selection);
        }
        $this->wait(Delivery::query()->where('selection_id', $selection->id)->firstOrFail()->task());
    }

    /** What guests asked for is with a retoucher; one picture is back already, and one file whose name says nothing. */
    private function handOff(Shoot $shoot): void
    {
        $frames = array_values(
            array_map(
                intval(...),
                Comment::query()
                    ->whereHas('galleryFrame.frame', fn ($frames) => $frames->where('shoot_id', $shoot->id))
                    ->with('galleryFrame')
                    ->get()
                    ->pluck('galleryFrame.frame_id')
                    ->unique()
                    ->all(),
            ),
        );
        if ($frames === [] || Handoff::query()->where('shoot_id', $shoot->id)->exists()) {
            return;
        }
        $handoff = app(Handoffs::class)->open(
            $shoot,
            $frames,
            ['name' => 'Robin Saye'],
            [['name' => 'Robin Saye', 'email' => 'robin@saltmarsh.example']],
            'Straighten the horizon, keep the grain.',
            true,
        );
        $this->wait($handoff->delivery->task());
        foreach (
            [
                pathinfo((string) Frame::query()->findOrFail($frames[1])->name, PATHINFO_FILENAME).'-edit.jpg',
                'sky tryout.jpg',
            ] as $name
        ) {
            $target = ArrivalsFolder::path($handoff->uuid).'/.back/'.Str::uuid();
            is_dir(dirname($target)) || mkdir(dirname($target), 0700, true);
            $large = Frame::query()->findOrFail($frames[1])->large_path;
            $finished = PictureReader::jpeg(config('kanpai.pictures').'/'.$large)
                ->toned([1.08, 1.0, 0.9], [4.0, 2.0, 0.0])
                ->bare();
            PictureWriter::file($finished, $target, 'jpeg', 92);
            app(Returning::class)->note($shoot, $handoff, $name, $target);
        }
        $this->wait($handoff->returnTask());
    }

    /** @param  callable(): Task  $open */
    private function through(?Task $task, callable $open): void
    {
        $this->wait($task === null || $task->state->isOver() ? $open() : $task);
    }

    private function wait(?Task $task): void
    {
        $bar = null;
        while ($task !== null && ! $task->refresh()->state->isOver()) {
            $bar ??= $this->bar($task->title, max(1, $task->total));
            $bar->setMaxSteps(max(1, $task->total));
            $bar->setProgress(min($task->done, max(1, $task->total)));
            usleep(200_000);
        }
        if ($task?->problem !== null) {
            throw new RuntimeException($task->problem);
        }
        if ($bar !== null) {
            $bar->finish();
            $this->newLine();
        }
    }

    private function bar(string $what, int $steps): ProgressBar
    {
        $bar = $this->output->createProgressBar($steps);
        $bar->setFormat('  '.str_pad($what, 38).' [%bar%] %percent:3s% %');
        $bar->minSecondsBetweenRedraws($this->output->isDecorated() ? 0.1 : 5.0);
        $bar->start();

        return $bar;
    }
}

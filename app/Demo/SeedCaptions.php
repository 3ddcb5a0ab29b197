<?php

declare(strict_types=1);

namespace App\Demo;

use App\Captions\ApplyBatch;
use App\Captions\Batch;
use App\Captions\Keywords;
use App\Captions\RosterPerson;
use App\Captions\Sheet;
use App\Captions\WriteCaptions;
use App\Studio\Shoot;
use App\Studio\Studio;
use Kanpai\Core\Captions\Keyword\KeywordList;
use Kanpai\Core\Captions\Roster\Roster;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Frames\CameraTime;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Demo\Regatta;

/** Sheets for the studio, the shoot and its moments, a roster and keywords, applied to what is kept. */
final class SeedCaptions
{
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

    private const KEYWORDS = <<<'TEXT'
    rowing > race > start
    rowing > race > finish
    rowing > regatta
    rowing > coxed four
    water > river
    people > crew
    people > spectators
    people > prize-giving
    evening > lantern

    TEXT;

    /** Level, name and fields. */
    private const SHEETS = [
        [
            'studio',
            '',
            [
                'creator' => '{{shooter}}',
                'credit' => '{{studio}}',
                'copyright' => '© {{year}} {{studio}}',
                'usage_terms' => 'For the club’s own use.',
                'contact_email' => 'office@quill.example',
                'contact_city' => 'Saltmarsh',
            ],
        ],
        [
            'shoot',
            '',
            [
                'headline' => '{{moment}}',
                'description' => "{{shoot}}, {{place}}, {{day}}, {{time}}.\n".
                    'Heats, finals and a supper by lantern light.',
                'keywords' => 'rowing, regatta, river, {{client}}',
                'event' => '{{shoot}}',
                'sublocation' => '{{place}}',
                'city' => 'Saltmarsh',
                'job_id' => 'SMR-{{year}}',
            ],
        ],
        [
            'saved',
            'Club days',
            [
                'headline' => '{{shoot}}: {{moment}}',
                'description' => '{{people}} at {{place}}, {{day}}.',
                'keywords' => 'rowing',
            ],
        ],
    ];

    public function __construct(private readonly Progress $progress)
    {
    }

    public function seed(Shoot $shoot): void
    {
        if (Batch::query()->where('shoot_id', $shoot->id)->exists()) {
            return;
        }
        $this->lists($shoot);
        $batch = Batch::query()->create([
            'shoot_id' => $shoot->id,
            'title' => 'Filling in the sheets',
            'edit' => ['kind' => 'sheets'],
            'filter' => FrameFilter::kept()->toQuery(),
        ]);
        $this->progress->wait(ApplyBatch::open($shoot, $batch->title, 0, $batch->id));
        $this->progress->wait(WriteCaptions::latest($shoot));
    }

    private function lists(Shoot $shoot): void
    {
        $studio = $shoot->studio;
        foreach (self::SHEETS as [$level, $name, $fields]) {
            $this->sheet($studio, $level === 'shoot' ? $shoot : null, $level, $fields, name: $name);
        }
        $this->moments($studio, $shoot);
        RosterPerson::replace($shoot, Roster::of(Table::rows(self::ROSTER)));
        app(Keywords::class)->replace($studio, KeywordList::of(Table::rows(self::KEYWORDS)));
        $studio->update(['required_fields' => ['headline', 'creator', 'copyright']]);
    }

    /** A sheet for each span of the day. */
    private function moments(Studio $studio, Shoot $shoot): void
    {
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
}

<?php

declare(strict_types=1);

namespace Tests\Feature\Captions;

use App\Captions\FrameCaption;
use App\Captions\RosterPerson;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Tests\Feature\FeatureTestCase;

/** Rosters and keywords: taken from tables, completed while typing, counted. */
final class CaptionListsTest extends FeatureTestCase
{
    private const ROSTER = "number,name,team,role,code\n7,Ada Fenn,Saltmarsh,stroke,af\n8,\"Merle, Joss\",Saltmarsh,cox,jm\n17,Bea Thorn,Reedmouth,bow,bt";

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->member);
    }

    public function test_a_roster_is_pasted_or_sent_as_a_file_and_takes_the_place_of_the_last(): void
    {
        $address = "/shoots/{$this->shoot->id}/captions/lists";
        $this->post("{$address}/roster", ['roster' => self::ROSTER])->assertSessionHas(
            'message',
            '3 people are on the roster.',
        );
        $this->get($address)->assertSee('Merle, Joss')->assertSee('Reedmouth');
        $this->post("{$address}/roster", [
            'roster_file' => UploadedFile::fake()->createWithContent(
                'crew.csv',
                "\xEF\xBB\xBFcode;name\r\njo;J\xC3\xB6rg\r\n",
            ),
        ])->assertSessionHasNoErrors();
        self::assertSame(['Jörg'], RosterPerson::query()->pluck('name')->all());
        $this->post("{$address}/roster", [
            'roster_file' => UploadedFile::fake()->createWithContent('crew.csv', "name,code\nM\xFCller,m"),
        ])->assertSessionHasNoErrors();
        self::assertSame(['Müller'], RosterPerson::query()->pluck('name')->all());
    }

    public function test_a_bad_table_is_refused_where_it_came_in_and_the_last_roster_stays(): void
    {
        $address = "/shoots/{$this->shoot->id}/captions/lists";
        $this->post("{$address}/roster", ['roster' => self::ROSTER]);
        foreach (
            [
                '' => 'nothing in it',
                "name,code\nAda" => 'Line 2 has 1 column',
                "number,name\n1," => 'no name',
                "name\n\"Ada" => 'not closed',
            ] as $table => $words
        ) {
            $this->post("{$address}/roster", ['roster' => $table])->assertSessionHasErrors('roster');
            self::assertStringContainsString($words, (string) session('errors')?->first('roster'));
        }
        self::assertSame(3, RosterPerson::query()->count());
        $this->post("{$address}/keywords", ['keywords' => "a > b\nc > b"])->assertSessionHasErrors('keywords');
        self::assertSame(0, DB::table('keywords')->count());
    }

    public function test_twenty_thousand_people_are_taken_and_found(): void
    {
        $table =
            "number,name,code\n".
            implode("\n", array_map(fn (int $i): string => "{$i},Person {$i},c{$i}", range(1, 20_000)));
        $this->post("/shoots/{$this->shoot->id}/captions/lists/roster", [
            'roster_file' => UploadedFile::fake()->createWithContent('run.csv', $table),
        ])->assertSessionHas('message', '20,000 people are on the roster.');
        $this->getJson("/shoots/{$this->shoot->id}/captions/lists/people?q=c19999")
            ->assertJsonCount(1)
            ->assertJsonPath('0.name', 'Person 19999');
        $this->get("/shoots/{$this->shoot->id}/captions/lists")->assertSee('The first 200 of 20,000 are shown');
    }

    public function test_people_are_found_by_code_number_and_name(): void
    {
        $this->post("/shoots/{$this->shoot->id}/captions/lists/roster", ['roster' => self::ROSTER]);
        $found = fn (string $typed): array => array_column(
            $this->getJson("/shoots/{$this->shoot->id}/captions/lists/people?q={$typed}")->json(),
            'name',
        );
        self::assertSame(['Ada Fenn'], $found('AF'));
        self::assertSame(['Ada Fenn'], $found('7'));
        self::assertSame(['Bea Thorn'], $found('17'));
        self::assertSame(['Merle, Joss'], $found('mer'));
        self::assertSame(['Ada Fenn'], $found('fen'));
        self::assertSame([], $found('zz'));
        $this->getJson("/shoots/{$this->shoot->id}/captions/lists/people?q=af")
            ->assertJsonPath('0.exact', true)
            ->assertJsonPath('0.more', 'Ada Fenn (7, Saltmarsh)');
    }

    public function test_codes_in_a_sheet_become_names_and_people_shown(): void
    {
        $this->pushCard('ivo', 2);
        $this->readCard('ivo');
        $this->post("/shoots/{$this->shoot->id}/captions/lists/roster", ['roster' => self::ROSTER]);
        $this->post(
            "/shoots/{$this->shoot->id}/captions/preview",
            ['headline' => '@af and @zz'],
            ['HX-Request' => 'true'],
        )
            ->assertSee('Ada Fenn and @zz')
            ->assertSee('Nobody on the roster has @zz');
        $this->caption(['headline' => '@af beats @17', 'persons' => '@jm', 'description' => 'With {{people}}.']);
        $fields = FrameCaption::query()->firstOrFail()->fields;
        self::assertSame(
            ['Ada Fenn beats Bea Thorn', '"Merle, Joss", Ada Fenn, Bea Thorn'],
            [$fields['headline'], $fields['persons']],
        );
        // The people of a frame are known once they are named.
        $this->caption(['description' => 'With {{people}}.']);
        self::assertSame(
            'With Merle, Joss (8, Saltmarsh), Ada Fenn (7, Saltmarsh), Bea Thorn (17, Reedmouth).',
            FrameCaption::query()->firstOrFail()->fields['description'],
        );
    }

    public function test_keywords_complete_themselves_with_their_broader_terms_and_are_counted(): void
    {
        $this->pushCard('ivo', 3);
        $this->readCard('ivo');
        $address = "/shoots/{$this->shoot->id}/captions";
        $this->post("{$address}/lists/keywords", [
            'keywords' => "rowing > race > finish\nwater > river\nrowing > oar",
        ])->assertSessionHas('message', '6 keywords are on the list.');
        $this->caption(['keywords' => 'river, rowing, own word']);
        $this->getJson("{$address}/lists/words?q=ri")
            ->assertJsonCount(1)
            ->assertJsonPath('0.insert', ['water', 'river'])
            ->assertJsonPath('0.words', '3');
        $this->getJson("{$address}/lists/words?q=wo")->assertJsonPath('0.name', 'own word');
        // What is used most comes first.
        self::assertSame(['rowing'], array_column($this->getJson("{$address}/lists/words?q=ro")->json(), 'name'));
        $this->get("{$address}/lists")->assertSee('3 in this shoot');
        $this->post("{$address}/preview", ['keywords' => 'river, wild'], ['HX-Request' => 'true'])->assertSee(
            'Not on the list of keywords: wild',
        );
    }
}

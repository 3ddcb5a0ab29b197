<?php

declare(strict_types=1);

namespace Tests\Feature\Proof;

use App\Frames\Frame;
use App\Imaging\Picture;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Proof\Choice;
use App\Proof\Gallery;
use App\Proof\GalleryFrame;
use App\Proof\Guest;
use App\Proof\Publishing;
use App\Proof\Selection;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FrameFilter;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** Galleries: what they are made of, what proofs carry, what goes along, what is out of date, how they look. */
final class GalleriesTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 4, 3);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
    }

    /** @param  array<string, string>  $facts */
    private function publish(array $facts, string $query = ''): Gallery
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/galleries{$query}", ['title' => 'Proofs', 'watermark' => '', ...$facts])
            ->assertSessionHasNoErrors()
            ->assertRedirect();

        return Gallery::query()->orderByDesc('id')->firstOrFail();
    }

    private function proof(Gallery $gallery, int $number = 1): GalleryFrame
    {
        return $gallery->frames()->where('number', $number)->firstOrFail();
    }

    private function path(?string $path): string
    {
        self::assertNotNull($path);

        return "{$this->folder}/pictures/{$path}";
    }

    /** @return array<string, mixed> as exiftool (Debian) reads it */
    private function tags(string $path): array
    {
        return json_decode(
            (string) shell_exec('exiftool -j -G1 -a '.escapeshellarg($path)),
            true,
            16,
            JSON_THROW_ON_ERROR,
        )[0];
    }

    public function test_proofs_say_whose_they_are_and_nothing_of_places_cameras_and_people(): void
    {
        $this->caption([
            'creator' => 'Mara Quill',
            'copyright' => '© 2026 Mara Quill',
            'persons' => 'Ada Fenn',
            'description' => 'Ada at the rail',
            'contact_email' => 'mara@quill.example',
        ]);
        $gallery = $this->publish(['watermark' => 'proof']);
        foreach (['plain_large_path', 'large_path', 'plain_small_path', 'small_path'] as $kind) {
            $said = json_encode(
                $this->tags($this->path($this->proof($gallery)->{$kind})),
                JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
            );
            self::assertSame(
                0,
                preg_match('/GPS|Serial|MakerNote|Ada|"[^"]*:(Make|Model|LensModel)"/', $said, $found),
                "{$kind}: ".($found[0] ?? ''),
            );
        }
        $tags = $this->tags($this->path($this->proof($gallery)->large_path));
        self::assertSame(
            ['Mara Quill', '© 2026 Mara Quill', 'mara@quill.example'],
            [
                $tags['XMP-dc:Creator'] ?? null,
                $tags['XMP-dc:Rights'] ?? null,
                $tags['XMP-iptcCore:CreatorWorkEmail'] ?? null,
            ],
        );
        $all = $this->publish(['watermark' => '', 'metadata' => '1']);
        self::assertSame(
            'Ada Fenn',
            $this->tags($this->path($this->proof($all)->large_path))['XMP-iptcExt:PersonInImage'] ?? null,
        );
    }

    /**
     * @return iterable<string, array{array<string, string>, string}>
     *   what is said, and where pixels must differ: all, left, right, middle
     */
    public static function marks(): iterable
    {
        yield 'tiled words' => [
            ['watermark' => 'proof', 'watermark_place' => 'tiled', 'watermark_size' => '20', 'watermark_opacity' => '80'],
            'all',
        ];
        yield 'a corner' => [
            ['watermark' => 'proof', 'watermark_place' => 'top left', 'watermark_size' => '20', 'watermark_opacity' => '90'],
            'left',
        ];
        yield 'the other corner' => [
            ['watermark' => 'proof', 'watermark_place' => 'bottom right', 'watermark_size' => '20', 'watermark_opacity' => '90'],
            'right',
        ];
        yield 'larger than the picture' => [
            [
                'watermark' => 'wwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwwww',
                'watermark_place' => 'middle',
                'watermark_size' => '100',
                'watermark_opacity' => '90',
            ],
            'middle',
        ];
    }

    /** @param  array<string, string>  $facts */
    #[DataProvider('marks')]
    public function test_the_watermark_is_in_the_pixels_where_it_was_put(array $facts, string $where): void
    {
        $proof = $this->proof($this->publish($facts));
        [$plain, $marked] = array_map(fn (?string $path): Picture => PictureReader::jpeg($this->path($path)), [
            $proof->plain_large_path,
            $proof->large_path,
        ]);
        [$a, $b] = [PictureMeasures::greyGrid($plain, 12, 8), PictureMeasures::greyGrid($marked, 12, 8)];
        $changed = array_keys(
            array_filter($a, fn (int $value, int $i): bool => abs($value - $b[$i]) > 3, ARRAY_FILTER_USE_BOTH),
        );
        self::assertNotSame([], $changed, 'the proof is the plain picture');
        $columns = array_map(fn (int $i): int => $i % 12, $changed);
        $rows = array_map(fn (int $i): int => intdiv($i, 12), $changed);
        match ($where) {
            'all' => self::assertSame(
                [true, true],
                [min($columns) < 3 && max($columns) > 8, min($rows) < 3 && max($rows) > 4],
            ),
            'left' => self::assertSame([true, true], [max($columns) < 5, max($rows) < 3]),
            'right' => self::assertSame([true, true], [min($columns) > 6, min($rows) > 4]),
            default => self::assertSame([true, true], [min($rows) >= 2, max($rows) <= 5]),
        };
    }

    public function test_the_studios_mark_its_colours_and_its_prefix_are_what_guests_see(): void
    {
        $png = "{$this->folder}/mark.png";
        $logo = PictureReader::svg(
            '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="100"><rect width="300" height="100" '.
                'rx="50" fill="#ff0000"/></svg>',
        );
        PictureWriter::png($logo, $png);
        $say = fn (array $said) => $this->actingAs($this->member)->post('/branding', [
            'name' => 'Quay Pictures',
            'ground' => '#f0f4f8',
            'accent' => '#204060',
            ...$said,
        ]);
        $say([
            'prefix' => 'quay',
            'logo' => new UploadedFile($png, 'mark.png', null, null, true),
        ])->assertSessionHasNoErrors();
        $gallery = $this->publish([
            'watermark_kind' => 'logo',
            'watermark_place' => 'middle',
            'watermark_size' => '50',
            'watermark_opacity' => '100',
        ]);
        $link = $this->link();
        self::assertStringStartsWith('/quay/g/', $link);
        auth()->logout();
        $this->get($link)->assertOk()->assertSee('/colours/f0f4f8-204060.css')->assertSee('class="studio-mark"', false);
        $this->get('/colours/f0f4f8-204060.css')->assertOk()->assertSee('--ground:#f0f4f8', false);
        $this->get(substr($link, 5))->assertOk();
        $this->get('/other'.substr($link, 5))->assertNotFound();
        $this->asGuest($this->guestSays($link, [self::choice(1)])->assertOk());
        $this->get("{$link}/send")
            ->assertOk()
            ->assertSee("{$link}/send");
        $middle = PictureMeasures::colourGrid(PictureReader::jpeg($this->path($this->proof($gallery)->large_path)), 9, 9);
        self::assertGreaterThan(200, $middle[120]);
        self::assertLessThan(70, $middle[121], 'the mark is not red in the middle');
        foreach ([['ground' => '#202020'], ['accent' => '#ffee88']] as $faint) {
            $say($faint)->assertSessionHasErrors('accent');
        }
        $say(['prefix' => 'Quay Pictures'])->assertSessionHasErrors('prefix');
        $say(['prefix' => 'shoots'])->assertSessionHasErrors('prefix');
        $say(['logo' => UploadedFile::fake()->createWithContent('mark.png', 'no picture')])->assertSessionHasErrors(
            'logo',
        );
        $this->actingAs(
            $this->studio
                ->members()
                ->create([
                    'name' => 'Joss Merle',
                    'email' => 'joss@quay.example',
                    'password' => 'a good password',
                    'role' => 'editor',
                ]),
        )
            ->post('/branding', ['name' => 'Mine', 'ground' => '#ffffff', 'accent' => '#000000'])
            ->assertForbidden();
    }

    public function test_what_is_out_of_date_is_shown_and_publishing_again_keeps_all_that_guests_said(): void
    {
        $gallery = $this->publish(['sectioning' => 'moment', 'captions' => '1', 'draws' => '1']);
        $link = $this->link();
        $frames = $this->frames();
        $this->asGuest(
            $this->guestSays($link, [
                self::choice(1),
                self::choice(2),
                [
                    'kind' => 'comment',
                    'number' => 2,
                    'text' => 'Keep me',
                    'drawing' => [['kind' => 'circle', 'x' => 9, 'y' => 9, 'rx' => 5, 'ry' => 5]],
                ],
            ]),
        );
        $page = fn () => $this->actingAs($this->member)
            ->get("/galleries/{$gallery->id}")
            ->assertOk();
        $page()->assertDontSee('Out of date');
        $this->caption(['headline' => 'A new headline']);
        $this->step([$frames[1]->id => ['verdict' => 'drop']]);
        $this->post("/shoots/{$this->shoot->id}/clocks/{$frames[0]->body_id}", [
            'direction' => 'later',
            'seconds' => 5,
        ])->assertSessionHasNoErrors();
        DB::table('frames')
            ->where('id', $frames[3]->id)
            ->update(['large_path' => $frames[0]->large_path]);
        $page()
            ->assertSee('Out of date')
            ->assertSee('1 dropped since')
            ->assertSee('3 with another caption')
            ->assertSee('3 with another time')
            ->assertSee('1 with another picture')
            ->assertSee('A new headline');
        $before = $this->proof($gallery, 4)->large_path;
        $this->post("/galleries/{$gallery->id}/again")->assertRedirect();
        $page()->assertDontSee('Out of date')->assertSee('left the gallery')->assertSee('Keep me');
        $told = $this->get("{$link}/frames")->json();
        self::assertSame(
            [1, 2, 3, 4],
            array_column($told['frames'], 'number'),
            'a picture that was chosen is still shown to whoever chose it',
        );
        self::assertSame([false, true, false, false], array_column($told['frames'], 'isGone'));
        self::assertSame('A new headline', $told['frames'][0]['caption']);
        self::assertSame(
            [[1, 2], 'Keep me', true],
            [
                $told['chosen']['Chosen'],
                $told['comments'][0]['text'],
                str_contains((string) $told['comments'][0]['svg'], '<ellipse'),
            ],
        );
        self::assertNotSame($before, $this->proof($gallery, 4)->large_path);
        self::assertCount(
            1,
            $this->guestSays($link, [self::choice(2, false), self::choice(2)])->json('refused'),
            'a frame that left can be let go, not chosen',
        );
        $this->step([$frames[1]->id => ['verdict' => 'open']]);
        $page()->assertSee('1 kept again');
        $this->post("/galleries/{$gallery->id}/again");
        self::assertNull($this->proof($gallery, 2)->gone_at);
    }

    public function test_a_frame_that_left_stays_in_the_selection_and_is_marked_there(): void
    {
        $gallery = $this->publish([]);
        $link = $this->link();
        $this->asGuest($this->guestSays($link, [self::choice(1), self::choice(2)]));
        $this->post("{$link}/send", ['name' => 'Ada Fenn', 'email' => 'ada@harbour.example']);
        $this->step([$this->frames()[0]->id => ['verdict' => 'drop']]);
        $this->post("/galleries/{$gallery->id}/again");
        $selection = Selection::query()->firstOrFail();
        self::assertSame([true, false], array_column($selection->chosen(), 'isGone'));
        self::assertStringContainsString(',yes', (string) $this->get("/selections/{$selection->id}.csv")->getContent());
    }

    public function test_frames_that_meet_the_rule_come_into_an_open_gallery_by_themselves(): void
    {
        $gallery = $this->publish(['live' => 'rating>=4'], '?where='.urlencode('rating>=4'));
        self::assertSame(0, $gallery->frames()->count());
        $link = $this->link();
        $edition = $this->getJson("{$link}/since")
            ->assertOk()
            ->json('edition');
        $frames = $this->frames();
        $this->step([$frames[2]->id => ['rating' => 5], $frames[0]->id => ['rating' => 3]]);
        $told = $this->getJson("{$link}/since?edition={$edition}")->json();
        self::assertSame([1], array_column($told['frames'], 'number'));
        self::assertSame([$frames[2]->id], $gallery->frames()->pluck('frame_id')->all());
        [$width, $height] = getimagesize($this->path($this->proof($gallery)->large_path)) ?: [0, 0];
        self::assertLessThanOrEqual(1200, max($width, $height));
        self::assertLessThan(250_000, filesize($this->path($this->proof($gallery)->large_path)));
        // A number stays with its picture, whatever comes before it in time.
        $this->step([$frames[1]->id => ['rating' => 4]]);
        self::assertSame([2, 1], array_column($this->getJson("{$link}/frames")->json('frames'), 'number'));
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/galleries", ['title' => 'Bad', 'live' => 'rating>'])
            ->assertSessionHasErrors('live');
    }

    public function test_sections_by_moment_hour_and_set(): void
    {
        $ids = $this->frames()->pluck('id')->all();
        $this->postJson("/shoots/{$this->shoot->id}/cull/sets", [
            'name' => 'Quay',
            'frames' => [$ids[0], $ids[3]],
        ])->assertOk();
        $sections = fn (string $how): array => $this->publish(['sectioning' => $how])
            ->shown()
            ->pluck('section')
            ->all();
        self::assertSame(['Quay', 'Others', 'Others', 'Quay'], $sections('set'));
        self::assertSame(['', '', '', ''], $sections('none'));
        self::assertMatchesRegularExpression('/^\d+:00 to \d+:00$/', $sections('hour')[0]);
        self::assertMatchesRegularExpression('/^\w+ \d+ \w+$/', $sections('day')[0]);
        self::assertMatchesRegularExpression('/^\d+:\d\d$/', $sections('moment')[0]);
        $this->caption(['headline' => 'At the quay']);
        self::assertSame(['At the quay'], array_values(array_unique($sections('moment'))));
    }

    public function test_a_portfolio_shows_a_set_across_shoots(): void
    {
        $first = $this->frames()[0]->id;
        $set = $this->postJson("/shoots/{$this->shoot->id}/cull/sets", [
            'name' => 'Best',
            'frames' => [$first],
            'everywhere' => true,
        ])
            ->assertOk()
            ->json('id');
        $home = $this->shoot;
        $this->shoot = $this->studio
            ->shoots()
            ->create(['name' => 'Second day', 'zone' => 'Europe/London', 'held_on' => '2026-09-06']);
        $this->pushCard('ivo', 1);
        $this->copyCard($this->readCard('ivo'));
        $second = Frame::query()->where('shoot_id', $this->shoot->id)->firstOrFail()->id;
        DB::table('set_frames')->insert(['set_id' => $set, 'frame_id' => $second]);
        $this->shoot = $home;
        $gallery = $this->publish([
            'everywhere' => (string) $set,
            'sectioning' => 'shoot',
            'chooses' => '0',
            'comments' => '0',
        ]);
        self::assertEqualsCanonicalizing([$first, $second], $gallery->shown()->pluck('frame_id')->all());
        self::assertEqualsCanonicalizing(['Harbour day', 'Second day'], $gallery->shown()->pluck('section')->all());
        auth()->logout();
        $this->get($this->link())->assertOk()->assertDontSee('Review and send')->assertDontSee('Mail me my link');
        $this->actingAs($this->member)
            ->post("/shoots/{$home->id}/galleries", ['title' => 'None', 'everywhere' => '9999'])
            ->assertSessionHasErrors('everywhere');
    }

    public function test_full_size_is_a_verified_copy_without_place_and_serial_numbers(): void
    {
        $this->caption(['headline' => 'For the wall']);
        $this->publish(['download' => 'full']);
        $answer = $this->get($this->link().'/pictures/1')
            ->assertOk()
            ->assertDownload('proofs-001.jpg');
        $path = $this->folder.'/full-sizes/'.basename((string) $answer->headers->get('X-Accel-Redirect'));
        $original = $this->frames()[0];
        self::assertSame([$original->width, $original->height], array_slice(getimagesize($path) ?: [], 0, 2));
        $tags = $this->tags($path);
        self::assertSame('For the wall', $tags['XMP-photoshop:Headline'] ?? null);
        self::assertSame(0, preg_match('/GPS|SerialNumber/', json_encode($tags, JSON_THROW_ON_ERROR)));
        // Where no verified copy is within reach, the guest is told.
        DB::table('copies')->delete();
        $this->get($this->link().'/pictures/1')
            ->assertRedirect($this->link())
            ->assertSessionHas('message');
    }

    public function test_the_cover_the_looks_and_another_watermark(): void
    {
        $gallery = $this->publish(['watermark' => 'first']);
        $before = $this->proof($gallery)->large_path;
        $address = "/galleries/{$gallery->id}";
        $frame = $this->frames()[2]->id;
        $this->post($address, [
            'title' => 'Renamed',
            'watermark' => 'second',
            'cover_id' => $frame,
        ])->assertSessionHasNoErrors();
        $share = \App\Proof\Share::query()->where('gallery_id', $gallery->id)->firstOrFail();
        $this->post("/shares/{$share->id}", [
            'share' => $share->name,
            'message' => "Two\nlines",
            'chooses' => '1',
            'lists' => 'Album 2-3',
            'draws' => '1',
        ])->assertSessionHasNoErrors();
        self::assertNotSame($before, $this->proof($gallery)->large_path);
        $this->get($this->link())
            ->assertSee('Renamed')
            ->assertSee('class="cover"', false)
            ->assertSee("Two<br />\nlines", false);
        $this->post($address, ['title' => 'Renamed', 'cover_id' => '99999'])->assertSessionHasErrors('cover_id');
        $this->post($address, [
            'title' => 'Renamed',
            'watermark_size' => '0',
            'watermark_opacity' => '500',
        ])->assertSessionHasErrors(['watermark_size', 'watermark_opacity']);
        $this->post($address, ['title' => 'Renamed', 'watermark_kind' => 'logo'])->assertSessionHasErrors('watermark_kind');
        $this->post("/shoots/{$this->shoot->id}/galleries", [
            'title' => 'Lists',
            'lists' => 'Album 40-30',
        ])->assertSessionHasErrors('lists');
    }

    public function test_a_gallery_of_one_and_one_of_five_thousand(): void
    {
        $one = $this->publish([], '?where='.urlencode('name:'.$this->frames()[0]->name));
        self::assertCount(1, $this->get($this->link().'/frames')->json('frames'));
        self::assertSame(1, $one->frames()->count());
        $frame = (array) DB::table('frames')
            ->where('id', $this->frames()[0]->id)
            ->first();
        unset($frame['id']);
        foreach (array_chunk(range(1, 5000), 500) as $some) {
            DB::table('frames')->insert(
                array_map(
                    fn (int $n): array => [
                        ...$frame,
                        'name' => "MANY{$n}.JPG",
                        'taken_ms' => $frame['taken_ms'] + $n * 1000,
                        'rating' => 5,
                    ],
                    $some,
                ),
            );
        }
        $gallery = app(Publishing::class)->publish($this->shoot, FrameFilter::where('rating:5 and name:MANY5'), [
            'title' => 'Many',
        ]);
        self::assertSame(112, $gallery->frames()->count());
        config(['queue.default' => 'null']);
        $start = microtime(true);
        $large = app(Publishing::class)->publish($this->shoot, FrameFilter::where('rating:5'), [
            'title' => 'Five thousand',
            'sectioning' => 'hour',
        ]);
        self::assertSame(5000, $large->frames()->count());
        self::assertLessThan(20, microtime(true) - $start);
        $proof = $this->proof($gallery);
        $large
            ->frames()
            ->update([
                'small_path' => $proof->small_path,
                'large_path' => $proof->large_path,
                'plain_large_path' => $proof->plain_large_path,
            ]);
        $large->update(['published_at' => now()]);
        self::assertCount(
            5000,
            $this->get($large->shares()->firstOrFail()->path().'/frames')
                ->assertOk()
                ->json('frames'),
        );
        self::assertSame([], app(Publishing::class)->missing($large));
    }

    public function test_guests_links_and_notes_of_another_studio_are_closed(): void
    {
        $gallery = $this->publish([]);
        $this->asGuest(
            $this->guestSays($this->link(), [self::choice(1), ['kind' => 'comment', 'number' => 1, 'text' => 'Ours']]),
        );
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        [$share, $guest] = [$gallery->shares()->firstOrFail()->id, Guest::query()->firstOrFail()->id];
        $this->actingAs($stranger);
        foreach (["/galleries/{$gallery->id}", "/galleries/{$gallery->id}/links"] as $page) {
            $this->get($page)->assertNotFound();
        }
        foreach (
            [
                "/galleries/{$gallery->id}",
                "/galleries/{$gallery->id}/again",
                "/galleries/{$gallery->id}/final",
                "/galleries/{$gallery->id}/shares",
                "/shares/{$share}/withdraw",
                "/shares/{$share}/invite",
                "/guests/{$guest}/open",
                '/comments/1/done',
                '/comments/1/answer',
            ] as $address
        ) {
            $this->post($address, ['title' => 'Mine', 'answer' => 'x'])->assertNotFound();
        }
        self::assertSame([1, null], [Choice::query()->count(), $gallery->shares()->firstOrFail()->withdrawn_at]);
    }
}

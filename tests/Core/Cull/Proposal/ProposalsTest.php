<?php

declare(strict_types=1);

namespace Tests\Core\Cull\Proposal;

use Kanpai\Core\Cull\Proposal\FrameParts;
use Kanpai\Core\Cull\Proposal\FrameReport;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\MomentFindings;
use Kanpai\Core\Cull\Proposal\MomentReport;
use Kanpai\Core\Cull\Proposal\Peak;
use Kanpai\Core\Cull\Proposal\People;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Cull\Proposal\Weights;
use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Lids;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is proposed of moments that are made up so that somebody can say which frame is best, and why. */
final class ProposalsTest extends TestCase
{
    public function test_of_a_moment_the_frame_with_open_eyes_is_best_and_says_why(): void
    {
        $moment = self::moment([
            self::frame(11, ['left' => Lids::Open, 'right' => Lids::Closed]),
            self::frame(12, ['left' => Lids::Open, 'right' => Lids::Open]),
            self::frame(13, ['left' => Lids::Open, 'right' => Lids::Open], sharp: 0.6),
        ]);
        self::assertSame([12, 13, 11], self::ids($moment));
        self::assertSame('eyes open 2 of 2, sharper than 13', $moment->frames[0]->reason($moment->frames));
        self::assertSame('eyes closed 1 of 2, sharper than 13', $moment->frames[2]->reason($moment->frames));
        self::assertSame(['eyes open', 'eyes closed'], $moment->frames[2]->faces->words);
        self::assertSame([1], $moment->frames[2]->faces->faulty);
        self::assertSame('', $moment->warning());
    }

    public function test_an_unsure_eye_is_doubted_and_no_fault(): void
    {
        $moment = self::moment([
            self::frame(1, ['one' => Lids::Unsure]),
            self::frame(2, ['one' => Lids::Open]),
            self::frame(3, ['one' => Lids::Closed]),
        ]);
        self::assertSame([2, 1, 3], self::ids($moment));
        self::assertSame([false, true, false], array_map(fn (FrameReport $f): bool => $f->parts->isDoubtful, $moment->frames));
        self::assertSame([], $moment->frames[1]->faces->faulty);
    }

    /** @return iterable<string, array{list<MeasuredFrame>, string|null}> frames, and the word of the first face */
    public static function closures(): iterable
    {
        $closed = ['one' => Lids::Closed];
        yield 'a blink' => [[self::frame(1, $closed), self::frame(2, ['one' => Lids::Open])], null];
        yield 'closed in most frames' => [
            [...array_map(fn (int $id) => self::frame($id, $closed), [1, 2, 3]), self::frame(4, ['one' => Lids::Open])],
            'eyes closed: closed in most frames of the moment',
        ];
        yield 'looking down' => [[self::frame(1, $closed, pitch: 30.0)], 'eyes closed: looking down'];
        yield 'laughing' => [[self::frame(1, $closed, smile: 0.9)], 'eyes closed: laughter'];
        yield 'a kiss' => [
            [self::frame(1, ['one' => Lids::Closed, 'other' => Lids::Closed], apart: 0.11)],
            'eyes closed: a kiss',
        ];
        yield 'two who blink beside each other' => [
            [self::frame(1, ['one' => Lids::Closed, 'other' => Lids::Closed], apart: 0.3)],
            null,
        ];
    }

    /** @param  list<MeasuredFrame>  $frames */
    #[DataProvider('closures')]
    public function test_closed_eyes_are_no_fault_where_they_are_meant(array $frames, ?string $word): void
    {
        $report = array_column(
            array_map(fn (FrameReport $frame): array => [$frame->frame->id, $frame], self::moment($frames)->frames),
            1,
            0,
        )[1];
        self::assertSame($word ?? 'eyes closed', $report->faces->words[0]);
        self::assertSame($word === null, in_array(0, $report->faces->faulty, true));
    }

    public function test_a_portrait_on_a_poster_with_closed_eyes_decides_nothing(): void
    {
        $poster = ['poster' => Lids::Closed];
        $report = self::moment([
            self::frame(1, [...$poster, 'one' => Lids::Open, 'other' => Lids::Closed]),
            self::frame(2, [...$poster, 'one' => Lids::Open, 'other' => Lids::Open]),
            self::frame(3, [...$poster, 'one' => Lids::Closed, 'other' => Lids::Open]),
        ]);
        self::assertSame([2, 1, 3], self::ids($report));
        self::assertSame('', $report->warning());
        self::assertSame('eyes closed: closed in most frames of the moment', $report->frames[0]->faces->words[0]);
        self::assertStringContainsString('eyes open 3 of 3', $report->frames[0]->reason($report->frames));
    }

    public function test_hidden_eyes_are_neither_a_fault_nor_a_doubt(): void
    {
        $report = self::moment([
            self::frame(1, ['one' => Lids::Hidden, 'other' => Lids::Closed]),
            self::frame(2, ['one' => Lids::Hidden, 'other' => Lids::Open]),
        ]);
        self::assertSame([2, 1], self::ids($report));
        self::assertSame('eyes hidden', $report->frames[0]->faces->words[0]);
        self::assertFalse($report->frames[0]->parts->isDoubtful);
        self::assertStringContainsString('eyes open 1 of 1', $report->frames[0]->reason($report->frames));
    }

    public function test_what_is_wrong_with_all_frames_is_said_and_the_least_bad_is_named(): void
    {
        $blurred = self::moment([
            self::frame(1, [], sharp: 0.2, blur: Blur::Defocus),
            self::frame(2, [], sharp: 0.3, blur: Blur::Motion),
        ]);
        self::assertSame('All frames of this moment are out of focus or moved; 2 is the least bad', $blurred->warning());
        $blinking = self::moment([
            self::frame(1, ['a' => Lids::Open, 'b' => Lids::Closed, 'c' => Lids::Closed]),
            self::frame(2, ['a' => Lids::Closed, 'b' => Lids::Open, 'c' => Lids::Open]),
        ]);
        self::assertSame('In no frame has everybody open eyes; 2 is the least bad', $blinking->warning());
        self::assertSame('This frame is out of focus', self::moment([self::frame(1, [], blur: Blur::Defocus)])->warning());
    }

    public function test_people_are_followed_by_their_places(): void
    {
        $frames = [
            self::frame(1, ['a' => Lids::Open, 'b' => Lids::Open, 'c' => Lids::Open]),
            // The second is hidden, all have moved a little.
            new MeasuredFrame(2, '2', 1, 2, 0.9, Blur::None, 0.0, 0.0, null, 0, [self::face(0.22), self::face(0.82)]),
            self::frame(3, ['a' => Lids::Open, 'b' => Lids::Open, 'c' => Lids::Open]),
        ];
        $people = People::of($frames);
        self::assertSame(3, $people->count);
        self::assertSame([0 => 0, 2 => 1], $people->faces[2]);
        self::assertSame(['left', 'middle', 'right'], array_map(
            fn (int $person): string => People::placeInWords($person, 3),
            [0, 1, 2],
        ));
        self::assertSame('7 from left', People::placeInWords(6, 30));
        self::assertSame(0, People::of([self::frame(1, [])])->count);
    }

    public function test_fewer_are_the_first_of_more_and_each_moment_comes_before_any_second_frame(): void
    {
        $frames = [];
        for ($moment = 1; $moment <= 6; $moment++) {
            for ($i = 0; $i < 5; $i++) {
                $frames[] = self::frame(10 * $moment + $i, [], moment: $moment, sharp: 0.7 + 0.02 * $i);
            }
        }
        $proposals = Proposals::of(MomentFindings::partsOf($frames), KindOfWork::People->weights());
        self::assertCount(30, array_unique($proposals->order));
        $moments = array_map(fn (int $id): int => intdiv($id, 10), array_slice($proposals->order, 0, 6));
        sort($moments);
        self::assertSame([1, 2, 3, 4, 5, 6], $moments);
        foreach (array_slice($proposals->order, 0, 6) as $id) {
            self::assertSame(4, $id % 10, 'the sharpest of its moment');
        }
    }

    public function test_among_equals_of_a_scene_those_that_look_different_come_first(): void
    {
        $frames = [
            self::frame(1, [], moment: 1, likeness: 0b0000),
            self::frame(2, [], moment: 2, likeness: 0b0001),
            self::frame(3, [], moment: 3, likeness: 0b111111111111),
        ];
        self::assertSame([1, 3, 2], Proposals::of(MomentFindings::partsOf($frames), KindOfWork::Details->weights())->order);
    }

    public function test_what_was_found_is_weighed_alike_after_it_was_kept(): void
    {
        $frames = [];
        for ($i = 0; $i < 40; $i++) {
            $people = ['a' => $i % 7 === 0 ? Lids::Closed : Lids::Open, 'b' => $i % 5 === 0 ? Lids::Unsure : Lids::Open];
            $frames[] = self::frame(
                $i,
                $i % 4 === 0 ? [] : $people,
                sharp: 0.5 + ($i * 37 % 50) / 100,
                blur: $i % 9 === 0 ? Blur::Motion : Blur::None,
                moment: intdiv($i, 5),
                likeness: ($i * 0x1234567) & 0x7FFFFFFFFFFFFFFF,
            );
        }
        $found = MomentFindings::partsOf($frames);
        $toRow = fn (FrameParts $parts): array => $parts->toRow();
        $json = json_encode(
            array_map(fn (array $own): array => array_map($toRow, $own), $found),
            JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION,
        );
        $read = array_map(
            fn (array $own): array => array_map(FrameParts::ofRow(...), $own),
            json_decode($json, true),
        );
        foreach (KindOfWork::cases() as $work) {
            self::assertEquals(Proposals::of($found, $work->weights()), Proposals::of($read, $work->weights()));
        }
    }

    /**
     * Somebody leaps: 3 m/s upwards and 9.81 m/s² down again, ten frames a second, a face of 0.24 m. Highest after
     * 0.306 s, which is nearest to the fourth frame.
     *
     * @return list<MeasuredFrame>
     */
    private static function leap(float $speed = 3.0, int $every = 100, float $camera = 0.0): array
    {
        return array_map(function (int $i) use ($speed, $every, $camera): MeasuredFrame {
            $at = $i / 10;
            $up = max(0.0, $speed * $at - (9.81 / 2) * $at ** 2);
            $faces = [];
            foreach ([0.2, 0.4, 0.6, 0.8] as $n => $left) {
                // The picture shows 2.4 m, so that a face is a tenth of its height.
                $top = 0.6 - ($n === 0 ? $up / 2.4 : 0.0) + ($camera * ($i % 2)) / 10;
                $faces[] = new SeenFace($left, $top, 0.06, 0.1, Lids::Open, 8.0, 0.0, 0.1, 0.4);
            }

            return new MeasuredFrame($i, (string) $i, 1, $every * $i, 0.9, Blur::None, 0.0, 0.0, null, 0, $faces);
        }, range(0, 6));
    }

    public function test_the_peak_of_a_leap_is_found_and_proposed_for_sport(): void
    {
        $frames = self::leap();
        $peak = Peak::of($frames, People::of($frames));
        self::assertSame(3, array_search(max($peak), $peak, true));
        self::assertSame([1.0, 0.0], [$peak[3], $peak[0]]);
        $report = MomentReport::of($frames, KindOfWork::Sport->weights());
        self::assertSame(3, $report->frames[0]->frame->id);
        self::assertStringContainsString('at the peak of the movement', $report->frames[0]->reason($report->frames));
        // A camera that jerks by half a face moves all alike.
        $jerked = self::leap(camera: 0.5);
        self::assertSame(3, array_search(1.0, Peak::of($jerked, People::of($jerked)), true));
    }

    public function test_a_nod_a_slow_rise_and_people_who_stand_are_no_leap(): void
    {
        $nod = self::leap(speed: 0.8);
        $slow = self::leap(every: 4000);
        $standing = array_map(fn (int $id) => self::frame($id, ['a' => Lids::Open]), [1, 2, 3, 4]);
        foreach ([$nod, $slow, $standing] as $frames) {
            self::assertSame([], Peak::of($frames, People::of($frames)));
            self::assertNull(MomentFindings::of($frames)->parts[0]->values['peak']);
        }
    }

    public function test_kinds_of_work_weigh_differently(): void
    {
        $frames = [
            self::frame(1, ['one' => Lids::Closed], sharp: 0.95),
            self::frame(2, ['one' => Lids::Open], sharp: 0.7),
        ];
        self::assertSame([2, 1], self::ids(MomentReport::of($frames, KindOfWork::People->weights())));
        self::assertSame([1, 2], self::ids(MomentReport::of($frames, KindOfWork::Sport->weights())));
        $cut = [
            self::frame(1, ['one' => Lids::Open], at: -0.01),
            self::frame(2, ['one' => Lids::Open]),
        ];
        self::assertSame([2, 1], self::ids(MomentReport::of($cut, KindOfWork::Sport->weights())));
        self::assertStringContainsString(
            'a face is cut off',
            MomentReport::of($cut, KindOfWork::Sport->weights())->frames[1]->reason([]),
        );
    }

    public function test_weights_are_read_from_anything_and_nothing_known_is_the_middle(): void
    {
        $weights = Weights::of(['sharp' => '70', 'eyes' => 400, 'smile' => 'much', 'beauty' => 3]);
        self::assertSame(
            ['sharp' => 70, 'eyes' => 100, 'contact' => 0, 'smile' => 0, 'light' => 0, 'whole' => 0, 'peak' => 0],
            $weights->values,
        );
        self::assertSame(0.5, $weights->mean(['sharp' => null, 'light' => 1.0]));
        self::assertSame(0.8, $weights->mean(['sharp' => 0.8, 'eyes' => null]));
    }

    public function test_a_shoot_of_one_frame_and_of_none(): void
    {
        self::assertSame([], Proposals::of([], KindOfWork::People->weights())->order);
        $one = Proposals::of(MomentFindings::partsOf([self::frame(7, [])]), KindOfWork::People->weights());
        self::assertSame([7], $one->order);
        self::assertTrue($one->moments[0]->standsAlone());
        $report = self::moment([self::frame(7, [])])->frames;
        self::assertSame('sharpness 0.9 of the usual', $report[0]->reason($report));
    }

    /** @param  non-empty-list<MeasuredFrame>  $frames */
    private static function moment(array $frames): MomentReport
    {
        return MomentReport::of($frames, KindOfWork::People->weights());
    }

    /** @return list<int> */
    private static function ids(MomentReport $moment): array
    {
        return array_map(fn (FrameReport $frame): int => $frame->frame->id, $moment->frames);
    }

    /**
     * @param  array<string, Lids>  $people  from left to right
     * @param  float  $apart  of their middles, as a share of the picture's width
     * @param  float  $at  where the first begins
     */
    private static function frame(
        int $id,
        array $people,
        float $sharp = 0.9,
        Blur $blur = Blur::None,
        float $pitch = 8.0,
        float $smile = 0.1,
        float $apart = 0.3,
        int $moment = 1,
        int $likeness = 0,
        float $at = 0.2,
    ): MeasuredFrame {
        $faces = [];
        foreach (array_values($people) as $i => $lids) {
            $faces[] = self::face($at + $i * $apart, $lids, $pitch, $smile);
        }

        return new MeasuredFrame(
            $id,
            (string) $id,
            $moment,
            1000 * $id,
            $sharp,
            $blur,
            0.0,
            0.0,
            null,
            $likeness,
            $faces,
        );
    }

    private static function face(
        float $left,
        Lids $lids = Lids::Open,
        float $pitch = 8.0,
        float $smile = 0.1,
    ): SeenFace {
        $contact = $lids === Lids::Open ? 0.0 : null;

        return new SeenFace($left, 0.3, 0.1, 0.18, $lids, $pitch, $contact, $smile, 0.4);
    }
}

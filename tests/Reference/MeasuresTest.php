<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\Faces\FaceWorker;
use App\Imaging\GradientMeasures;
use App\Imaging\Histograms;
use App\Imaging\PictureReader;
use Kanpai\Core\Cull\Proposal\KindOfWork;
use Kanpai\Core\Cull\Proposal\MeasuredFrame;
use Kanpai\Core\Cull\Proposal\MomentFindings;
use Kanpai\Core\Cull\Proposal\MomentReport;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Cull\Proposal\SeenFace;
use Kanpai\Core\Imaging\Blur;
use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;
use Kanpai\Core\Imaging\Tones;
use PHPUnit\Framework\TestCase;

/** What is measured against the generator's truth: who blinked, what is out of focus, what was moved, what leans. */
final class MeasuresTest extends TestCase
{
    private const PEOPLE = ['crew', 'pair', 'prize', 'supper', 'crowd'];

    /** People of the front row are this much of the largest face, at least. */
    private const FRONT = 0.6;

    /**
     * @var list<array{truth: array<string, mixed>, measures: GradientMeasures, tones: Tones, faces: list<Face>}>
     */
    private static array $frames = [];

    public static function setUpBeforeClass(): void
    {
        $root = dirname(__DIR__, 2);
        $rack = "{$root}/storage/instances/test/cards";
        $truth = json_decode((string) file_get_contents($rack.'/truth.json'), true, 16, JSON_THROW_ON_ERROR);
        $measures = $tones = $sizes = [];
        $pictures = (function () use ($truth, $rack, &$measures, &$tones, &$sizes): iterable {
            foreach ($truth['frames'] as $i => $frame) {
                $picture = PictureReader::jpeg("{$rack}/{$frame['card']}/{$frame['path']}");
                $measures[$i] = GradientMeasures::of($picture);
                $tones[$i] = Tones::of(Histograms::of($picture));
                $sizes[$i] = [$picture->width(), $picture->height()];
                yield $i => $picture;
            }
        })();
        $worker = new FaceWorker(['node', "{$root}/app/Imaging/Faces/worker/main.mjs", "{$root}/storage/models"]);
        foreach ($worker->measured($pictures) as $i => $answer) {
            self::$frames[$i] = [
                'truth' => $truth['frames'][$i],
                'measures' => $measures[$i],
                'tones' => $tones[$i],
                'faces' => array_map(fn (array $face): Face => Face::ofAnswer($face, ...$sizes[$i]), $answer['faces'] ?? []),
            ];
        }
    }

    public static function tearDownAfterClass(): void
    {
        self::$frames = [];
    }

    public function test_blinks_are_found_and_no_open_eyes_are_called_closed(): void
    {
        $counts = ['found' => 0, 'missed' => 0, 'wrong' => 0, 'open' => 0];
        foreach (self::people() as [$state, $face]) {
            if ($face->lids === Lids::Small) {
                continue;
            }
            $isClosed = $face->lids === Lids::Closed;
            if ($state === 'blinking') {
                $counts[$isClosed ? 'found' : 'missed']++;
            } elseif ($state === 'open') {
                $counts[$isClosed ? 'wrong' : 'open']++;
            }
        }
        self::assertGreaterThan(20, $counts['found']);
        self::assertGreaterThan(300, $counts['open']);
        $told = json_encode($counts, JSON_THROW_ON_ERROR);
        self::assertGreaterThanOrEqual(0.95, $counts['found'] / ($counts['found'] + $counts['wrong']), $told);
        self::assertGreaterThanOrEqual(0.95, $counts['found'] / ($counts['found'] + $counts['missed']), $told);
    }

    public function test_frames_out_of_focus_are_found(): void
    {
        [$found, $missed, $wrong] = self::hits(
            fn (array $truth): bool => $truth['out_of_focus'],
            fn (GradientMeasures $measures): bool => $measures->sharpness->blur === Blur::Defocus,
        );
        self::assertGreaterThanOrEqual(10, $found);
        self::assertGreaterThanOrEqual(0.95, $found / ($found + $missed), implode(', ', $missed ? ['missed'] : []));
        self::assertGreaterThanOrEqual(0.95, $found / ($found + $wrong));
    }

    /** Movements of four to eight pixels in pictures of 900: the shorter ones are not seen, and none is taken for more. */
    public function test_movements_are_told_from_a_lack_of_focus(): void
    {
        [$found, , $wrong] = self::hits(
            fn (array $truth): bool => $truth['motion'] > 0,
            fn (GradientMeasures $measures): bool => $measures->sharpness->blur === Blur::Motion,
        );
        self::assertGreaterThanOrEqual(1, $found);
        self::assertLessThanOrEqual(0.02 * count(self::$frames), $wrong);
        foreach (self::$frames as ['truth' => $truth, 'measures' => $measures]) {
            if ($truth['motion'] > 0) {
                self::assertNotSame(Blur::Defocus, $measures->sharpness->blur);
                self::assertContains($measures->sharpness->angle, [null, (float) $truth['direction']]);
            }
        }
    }

    public function test_no_level_horizon_is_called_tilted_and_those_that_are_seen_are_right(): void
    {
        $found = 0;
        foreach (self::$frames as ['truth' => $truth, 'measures' => $measures]) {
            if ($measures->tilt !== null) {
                self::assertEqualsWithDelta($truth['tilt'], $measures->tilt, 1.2, json_encode($truth) ?: '');
                $found += abs($truth['tilt']) > 1 ? 1 : 0;
            }
        }
        // Half of the leaning frames show their horizon too far out of focus.
        self::assertGreaterThanOrEqual(4, $found);
    }

    public function test_the_best_frame_of_a_moment_is_among_its_sharpest(): void
    {
        $moments = [];
        foreach (self::$frames as ['truth' => $truth, 'measures' => $measures]) {
            $moments[$truth['moment']][] = [$measures->sharpness->value ?? 0.0, $truth['best']];
        }
        $hits = 0;
        foreach ($moments as $frames) {
            rsort($frames);
            $hits += in_array(true, array_column(array_slice($frames, 0, 2), 1), true) ? 1 : 0;
        }
        self::assertGreaterThanOrEqual(0.9 * count($moments), $hits);
    }

    public function test_the_best_frame_of_a_moment_is_proposed_and_meant_closures_are_spared(): void
    {
        $moments = array_flip(array_values(array_unique(
            array_map(fn (array $frame): string => $frame['truth']['moment'], self::$frames),
        )));
        $frames = [];
        foreach (self::$frames as $id => $frame) {
            $frames[$id] = self::measured($id, $moments[$frame['truth']['moment']], $frame);
        }
        usort($frames, fn (MeasuredFrame $a, MeasuredFrame $b): int => $a->taken <=> $b->taken);
        $proposals = Proposals::of(MomentFindings::partsOf($frames), KindOfWork::People->weights());
        // A quarter of all, as the slider begins.
        $proposed = array_flip(array_slice($proposals->order, 0, intdiv(count($frames), 4)));
        $missed = array_filter(
            self::$frames,
            fn (array $frame, int $id): bool => $frame['truth']['best'] && ! isset($proposed[$id]),
            ARRAY_FILTER_USE_BOTH,
        );
        $names = array_map(fn (array $frame): string => $frame['truth']['moment'], $missed);
        self::assertLessThanOrEqual(0.1 * count($moments), count($missed), implode(', ', $names));
        $byMoment = [];
        foreach ($frames as $frame) {
            $byMoment[$frame->moment][] = $frame;
        }
        foreach ($byMoment as $own) {
            foreach (MomentReport::of($own, KindOfWork::People->weights())->frames as $report) {
                $truth = self::$frames[$report->frame->id]['truth'];
                if ($truth['out_of_focus']) {
                    continue;
                }
                if (count($report->faces->words) === $truth['people']) {
                    foreach ([...$truth['lowered'], ...$truth['laughing']] as $person) {
                        self::assertNotSame('eyes closed', $report->faces->words[$person] ?? '', json_encode($truth) ?: '');
                    }
                }
                if ($truth['kissing']) {
                    self::assertNotContains('eyes closed', $report->faces->words, json_encode($truth) ?: '');
                }
            }
        }
    }

    /** @param  array{truth: array<string, mixed>, measures: GradientMeasures, tones: Tones, faces: list<Face>}  $frame */
    private static function measured(int $id, int $moment, array $frame): MeasuredFrame
    {
        $faces = array_map(fn (Face $face): SeenFace => new SeenFace(
            $face->left,
            $face->top,
            $face->width,
            $face->height,
            $face->lids,
            $face->pitch,
            $face->contact,
            $face->smile,
            $face->sharpness,
        ), $frame['faces']);
        usort($faces, fn (SeenFace $a, SeenFace $b): int => $a->middle() <=> $b->middle());

        return new MeasuredFrame(
            $id,
            (string) $id,
            $moment,
            (int) (1000 * strtotime($frame['truth']['instant'])),
            $frame['measures']->sharpness->value,
            $frame['measures']->sharpness->blur,
            $frame['tones']->ev,
            $frame['tones']->lights,
            $frame['measures']->tilt,
            0,
            $faces,
        );
    }

    /** @return iterable<array{string, Face}> what each person of a front row does, and the face */
    private static function people(): iterable
    {
        foreach (self::$frames as ['truth' => $truth, 'faces' => $faces]) {
            if (! in_array($truth['kind'], self::PEOPLE, true)) {
                continue;
            }
            $largest = max([0.0, ...array_map(fn (Face $face): float => $face->height, $faces)]);
            $front = array_filter($faces, fn (Face $face): bool => $face->height >= self::FRONT * $largest);
            usort($front, fn (Face $a, Face $b): int => $a->left + $a->width / 2 <=> $b->left + $b->width / 2);
            // Where somebody is hidden nobody can be told from the others.
            if (count($front) !== $truth['people']) {
                continue;
            }
            foreach ($front as $person => $face) {
                $doing = array_filter(
                    ['blinking', 'lowered', 'laughing', 'away'],
                    fn (string $doing): bool => in_array($person, $truth[$doing], true),
                );
                yield [$truth['kissing'] ? 'kissing' : array_values($doing)[0] ?? 'open', $face];
            }
        }
    }

    /**
     * @param  callable(array<string, mixed>): bool  $isTrue
     * @param  callable(GradientMeasures): bool  $isFound
     * @return array{int, int, int} found, missed, and called so wrongly
     */
    private static function hits(callable $isTrue, callable $isFound): array
    {
        $counts = [0, 0, 0];
        foreach (self::$frames as ['truth' => $truth, 'measures' => $measures]) {
            $is = $isTrue($truth);
            $found = $isFound($measures);
            if ($is || $found) {
                $counts[$is ? ($found ? 0 : 1) : 2]++;
            }
        }

        return $counts;
    }
}

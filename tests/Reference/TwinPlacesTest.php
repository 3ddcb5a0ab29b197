<?php

declare(strict_types=1);

namespace Tests\Reference;

use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Framing;
use Kanpai\Core\Looks\Lens\LensCorrection;
use Kanpai\Core\Looks\Lens\Polynomial;
use Kanpai\Core\Looks\Lens\SensorSize;
use Kanpai\Core\Looks\Place\Cells;
use Kanpai\Core\Looks\Place\Place;
use Kanpai\Core\Looks\Spot\Healing;
use Kanpai\Core\Looks\Spot\Patch;
use Kanpai\Core\Looks\Spot\Spot;
use Kanpai\Core\Looks\Suggest\Ends;
use PHPUnit\Framework\TestCase;

/** Places and spots of the page are those of the core. */
final class TwinPlacesTest extends TestCase
{
    private const SIDES = [3000, 2000];

    private const PLACES = [
        ['kind' => 'line', 'from' => [0.2, 0.1], 'to' => [0.6, 0.7], 'stops' => -0.7, 'warmth' => 0.4],
        ['kind' => 'ring', 'middle' => [0.4, 0.55], 'radii' => [0.2, 0.07], 'degrees' => 33, 'feather' => 0.3,
            'inverse' => true, 'dark' => 0.5, 'light' => -0.9],
        ['kind' => 'brush', 'feather' => 0.7, 'saturation' => -1, 'contrast' => 0.4, 'strokes' => [
            ['points' => [0.1, 0.1, 0.4, 0.5, 0.8, 0.45], 'radius' => 0.06],
            ['points' => [0.4, 0.5], 'radius' => 0.03, 'takes' => true],
        ]],
    ];

    private const LOOK = ['kelvin' => 5200.0, 'beside' => 4.0, 'stops' => 0.3, 'zones' => ['dark' => 0.2]];

    /** @param  array<string, mixed>  $input */
    private static function node(string $script, array $input): string
    {
        $process = proc_open(
            ['node', '--input-type=module', '-e', $script, json_encode($input, JSON_THROW_ON_ERROR)],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            dirname(__DIR__, 2),
        );
        self::assertIsResource($process);
        $answer = (string) stream_get_contents($pipes[1]);
        self::assertSame('', (string) stream_get_contents($pipes[2]));

        return $answer;
    }

    public function test_there_is_as_much_of_a_place_in_each_cell(): void
    {
        foreach ([[], ['level' => -4.5, 'turns' => 3], ['crop' => ['left' => 0.2, 'top' => 0.3, 'width' => 0.5, 'height' => 0.4]]] as $framing) {
            $there = json_decode(self::node(
                "import { cellsOf, maskOf } from './resources/js/looks/place-mask.js';".
                "import { framingOf, sizeOf, sourceOf } from './resources/js/looks/framing.js';".
                'const { places, framing, sides } = JSON.parse(process.argv[1]); const own = framingOf(framing);'.
                'const cells = cellsOf(sourceOf(own, ...sides), sizeOf(own, ...sides), sides);'.
                'process.stdout.write(JSON.stringify(places.map((place) => [...maskOf(place, cells)])));',
                ['places' => self::PLACES, 'framing' => (object) $framing, 'sides' => self::SIDES],
            ), true, 512, JSON_THROW_ON_ERROR);
            $cells = Cells::of(Framing::of($framing), ...self::SIDES);
            foreach (Place::all(['places' => self::PLACES]) as $i => $place) {
                $here = $place->over($cells);
                self::assertCount(count($here), $there[$i]);
                $most = max(array_map(fn (float $a, float $b): float => abs($a - $b), $here, $there[$i]));
                self::assertLessThan(1e-9, $most, self::PLACES[$i]['kind']);
                self::assertGreaterThan(0.5, max($here));
                self::assertLessThan(0.5, min($here));
            }
        }
    }

    public function test_the_look_inside_is_the_same_in_every_node(): void
    {
        $script = "import { insideOf } from './resources/js/looks/place-mask.js';".
            "import { colourTable } from './resources/js/looks/colour-table.js';".
            "import { lookOf } from './resources/js/looks/look.js'; import { screen } from './resources/js/looks/colour.js';".
            'const { look, places } = JSON.parse(process.argv[1]); for (const place of places)'.
            'process.stdout.write(Buffer.from(colourTable(lookOf(insideOf(look, place, screen)), 9).buffer));';
        foreach ([self::LOOK, ['stops' => 0.2]] as $look) {
            $there = self::node($script, ['look' => $look, 'places' => self::PLACES]);
            $here = '';
            foreach (Place::all([...$look, 'places' => self::PLACES]) as $place) {
                $asShot = \Kanpai\Core\Looks\Colour\WhitePoint::nearest(\Kanpai\Core\Looks\ColourSource::srgb()->asShot);
                $here .= ColourTable::of($place->look($asShot), 9)->nodes;
            }
            self::assertSame(bin2hex($here), bin2hex($there));
        }
    }

    public function test_a_spot_is_healed_alike(): void
    {
        mt_srand(7);
        $side = 90;
        $samples = '';
        for ($i = 0; $i < 3 * $side ** 2; $i++) {
            $samples .= chr((int) (90 + (intdiv($i, 3) % $side) + mt_rand(0, 40)));
        }
        foreach ([null, [0.2, 0.7]] as $from) {
            $values = ['middle' => [0.5, 0.45], 'radius' => 0.05, 'from' => $from];
            $there = self::node(
                "import { heal, pixelsOf } from './resources/js/looks/healing.js';".
                'const { samples, side, spot } = JSON.parse(process.argv[1]); const rgb = Buffer.from(samples, "base64");'.
                'const data = new Uint8ClampedArray(4 * side * side);'.
                'rgb.forEach((value, i) => { data[4 * Math.floor(i / 3) + (i % 3)] = value; });'.
                'heal(data, side, side, pixelsOf(spot, side, side));'.
                'process.stdout.write(Buffer.from(rgb.map((_, i) => data[4 * Math.floor(i / 3) + (i % 3)])));',
                ['samples' => base64_encode($samples), 'side' => $side, 'spot' => $values],
            );
            $patch = Patch::of($samples, $side, $side);
            Healing::heal($patch, Spot::of($values)->pixels($side, $side));
            self::assertNotSame($samples, $patch->samples());
            self::assertSame(bin2hex($patch->samples()), bin2hex($there));
        }
    }

    public function test_the_ends_of_the_tone_are_the_same(): void
    {
        mt_srand(5);
        $cases = [];
        for ($i = 0; $i < 40; $i++) {
            $histogram = array_map(fn (): int => mt_rand(0, 9) < 3 ? 0 : mt_rand(0, 400), range(0, 63));
            $histogram = array_replace($histogram, array_fill(0, mt_rand(0, 12), 0), array_fill(64 - mt_rand(1, 14), 3, 0));
            ksort($histogram);
            $zones = $i % 3 === 0 ? [] : ['deep' => mt_rand(-9, 9) / 10, 'middle' => mt_rand(-9, 9) / 10];
            $cases[] = ['histogram' => array_values(array_slice($histogram, 0, 64)), 'zones' => (object) $zones, 'contrast' => mt_rand(-9, 9) / 10];
        }
        $there = json_decode(self::node(
            "import { endsFor } from './resources/js/looks/ends.js'; const cases = JSON.parse(process.argv[1]).cases;".
            'process.stdout.write(JSON.stringify(cases.map((one) => endsFor(one.histogram, one.zones, one.contrast))));',
            ['cases' => $cases],
        ), true, 8, JSON_THROW_ON_ERROR);
        foreach ($cases as $i => $case) {
            $here = Ends::of($case['histogram'], (array) $case['zones'], $case['contrast']);
            self::assertEqualsWithDelta($here, $there[$i], 0.0101);
        }
        self::assertGreaterThan(20, count(array_filter($there)));
    }

    public function test_a_lens_is_put_right_alike(): void
    {
        $lens = LensCorrection::of(
            SensorSize::of(1.0, 1.5, 1.6, 3000, 2000),
            Polynomial::distortion('ptlens', [0.012, -0.05, 0.02]),
            [1.0004, -0.0002, 0.0003],
            [0.9993],
            [-0.4, -0.3, 0.1],
        );
        $places = [[0.0, 0.0], [1.0, 0.0], [0.31, 0.77], [0.5, 0.5], [0.93, 0.12]];
        $there = json_decode(self::node(
            "import { gainOf, sourceOf, straightOf } from './resources/js/looks/lens.js';".
            'const { lens, places } = JSON.parse(process.argv[1]); process.stdout.write(JSON.stringify(places.map((at) =>'.
            '({ gain: gainOf(lens, at), at: [0, 1, 2].map((c) => sourceOf(lens, at, c)),'.
            'back: straightOf(lens, sourceOf(lens, at)) }))));',
            ['lens' => $lens->toArray(), 'places' => $places],
        ), true, 8, JSON_THROW_ON_ERROR);
        foreach ($places as $i => [$x, $y]) {
            self::assertEqualsWithDelta($lens->gain($x, $y), $there[$i]['gain'], 1e-12);
            foreach ([0, 1, 2] as $channel) {
                self::assertEqualsWithDelta($lens->source($x, $y, $channel), $there[$i]['at'][$channel], 1e-12);
            }
            self::assertEqualsWithDelta([$x, $y], $there[$i]['back'], 1e-5);
        }
        self::assertGreaterThan(1.0, $lens->toArray()['scale']);
    }
}

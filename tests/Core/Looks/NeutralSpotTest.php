<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\Colour\WhitePoint;
use Kanpai\Core\Looks\ColourChain;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\NeutralSpot;
use Kanpai\Core\Looks\UnusableSpot;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The white that a grey card gives. */
final class NeutralSpotTest extends TestCase
{
    public function test_a_chromaticity_and_its_light_lead_to_each_other(): void
    {
        foreach ([[2400.0, 0.0], [3200.0, -20.0], [4500.0, 15.0], [5600.0, 0.0], [9000.0, 40.0]] as [$kelvin, $beside]) {
            $found = WhitePoint::nearest(WhitePoint::of($kelvin, $beside));
            self::assertEqualsWithDelta($kelvin, $found['kelvin'], 0.004 * $kelvin);
            self::assertEqualsWithDelta($beside, $found['beside'], 0.5);
        }
    }

    /** @return iterable<string, array{ColourSource, list<float>}> source, a grey card as the file has it */
    public static function cards(): iterable
    {
        $inLight = fn (float $kelvin, float $beside): array => array_map(
            Srgb::encoded(...),
            Srgb::toXyz()->inverse()->times(0.2)->applied(WhitePoint::of($kelvin, $beside)->xyz()),
        );
        yield 'JPEG under a lamp' => [ColourSource::srgb(), $inLight(3400.0, 0.0)];
        yield 'JPEG in the shade' => [ColourSource::srgb(), $inLight(7800.0, 10.0)];
        yield 'JPEG under tubes' => [ColourSource::srgb(), $inLight(4200.0, 35.0)];
        yield 'a raw file that was balanced well' => [Looks::camera(), [0.3, 0.3, 0.3]];
        yield 'a raw file that was not' => [Looks::camera(), [0.3, 0.26, 0.21]];
    }

    /** @param  array{float, float, float}  $card */
    #[DataProvider('cards')]
    public function test_it_becomes_neutral(ColourSource $source, array $card): void
    {
        $white = NeutralSpot::white($card, $source);
        $light = array_map(Srgb::light(...), $card);
        [$red, $green, $blue] = (new ColourChain(Look::of($white), $source))->at($light);
        self::assertEqualsWithDelta($green, $red, 2 / 255);
        self::assertEqualsWithDelta($green, $blue, 2 / 255);
    }

    public function test_a_spot_without_a_colour_gives_none(): void
    {
        foreach ([
            'clipped' => [1.0, 0.9, 0.8],
            'black' => [0.01, 0.01, 0.01],
            'too colourful' => [0.9, 0.02, 0.02],
        ] as $word => $spot) {
            try {
                NeutralSpot::white($spot, ColourSource::srgb());
                self::fail("{$word}: a white was given.");
            } catch (UnusableSpot $reason) {
                self::assertStringContainsString($word, $reason->getMessage());
            }
        }
    }

    public function test_a_camera_without_colours_is_refused(): void
    {
        $identity = [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]];
        $nothing = [[0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [0.0, 0.0, 0.0]];
        foreach ([[$nothing, [1.0, 1.0, 1.0]], [$identity, [0.0, 1.0, 1.0]], [$identity, [NAN, 1.0, 1.0]]] as [$rows, $shot]) {
            try {
                ColourSource::camera($rows, $shot, [1.0, 1.0, 1.0]);
                self::fail('It was taken.');
            } catch (\InvalidArgumentException) {
                $this->addToAssertionCount(1);
            }
        }
    }
}

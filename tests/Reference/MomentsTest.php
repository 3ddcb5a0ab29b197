<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\ImageFeatures;
use App\Imaging\PictureReader;
use Kanpai\Core\Frames\Moment\Borders;
use Kanpai\Core\Frames\Moment\Fineness;
use Kanpai\Core\Frames\Moment\Moments;
use Kanpai\Core\Frames\Moment\MomentSample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Moments against the generator's truth: which frames belong together. */
final class MomentsTest extends TestCase
{
    /**
     * @var list<array{at: int, body: string, moment: string, likeness: string, colours: string}>
     *   in order of their true time
     */
    private static array $frames = [];

    public static function setUpBeforeClass(): void
    {
        $rack = dirname(__DIR__, 2).'/storage/instances/test/cards';
        $truth = json_decode((string) file_get_contents($rack.'/truth.json'), true, 16, JSON_THROW_ON_ERROR);
        foreach ($truth['frames'] as $frame) {
            $picture = PictureReader::jpeg("{$rack}/{$frame['card']}/{$frame['path']}", 2)
                ->within(375)
                ->inMemory();
            $seen = ImageFeatures::of($picture, $picture)->columns();
            self::$frames[] = [
                'at' => (int) round((float) (new \DateTimeImmutable($frame['instant']))->format('U.v') * 1000),
                'body' => $frame['body'],
                'moment' => $frame['moment'],
                'likeness' => $seen['likeness'],
                'colours' => $seen['colours'],
            ];
        }
        usort(self::$frames, fn (array $a, array $b): int => $a['at'] <=> $b['at']);
    }

    /**
     * Of all pairs of frames: how many of those put together belong together, and how many that belong together are.
     *
     * @param  list<int>  $moments
     * @param  list<string>  $truth
     * @return array{precision: float, recall: float}
     */
    private static function pairs(array $moments, array $truth): array
    {
        $put = $belong = $both = 0;
        for ($i = 0; $i < count($moments); $i++) {
            for ($j = 0; $j < $i; $j++) {
                $isPut = $moments[$i] === $moments[$j];
                $belongs = $truth[$i] === $truth[$j];
                $put += $isPut ? 1 : 0;
                $belong += $belongs ? 1 : 0;
                $both += $isPut && $belongs ? 1 : 0;
            }
        }

        return ['precision' => $both / max(1, $put), 'recall' => $both / max(1, $belong)];
    }

    /**
     * @return iterable<string, array{int|null}> milliseconds to which the pauses between moments are pressed together
     */
    public static function days(): iterable
    {
        yield 'the day as it was' => [null];
        // Where people hurry from one thing to the next, the pictures have to tell.
        yield 'a minute between moments' => [60_000];
        yield 'half a minute between moments' => [30_000];
        yield 'twenty seconds between moments' => [20_000];
    }

    /** @return array{list<MomentSample>, list<string>} */
    private static function day(?int $pause): array
    {
        $bodies = array_flip(array_values(array_unique(array_column(self::$frames, 'body'))));
        $shift = 0;
        $glimpses = [];
        foreach (self::$frames as $i => $frame) {
            if ($pause !== null && $i > 0 && $frame['moment'] !== self::$frames[$i - 1]['moment']) {
                $shift += $frame['at'] - self::$frames[$i - 1]['at'] - $pause;
            }
            $glimpses[] = MomentSample::of(
                $frame['at'] - $shift,
                $bodies[$frame['body']],
                $frame['likeness'],
                $frame['colours'],
            );
        }

        return [$glimpses, array_column(self::$frames, 'moment')];
    }

    #[DataProvider('days')]
    public function test_frames_of_a_scene_are_put_together_and_others_apart(?int $pause): void
    {
        [$glimpses, $truth] = self::day($pause);
        ['precision' => $precision, 'recall' => $recall] = self::pairs(
            Moments::of(Borders::of($glimpses), Fineness::usual()),
            $truth,
        );
        self::assertGreaterThanOrEqual(0.95, $precision, 'precision');
        self::assertGreaterThanOrEqual(0.95, $recall, 'recall');
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Imaging\Faces;

use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;
use Kanpai\Core\Imaging\Faces\UnreadableFace;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FaceTest extends TestCase
{
    private const ANSWER = [
        'box' => [300.0, 100.0, 120.0, 160.0],
        'score' => 0.99,
        'roll' => 2.0,
        'yaw' => 0.0,
        'pitch' => 8.0,
        'mouthOpen' => 0.1,
        'mouthWidth' => 0.6,
        'mouthLift' => 0.1,
        'happy' => 0.2,
        'sharpness' => 0.4,
        'light' => 0.21,
        'eyes' => [
            ['width' => 30.0, 'gap' => 0.35, 'gaze' => 0.01, 'shut' => 0.02, 'bright' => 0.8],
            ['width' => 30.0, 'gap' => 0.35, 'gaze' => -0.01, 'shut' => 0.02, 'bright' => 0.8],
        ],
    ];

    /** @return iterable<string, array{array<string, float>, array<string, mixed>, Lids}> */
    public static function lids(): iterable
    {
        yield 'open' => [[], [], Lids::Open];
        yield 'closed' => [['shut' => 0.97, 'gap' => 0.08], [], Lids::Closed];
        yield 'hazy: the classifier says shut, the gap open' => [['shut' => 0.9], [], Lids::Unsure];
        yield 'narrowed by laughter' => [['shut' => 0.05, 'gap' => 0.19], [], Lids::Open];
        yield 'an eye of ten pixels' => [['width' => 10.0, 'shut' => 0.99], [], Lids::Small];
        yield 'behind dark glasses, whatever the lids seem' => [
            ['bright' => 0.2, 'shut' => 0.9, 'gap' => 0.1],
            [],
            Lids::Hidden,
        ];
        yield 'a frame of glasses below the eye' => [['bright' => 2.4, 'shut' => 0.9, 'gap' => 0.1], [], Lids::Hidden];
        yield 'in deep shadow' => [['bright' => 0.55], [], Lids::Open];
        yield 'in profile' => [['shut' => 0.99, 'gap' => 0.05], ['yaw' => -60.0], Lids::Unsure];
    }

    /**
     * @param  array<string, float>  $eye
     * @param  array<string, mixed>  $head
     */
    #[DataProvider('lids')]
    public function test_lids(array $eye, array $head, Lids $lids): void
    {
        self::assertSame($lids, self::face($head, $eye, $eye)->lids);
    }

    public function test_the_eye_that_is_turned_away_counts_less(): void
    {
        $shut = ['shut' => 0.99, 'gap' => 0.05];
        self::assertSame(Lids::Open, self::face(['yaw' => 30.0], [], ['width' => 12.0] + $shut)->lids);
        self::assertSame(Lids::Closed, self::face(['yaw' => 30.0], $shut, ['width' => 12.0])->lids);
    }

    public function test_eyes_stay_on_the_camera_while_the_head_turns(): void
    {
        self::assertTrue(self::face()->looksAtTheCamera());
        // Turned by 20 degrees: the eyes have moved back by 0.12 of their width.
        self::assertTrue(self::face(['yaw' => 20.0], ['gaze' => -0.12], ['gaze' => -0.12])->looksAtTheCamera());
        self::assertFalse(self::face(['yaw' => 20.0], ['gaze' => 0.0], ['gaze' => 0.0])->looksAtTheCamera());
        self::assertNull(self::face([], ['shut' => 1.0, 'gap' => 0.0], ['shut' => 1.0, 'gap' => 0.0])->looksAtTheCamera());
    }

    public function test_a_smile_is_what_the_expression_or_the_mouth_says(): void
    {
        self::assertEqualsWithDelta(0.9, self::face(['happy' => 0.9])->smile, 1e-9);
        self::assertEqualsWithDelta(1.0, self::face(['happy' => 0.0, 'mouthLift' => 0.3])->smile, 1e-9);
        self::assertEqualsWithDelta(0.0, self::face(['happy' => 0.0, 'mouthLift' => 0.0])->smile, 1e-9);
        self::assertTrue(self::face(['pitch' => 32.0])->looksDown());
        self::assertFalse(self::face()->looksDown());
    }

    public function test_a_box_becomes_shares_of_the_picture(): void
    {
        $face = self::face();
        self::assertSame([0.2, 0.1, 0.08, 0.16], [$face->left, $face->top, $face->width, $face->height]);
    }

    /** @return iterable<string, array{array<array-key, mixed>}> */
    public static function rubbish(): iterable
    {
        yield 'nothing' => [[]];
        yield 'no eyes' => [['eyes' => []] + self::ANSWER];
        yield 'one eye' => [['eyes' => [self::ANSWER['eyes'][0]]] + self::ANSWER];
        yield 'words' => [['yaw' => 'left'] + self::ANSWER];
        yield 'an eye of words' => [['eyes' => ['left', 'right']] + self::ANSWER];
        yield 'a box without width' => [['box' => [0.0, 0.0, 0.0, 10.0]] + self::ANSWER];
        yield 'a score of two' => [['score' => 2.0] + self::ANSWER];
        yield 'not a number' => [['pitch' => NAN] + self::ANSWER];
        yield 'null' => [['sharpness' => null] + self::ANSWER];
        yield 'lighter than light' => [['light' => 1.2] + self::ANSWER];
    }

    /** @param  array<array-key, mixed>  $answer */
    #[DataProvider('rubbish')]
    public function test_rubbish_is_refused(array $answer): void
    {
        $this->expectException(UnreadableFace::class);
        Face::ofAnswer($answer, 1500, 1000);
    }

    /**
     * @param  array<string, mixed>  $head
     * @param  array<string, float>  $left
     * @param  array<string, float>  $right
     */
    private static function face(array $head = [], array $left = [], array $right = []): Face
    {
        $eyes = [$left + self::ANSWER['eyes'][0], $right + self::ANSWER['eyes'][1]];

        return Face::ofAnswer(['eyes' => $eyes] + $head + self::ANSWER, 1500, 1000);
    }
}

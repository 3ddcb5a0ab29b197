<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\Faces\FaceWorker;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\Vips;
use FFI\CData;
use Kanpai\Core\Imaging\Faces\Face;
use Kanpai\Core\Imaging\Faces\Lids;
use Kanpai\Demo\Scene\Effects;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Faces on photographs: the six groups that the npm package @vladmandic/face-api ships as samples. What is true of each
 * face was written down by looking at it.
 */
final class FacesTest extends TestCase
{
    /** From left to right. `down` looks down, with lids that read as closed; `side` shows one eye. */
    private const TRUTH = [
        1 => ['open', 'down', 'open'],
        2 => ['side', 'down', 'down'],
        3 => ['open', 'open', 'open'],
        4 => ['open', 'open', 'down', 'open'],
        5 => ['open', 'open', 'open', 'open', 'open'],
        6 => ['open', 'open', 'open', 'open'],
    ];

    /** Frames of a 24-megapixel body as their previews show them, in pixels. */
    private const LARGE = 1500;

    private static ?FaceWorker $worker = null;

    public static function tearDownAfterClass(): void
    {
        self::$worker = null;
    }

    /** @return iterable<string, array{int}> */
    public static function photographs(): iterable
    {
        foreach (array_keys(self::TRUTH) as $number) {
            yield "group {$number}" => [$number];
        }
    }

    #[DataProvider('photographs')]
    public function test_all_faces_of_a_group_are_found_and_their_lids_are_as_somebody_sees_them(int $number): void
    {
        $faces = self::faces(self::group($number));
        $seen = array_map(fn (Face $face): string => match (true) {
            $face->lids === Lids::Closed => 'down',
            $face->lids === Lids::Unsure && abs($face->yaw) > 40 => 'side',
            default => $face->lids->value,
        }, $faces);
        self::assertSame(self::TRUTH[$number], $seen);
    }

    public function test_faces_that_lean_by_half_a_right_angle_are_found(): void
    {
        $found = array_sum(array_map(
            fn (int $number): int => count(self::faces(self::leaning(self::group($number), 45))),
            array_keys(self::TRUTH),
        ));
        // 22 faces in the six groups, and smaller than they were.
        self::assertGreaterThanOrEqual(18, $found);
    }

    public function test_of_small_faces_the_lids_are_not_guessed(): void
    {
        $small = self::group(6)->within(300)->inMemory();
        $faces = self::faces(self::onGrey($small));
        self::assertNotSame([], $faces);
        foreach ($faces as $face) {
            self::assertSame(Lids::Small, $face->lids);
        }
    }

    public function test_eighty_faces_in_one_frame(): void
    {
        $five = self::group(5)->within(self::LARGE / 4)->inMemory();
        $crowd = self::tiled($five, 4, 4);
        self::assertGreaterThanOrEqual(60, count(self::faces($crowd)));
    }

    public function test_faces_upside_down_a_black_frame_and_one_that_is_a_line_break_nothing(): void
    {
        self::faces(Effects::turned(self::group(3), 2)->inMemory());
        self::assertSame([], self::faces(self::blank(1500, 1000)));
        self::assertSame([], self::faces(self::blank(1500, 3)));
        // A panorama of 200 megapixels as its preview shows it.
        self::assertSame([], self::faces(self::blank(1500, 75)));
    }

    /** @return list<Face> from left to right */
    private static function faces(Picture $picture): array
    {
        $root = dirname(__DIR__, 2);
        self::$worker ??= new FaceWorker(
            ['node', "{$root}/app/Imaging/Faces/worker/main.mjs", "{$root}/storage/models"],
        );
        $answers = iterator_to_array(self::$worker->measured([1 => $picture]));
        self::assertSame(null, $answers[1]['problem'] ?? null);
        $faces = array_map(
            fn (array $answer): Face => Face::ofAnswer(
                $answer,
                max(1, $picture->width()),
                max(1, $picture->height()),
            ),
            $answers[1]['faces'] ?? [],
        );
        usort($faces, fn (Face $a, Face $b): int => $a->left <=> $b->left);

        return $faces;
    }

    private static function group(int $number): Picture
    {
        $path = dirname(__DIR__, 2)."/node_modules/@vladmandic/face-api/demo/sample{$number}.jpg";

        return PictureReader::jpeg($path)->within(self::LARGE)->inMemory();
    }

    private static function leaning(Picture $picture, float $degrees): Picture
    {
        $turned = $picture->changed('lean', fn (CData $image, CData $out): int => Vips::library()
            ->vips_similarity($image, $out, 'angle', $degrees, null));

        return $turned->within(self::LARGE)->inMemory();
    }

    /** In the middle of a grey frame as large as a preview. */
    private static function onGrey(Picture $picture): Picture
    {
        return self::blank(1500, 1000)->under($picture, 600, 400)->inMemory();
    }

    private static function tiled(Picture $picture, int $across, int $down): Picture
    {
        $all = self::blank($across * $picture->width(), $down * $picture->height());
        for ($i = 0; $i < $across * $down; $i++) {
            $all = $all->under(
                $picture,
                ($i % $across) * $picture->width(),
                intdiv($i, $across) * $picture->height(),
            )->inMemory();
        }

        return $all;
    }

    private static function blank(int $width, int $height): Picture
    {
        $svg = "<svg xmlns='http://www.w3.org/2000/svg' width='{$width}' height='{$height}'>".
            "<rect width='100%' height='100%' fill='#101010'/></svg>";

        return PictureReader::svg($svg)->flat()->inMemory();
    }
}

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

    /** Glasses of two kinds are drawn over the faces of the groups: whoever wears them has no closed eyes. */
    public function test_eyes_behind_dark_glasses_are_not_called_closed(): void
    {
        $counts = ['all' => 0, 'closed' => 0, 'hidden' => 0];
        foreach ([1, 3, 4, 5, 6] as $number) {
            $group = self::group($number);
            $faces = self::faces($group);
            foreach ([0.97, 0.8] as $opacity) {
                foreach (self::faces(self::withGlasses($group, $faces, $opacity)) as $i => $face) {
                    $counts['all']++;
                    // Two look down: of them it is right.
                    $isClosed = $face->lids === Lids::Closed && (self::TRUTH[$number][$i] ?? '') === 'open';
                    $counts['closed'] += $isClosed ? 1 : 0;
                    $counts['hidden'] += $face->lids === Lids::Hidden ? 1 : 0;
                }
            }
        }
        $told = json_encode($counts, JSON_THROW_ON_ERROR);
        self::assertGreaterThan(30, $counts['all']);
        self::assertLessThanOrEqual(0.05 * $counts['all'], $counts['closed'], $told);
        self::assertGreaterThanOrEqual(0.6 * $counts['all'], $counts['hidden'], $told);
    }

    /** @param  list<Face>  $faces */
    private static function withGlasses(Picture $picture, array $faces, float $opacity): Picture
    {
        [$width, $height] = [$picture->width(), $picture->height()];
        $glasses = '';
        foreach ($faces as $face) {
            [$w, $h] = [$face->width * $width, $face->height * $height];
            [$x, $y] = [$face->left * $width + $w / 2, $face->top * $height + 0.42 * $h];
            $lens = fn (float $side): string => sprintf(
                "<ellipse cx='%.1F' cy='%.1F' rx='%.1F' ry='%.1F' fill-opacity='%.2F'/>",
                $x + $side * 0.22 * $w,
                $y,
                0.19 * $w,
                0.14 * $h,
                $opacity,
            );
            $bridge = sprintf(
                "<rect x='%.1F' y='%.1F' width='%.1F' height='%.1F'/>",
                $x - 0.45 * $w,
                $y,
                0.9 * $w,
                0.03 * $h,
            );
            $glasses .= sprintf("<g transform='rotate(%.1F %.1F %.1F)'>", -$face->roll, $x, $y).
                "{$lens(-1)}{$lens(1)}{$bridge}</g>";
        }
        $drawing = PictureReader::svg(
            "<svg xmlns='http://www.w3.org/2000/svg' width='{$width}' height='{$height}' fill='#111'>{$glasses}</svg>",
        );

        return $picture->under($drawing)->flat()->inMemory();
    }

    /** Round, bright and as large as a face: what hangs from ribbons and ceilings. */
    public function test_medals_and_lamps_are_no_faces(): void
    {
        $medal = fn (int $x, int $y, int $r): string => "<g transform='translate({$x} {$y}) scale({$r})'>".
            "<path d='M-0.8 -2 h1.6 l-0.4 1.4 h-0.8 z' fill='#b3202c'/><circle r='1' fill='#d9a93a'/>".
            "<circle r='0.8' fill='none' stroke='#8a6414' stroke-width='0.06'/>".
            "<path d='M0 -0.6 L0.15 -0.2 L0.57 -0.18 L0.24 0.08 L0.35 0.49 L0 0.25 L-0.35 0.49 L-0.24 0.08 ".
            "L-0.57 -0.18 L-0.15 -0.2 z' fill='#8a6414'/></g>";
        $lamp = fn (int $x, int $y, int $r): string => "<rect x='{$x}' y='0' width='8' height='{$y}' fill='#222'/>".
            "<circle cx='{$x}' cy='{$y}' r='{$r}' fill='url(#glow)'/>";
        $things = '';
        foreach ([60, 90, 130, 180] as $i => $r) {
            $things .= $medal(200 + 350 * $i, 700, $r).$lamp(200 + 350 * $i, 250, (int) (0.8 * $r));
        }
        $picture = PictureReader::svg("<svg xmlns='http://www.w3.org/2000/svg' width='1500' height='1000'><defs>".
            "<radialGradient id='glow'><stop offset='0' stop-color='#fff'/><stop offset='1' stop-color='#f2b75a'/>".
            "</radialGradient></defs><rect width='1500' height='1000' fill='#3b4a57'/>{$things}</svg>");
        self::assertSame([], self::faces($picture->flat()->inMemory()));
    }

    /** A face on a poster is a face like others, and always the same: the frames beside it are not worse for it. */
    public function test_a_portrait_on_a_poster_takes_nothing_from_the_people_before_it(): void
    {
        $group = self::group(6);
        // Somebody of another group whose lids read as closed, printed large on the wall.
        $poster = self::group(1)->within(700)->inMemory();
        $wall = self::blank(1500, 1000)->under($poster, 20, 20)->inMemory();
        $people = $group->within(760)->inMemory();
        $faces = self::faces($wall->under($people, 720, 1000 - $people->height())->inMemory());
        self::assertCount(7, $faces);
        self::assertSame(['open', 'open', 'open', 'open'], array_map(
            fn (Face $face): string => $face->lids->value,
            array_slice($faces, 3),
        ));
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

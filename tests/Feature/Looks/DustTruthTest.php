<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Frames\Body;
use App\Frames\Frame;
use App\Imaging\Picture;
use App\Imaging\PictureMeasures;
use App\Imaging\PictureReader;
use App\Looks\FindDust;
use App\Looks\HealedPicture;
use Illuminate\Support\Facades\Queue;
use Kanpai\Core\Looks\Spot\Spot;
use Kanpai\Demo\Camera\Dust;
use Tests\Feature\FeatureTestCase;

/** Dust that the generator put on one sensor is found, and nothing else; healed, it is gone from the picture. */
final class DustTruthTest extends FeatureTestCase
{
    use DrawsRegatta;

    /** Sides of the picture: at most so far is a speck found from where it is. */
    private const NEAR = 0.004;

    public function test_nine_of_ten_specks_are_found_and_nine_of_ten_that_are_found_are_some(): void
    {
        $this->push([
            'Mist on the river', 'Red crew at the rail', 'Heat 1, start', 'Picnic', 'Cox and coach', 'Winners ashore',
            'Prize-giving', 'Dusk on the river',
        ], 1500, ['mara-wide']);
        $dusty = $this->frames();
        self::assertGreaterThan(12, count($dusty));
        $body = $dusty[0]->body_id;
        Queue::fake();
        $asked = fn (): array => $this->actingAs($this->member)
            ->getJson("/shoots/{$this->shoot->id}/looks/dust/{$body}")
            ->assertOk()
            ->json();
        self::assertFalse($asked()['isDone']);
        Queue::assertPushed(FindDust::class, 1);
        (new FindDust($this->shoot->id, $body))->handle();
        $found = $asked();
        self::assertTrue($found['isDone']);
        $specks = $found['specks'];
        $isNear = fn (array $true, array $speck): bool => abs($true[0] - $speck['x']) < self::NEAR &&
            abs($true[1] - $speck['y']) < self::NEAR;
        $known = array_filter(Dust::SPECKS, fn (array $true): bool => array_filter(
            $specks,
            fn (array $speck): bool => $isNear($true, $speck),
        ) !== []);
        $right = array_filter($specks, fn (array $speck): bool => array_filter(
            Dust::SPECKS,
            fn (array $true): bool => $isNear($true, $speck),
        ) !== []);
        self::assertGreaterThanOrEqual(0.9 * count(Dust::SPECKS), count($known), json_encode($specks, JSON_THROW_ON_ERROR));
        self::assertGreaterThanOrEqual(0.9 * count($specks), count($right), json_encode($specks, JSON_THROW_ON_ERROR));
        $this->heal($specks);
    }

    /**
     * Where the sky is even, the middle of each place is as light as what is around it.
     *
     * @param  list<array{x: float, y: float, radius: float}>  $specks
     */
    private function heal(array $specks): void
    {
        $sky = $this->frames()->first(fn (Frame $frame): bool => $this->truthOf($frame)['moment'] === 'Dusk on the river');
        self::assertNotNull($sky);
        $picture = PictureReader::jpeg(config('kanpai.pictures')."/{$sky->large_path}");
        $spots = Spot::all(['spots' => array_map(
            fn (array $speck): array => ['middle' => [$speck['x'], $speck['y']], 'radius' => $speck['radius']],
            $specks,
        )]);
        $healed = HealedPicture::of($picture, $spots);
        $dark = function (Picture $picture, array $speck): float {
            [$x, $y] = [(int) ($speck['x'] * $picture->width()), (int) ($speck['y'] * $picture->height())];
            $mean = fn (int $reach): float => array_sum(
                PictureMeasures::colourGrid($picture->cropped($x - $reach, $y - $reach, 2 * $reach + 1, 2 * $reach + 1), 1, 1),
            ) / 3;

            return 1 - $mean(1) / $mean(14);
        };
        // High up, where there is sky alone.
        foreach (array_filter($specks, fn (array $speck): bool => $speck['y'] < 0.15) as $speck) {
            self::assertGreaterThan(0.08, $dark($picture, $speck));
            self::assertLessThan(0.03, abs($dark($healed, $speck)));
        }
    }

    public function test_few_frames_tell_nothing_and_a_body_of_another_studio_is_none(): void
    {
        $this->pushCard('mara-long', 2, 4);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
        $this->actingAs($this->member);
        $body = $this->frames()[0]->body_id;
        $this->getJson("/shoots/{$this->shoot->id}/looks/dust/{$body}")
            ->assertOk()
            ->assertJson(['isDone' => true, 'specks' => []]);
        Body::query()->whereKey($body)->update(['studio_id' => $this->newStudio('Elsewhere', 'else@where.example')[0]->id]);
        $this->getJson("/shoots/{$this->shoot->id}/looks/dust/{$body}")->assertNotFound();
    }
}

<?php

declare(strict_types=1);

namespace App\Demo;

use App\Proof\Choosing;
use App\Proof\Gallery;
use App\Proof\GalleryFrame;
use App\Proof\Guest;
use App\Proof\Publishing;
use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Str;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Proof\ChoiceList;
use Kanpai\Core\Proof\Rights;
use Kanpai\Demo\Regatta;
use RuntimeException;

/** A gallery of what is kept, with three guests who choose, comment and draw; one has sent her selection. */
final class SeedProofs
{
    public function __construct(private readonly Progress $progress)
    {
    }

    public function seed(Shoot $shoot): void
    {
        $gallery = Gallery::query()->where('shoot_id', $shoot->id)->first() ?? $this->publish($shoot);
        $this->progress->wait($gallery->task());
        if ($gallery->selections()->exists()) {
            return;
        }
        $frames = $gallery->shown()->get();
        $guests = Guest::query()->where('gallery_id', $gallery->id)->orderBy('id')->get();
        foreach ($guests as $n => $guest) {
            $this->choose($guest, $frames, $n);
        }
        [$ada, $joss] = $guests->all();
        $this->commentAll($ada, $joss, $frames);
        app(Choosing::class)->send($ada, 'Ada Fenn', 'ada@saltmarsh.example', 'Thank you, we love them.');
    }

    /** @param  Collection<int, GalleryFrame>  $frames */
    private function commentAll(Guest $ada, Guest $joss, Collection $frames): void
    {
        $this->comment($ada, $frames, 4, 'This one large, for the clubhouse.');
        $this->comment($ada, $frames, 7, 'Could the sky be calmer?', [
            ['kind' => 'circle', 'x' => [1, 2], 'y' => [1, 6], 'rx' => [1, 3], 'ry' => [1, 8]],
            ['kind' => 'word', 'x' => [1, 3], 'y' => [1, 5], 'text' => 'calmer'],
        ]);
        $this->comment($joss, $frames, 10, 'Without the buoy, please', [
            ['kind' => 'arrow', 'x' => [1, 4], 'y' => [1, 3], 'toX' => [1, 6], 'toY' => [2, 3]],
        ]);
    }

    private function publish(Shoot $shoot): Gallery
    {
        return app(Publishing::class)->publish(
            $shoot,
            FrameFilter::kept(),
            [
                'title' => Regatta::NAME,
                'message' => 'Please choose up to 40 for the club’s album, by Sunday.',
                'watermark' => ['text' => 'Mara Quill · proof', 'place' => 'tiled', 'size' => 34, 'opacity' => 34],
                'sectioning' => 'moment',
            ],
            Rights::of([ChoiceList::of('Album', null, 40)], rates: true, draws: true, captions: true),
            ['name' => 'The club'],
            [
                ['name' => 'Ada Fenn', 'email' => 'ada@saltmarsh.example'],
                ['name' => 'Joss Merle', 'email' => 'joss@saltmarsh.example'],
                ['name' => 'Petra Lund', 'email' => 'petra@saltmarsh.example'],
            ],
        );
    }

    /** @param  Collection<int, GalleryFrame>  $frames */
    private function choose(Guest $guest, Collection $frames, int $n): void
    {
        $steps = [];
        foreach ($frames as $i => $frame) {
            if ($i % 3 === 1 && ($n === 0 || $i % 2 === $n % 2)) {
                $id = (string) Str::uuid();
                $steps[] = ['id' => $id, 'kind' => 'choose', 'number' => $frame->number, 'on' => true];
            }
        }
        app(Choosing::class)->apply($guest, $guest->share, $steps);
    }

    /**
     * @param  Collection<int, GalleryFrame>  $frames
     * @param  list<array<string, string|array{int, int}>>|null  $drawing  places as parts of width and height
     */
    private function comment(Guest $guest, Collection $frames, int $place, string $text, ?array $drawing = null): void
    {
        $frame = $frames->get($place) ?? throw new RuntimeException('The demo has fewer frames than it should.');
        $step = [
            'id' => (string) Str::uuid(),
            'kind' => 'comment',
            'number' => $frame->number,
            'text' => $text,
            'drawing' => $drawing === null ? null : array_map(
                fn (array $mark): array => self::inPixels($mark, $frame->width, $frame->height),
                $drawing,
            ),
        ];
        app(Choosing::class)->apply($guest, $guest->share, [$step]);
    }

    /**
     * @param  array<string, string|array{int, int}>  $mark
     * @return array<string, string|int>
     */
    private static function inPixels(array $mark, int $width, int $height): array
    {
        $pixels = [];
        foreach ($mark as $name => $part) {
            $side = str_contains(strtolower($name), 'x') ? $width : $height;
            $pixels[$name] = is_array($part) ? intdiv($part[0] * $side, $part[1]) : $part;
        }

        return $pixels;
    }
}

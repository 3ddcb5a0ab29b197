<?php

declare(strict_types=1);

namespace Tests\Feature\Ingest;

use App\Frames\Body;
use App\Frames\Frame;
use App\Ingest\Card;
use App\Ingest\ExifByExifTool;
use Kanpai\Core\Ingest\Exif;
use Kanpai\Core\Ingest\MakerNotes;
use Kanpai\Core\Ingest\MakerNotesQuestions;
use Kanpai\Demo\Camera\Directory;
use Kanpai\Demo\Camera\TiffWriter;
use Tests\Feature\FeatureTestCase;

/**
 * Serial, lens, zone and sensitivity that are in makers' notes alone, as exiftool reads them. The notes are laid out
 * as its own documentation of tags describes those that begin with “Nikon”, byte 2: a TIFF block with 0x0002 ISO,
 * 0x001D SerialNumber, 0x0024 WorldTime and 0x0084 Lens.
 */
final class MakerNotesTest extends FeatureTestCase
{
    /**
     * @param  array{string, int, int, int}|null
     *   $notes  serial, ISO, minutes of the zone, longest focal length of the lens
     */
    private function frame(string $card, string $name, ?array $notes, int $minute, bool $hasIso = false): void
    {
        $exif = (new Directory())
            ->text(0x9003, sprintf('2026:09:05 10:%02d:00', $minute))
            ->rational(0x920A, [50, 1])
            // f/2.8 as ApertureValue alone: 2 log2(2.8) is 2.97.
            ->rational(0x9202, [297, 100]);
        if ($hasIso) {
            $exif->short(0x8827, 200);
        }
        if ($notes !== null) {
            [$serial, $iso, $zone, $longest] = $notes;
            $exif->bytes(
                0x927C,
                "Nikon\0\2\x10\0\0".
                    TiffWriter::write([
                        (new Directory())
                            ->short(0x0002, 0, $iso)
                            ->text(0x001D, $serial)
                            ->bytes(0x0024, pack('v', $zone & 0xFFFF)."\1\0")
                            ->rational(0x0084, [24, 1], [$longest, 1], [28, 10], [28, 10]),
                    ]),
            );
        }
        $block =
            "Exif\0\0".
            TiffWriter::write([
                (new Directory())->text(0x010F, 'Halden Optical')->text(0x0110, 'Halden H1')->child(0x8769, $exif),
            ]);
        $image = imagecreatetruecolor(64, 48);
        ob_start();
        imagefilledrectangle($image, 0, 0, $minute, 20, $minute * 1000);
        imagejpeg($image);
        $folder = "{$this->folder}/rack/{$card}/DCIM/100HALDN";
        is_dir($folder) || mkdir($folder, 0700, true);
        file_put_contents(
            "{$folder}/{$name}",
            "\xFF\xD8\xFF\xE1".pack('n', strlen($block) + 2).$block.substr((string) ob_get_clean(), 2),
        );
    }

    public function test_two_bodies_of_one_model_are_two_and_what_exif_does_not_say_comes_from_the_notes(): void
    {
        $this->frame('mara-long', 'HLDA0001.JPG', ['3001234', 640, 60, 70], 1);
        $this->frame('mara-long', 'HLDA0002.JPG', ['3001234', 800, 60, 70], 2);
        $this->frame('ivo', 'HLDA0001.JPG', ['3005678', 640, 60, 200], 3, hasIso: true);
        $this->frame('ivo', 'HLDA0002.JPG', null, 4);
        $one = $this->readCard('mara-long');
        $two = $this->readCard('ivo');
        self::assertSame(['3001234', '3005678', ''], Body::query()->orderBy('id')->pluck('serial')->all());
        $facts = fn (Card $card): array => Frame::query()
            ->where('card_id', $card->id)
            ->orderBy('name')
            ->get()
            ->map(
                fn (Frame $frame): array => [
                    $frame->body->serial,
                    $frame->iso,
                    round((float) $frame->f_number, 1),
                    $frame->camera_zone,
                    $frame->lens,
                ],
            )
            ->all();
        // Summer time is told apart from the zone: an hour and one more.
        self::assertSame(
            [['3001234', 640, 2.8, 120, '24-70mm f/2.8'], ['3001234', 800, 2.8, 120, '24-70mm f/2.8']],
            $facts($one),
        );
        self::assertSame([['3005678', 200, 2.8, 120, '24-200mm f/2.8'], ['', null, 2.8, null, null]], $facts($two));
        self::assertSame(
            '2026-09-05T08:01:00',
            gmdate('Y-m-d\TH:i:s', intdiv((int) Frame::query()->where('card_id', $one->id)->min('taken_ms'), 1000)),
        );
    }

    public function test_one_frame_of_each_run_is_asked_and_those_without_a_sensitivity(): void
    {
        $asked = new MakerNotesQuestions();
        $exif = fn (?int $iso = 100, float $focal = 50.0, ?string $model = 'H1'): Exif => new Exif(
            60,
            40,
            model: $model,
            lens: null,
            iso: $iso,
            focalLength: $focal,
            hasMakerNotes: true,
        );
        $open = 0;
        $ask = function (string $path, Exif $exif, MakerNotes $answer) use ($asked, &$open): Exif {
            $questions = $asked->of($path, $exif);
            foreach (array_filter($questions, $asked->isOpen(...)) as $question) {
                $open++;
                $asked->answer($question, $answer);
            }

            return $asked->complete($exif, $questions);
        };
        $notes = new MakerNotes('777', '50mm f/1.8', 60, 400);
        for ($i = 1; $i <= 400; $i++) {
            $seen = $ask(sprintf('DCIM/100HALDN/HLDA%04d.JPG', $i), $exif(), $notes);
            self::assertSame(['777', '50mm f/1.8', 100], [$seen->serial, $seen->lens, $seen->iso]);
        }
        self::assertSame(2, $open, 'the body once, the lens once');
        // Another focal length may be another lens; a leap, a step back and another folder another body.
        self::assertSame(
            ['777', '85mm'],
            [
                ($seen = $ask('DCIM/100HALDN/HLDA0401.JPG', $exif(focal: 85.0), new MakerNotes('1', '85mm')))->serial,
                $seen->lens,
            ],
        );
        self::assertSame('888', $ask('DCIM/100HALDN/HLDA2000.JPG', $exif(), new MakerNotes('888'))->serial);
        self::assertSame('999', $ask('DCIM/100HALDN/HLDA0402.JPG', $exif(), new MakerNotes('999'))->serial);
        self::assertSame('555', $ask('DCIM/101HALDN/HLDA0403.JPG', $exif(), new MakerNotes('555'))->serial);
        $before = $open;
        self::assertSame(
            1600,
            $ask('DCIM/101HALDN/HLDA0404.JPG', $exif(iso: null), new MakerNotes('0', null, null, 1600))->iso,
        );
        self::assertSame(
            3200,
            $ask('DCIM/101HALDN/HLDA0405.JPG', $exif(iso: null), new MakerNotes('0', null, null, 3200))->iso,
        );
        self::assertSame(2, $open - $before, 'sensitivities alone');
        self::assertSame([], $asked->of('DCIM/101HALDN/HLDA0406.JPG', new Exif(60, 40)), 'no notes, nothing to ask');
    }

    public function test_notes_that_say_nothing_are_nothing(): void
    {
        self::assertEquals(
            new MakerNotes(),
            ExifByExifTool::notes([
                'SerialNumber' => '00000000',
                'LensID' => 'Unknown (123)',
                'Lens' => '0 0 0 0',
                'ISO' => 0,
                'TimeZone' => 'x',
            ]),
        );
        self::assertEquals(
            new MakerNotes('A1', 'Long 300', 600, 100),
            ExifByExifTool::notes([
                'InternalSerialNumber' => 'A1 ',
                'LensType' => 'Long 300',
                'ISO' => '100',
                'TimeZone' => 540,
                'DaylightSavings' => 60,
            ]),
        );
        self::assertNull(ExifByExifTool::notes(['TimeZone' => 99_999])->zone);
    }
}

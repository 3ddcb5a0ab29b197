<?php

declare(strict_types=1);

namespace Tests\Feature\Captions;

use App\Captions\FrameCaption;
use App\Frames\CardFile;
use App\Frames\Frame;
use Kanpai\Core\Captions\XmpSidecar;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Verdict;
use Tests\Feature\FeatureTestCase;
use Tests\Reference\RawKindsTest;

/**
 * What other software wrote before the card was read: captions, ratings, rejected, labels and keywords arrive as ours.
 */
final class TakingInTest extends FeatureTestCase
{
    /** @return list<string> the JPEG files of a card in order */
    private function card(int $frames): array
    {
        $slot = $this->pushCard('ivo', $frames);

        return glob("{$slot}/DCIM/*/*.JPG") ?: [];
    }

    private function frameOf(string $jpeg): Frame
    {
        return Frame::query()->where('name', basename($jpeg))->sole();
    }

    private static function exiftool(string $file, string ...$arguments): void
    {
        exec(
            'exiftool -q -overwrite_original -P '.
                implode(' ', array_map(escapeshellarg(...), $arguments)).
                ' '.
                escapeshellarg($file),
            $said,
            $code,
        );
        self::assertSame(0, $code, implode("\n", $said));
    }

    public function test_embedded_metadata_is_taken_in(): void
    {
        [$xmp, $iim, $rejected, $plain] = $this->card(4);
        self::exiftool(
            $xmp,
            '-XMP-dc:Description=From XMP',
            '-XMP-dc:Subject=rowing',
            '-XMP-dc:Subject=a, b',
            '-XMP-xmp:Rating=4',
            '-XMP-xmp:Label=Second',
            '-XMP-xmpDM:Good=True',
        );
        self::exiftool($iim, '-IPTC:Headline=From IIM', '-IPTC:Keywords=one', '-IPTC:Keywords=two');
        self::exiftool($rejected, '-XMP-xmp:Rating=-1');
        $this->readCard('ivo');
        $frame = $this->frameOf($xmp);
        self::assertSame([4, Verdict::Keep, 'Second'], [$frame->rating, $frame->verdict, $frame->label()]);
        self::assertSame(
            ['description' => 'From XMP', 'keywords' => 'rowing, "a, b"', 'creator' => 'Ivo Tarn'],
            FrameCaption::query()->findOrFail($frame->id)->fields,
        );
        self::assertSame(
            ['headline' => 'From IIM', 'keywords' => 'one, two', 'creator' => 'Ivo Tarn'],
            FrameCaption::query()->findOrFail($this->frameOf($iim)->id)->fields,
        );
        self::assertSame([0, Verdict::Drop], [$this->frameOf($rejected)->rating, $this->frameOf($rejected)->verdict]);
        self::assertSame(
            [0, Verdict::Open, ''],
            [$this->frameOf($plain)->rating, $this->frameOf($plain)->verdict, $this->frameOf($plain)->label()],
        );
        // Frames that say what they show count as captioned; a creator alone does not. Nothing has to be written for
        // it.
        $this->get("/shoots/{$this->shoot->id}/captions")
            ->assertSee('2 of 4 frames have a caption')
            ->assertDontSee('sidecars are behind');
        $this->get("/shoots/{$this->shoot->id}/captions/frames/{$frame->id}")
            ->assertSee('Second')
            ->assertSee('From XMP');
    }

    public function test_a_sidecar_comes_before_what_is_embedded_field_by_field(): void
    {
        [$jpeg] = $this->card(1);
        self::exiftool($jpeg, '-XMP-dc:Description=Embedded', '-XMP-photoshop:City=Saltmarsh', '-XMP-xmp:Rating=2');
        file_put_contents(
            substr($jpeg, 0, -3).'xmp',
            (new XmpSidecar())->write(null, Caption::of(['description' => 'Beside']), -1, null, 'Third'),
        );
        $this->readCard('ivo');
        $frame = $this->frameOf($jpeg);
        self::assertSame(
            ['description' => 'Beside', 'city' => 'Saltmarsh', 'creator' => 'Ivo Tarn'],
            FrameCaption::query()->findOrFail($frame->id)->fields,
        );
        self::assertSame([Verdict::Drop, 'Third'], [$frame->verdict, $frame->label()]);
    }

    public function test_bad_sidecars_are_named_and_copied_and_the_frames_are_read_all_the_same(): void
    {
        $jpegs = $this->card(4);
        $bad = [
            'not xml at all',
            '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/hostname">]><x>&e;</x>',
            '<x:xmpmeta xmlns:x="adobe:ns:meta/"><!--'.str_repeat('x', 9_000_000).'--></x:xmpmeta>',
        ];
        foreach ($bad as $i => $text) {
            file_put_contents(substr($jpegs[$i], 0, -3).'xmp', $text);
        }
        $card = $this->readCard('ivo');
        self::assertSame(4, $card->frames_count);
        $problems = CardFile::query()->whereNotNull('problem')->orderBy('path')->pluck('problem')->all();
        self::assertCount(3, $problems);
        foreach (['is no XML', 'names entities', 'is larger than 256 KB'] as $i => $words) {
            self::assertStringContainsString($words, $problems[$i]);
        }
        $this->copyCard($card);
        self::assertTrue($card->refresh()->safety()->isSafeToFormat());
    }

    public function test_what_is_taken_in_goes_out_again_and_a_second_reading_changes_nothing(): void
    {
        [$jpeg] = $this->card(2);
        self::exiftool(
            $jpeg,
            '-XMP-dc:Title=A title',
            '-XMP-xmp:Label=Second',
            '-XMP-iptcCore:CreatorWorkEmail=a@quay.example',
        );
        $card = $this->copyCard($this->readCard('ivo'));
        $this->caption(['headline' => 'Ours', 'mode' => []]);
        $frame = $this->frameOf($jpeg);
        $sidecar =
            $this->folder.
            '/drive/'.
            substr((string) $frame->files()->where('kind', 'jpeg')->value('destination'), 0, -3).
            'xmp';
        $facts = json_decode((string) shell_exec('exiftool -json -XMP:all '.escapeshellarg($sidecar)), true)[0];
        self::assertSame(
            ['A title', 'Second', 'a@quay.example', 'Ours'],
            [$facts['Title'], $facts['Label'], $facts['CreatorWorkEmail'], $facts['Headline']],
        );
        self::assertStringStartsWith('2026:09:05', $facts['DateTimeOriginal']);
        self::assertStringEndsWith('+01:00', $facts['DateTimeOriginal']);
        $this->post("/cards/{$card->id}/read");
        self::assertSame('Ours', FrameCaption::query()->findOrFail($frame->id)->fields['headline']);
    }

    public function test_a_packet_beyond_64_kb_is_read_with_its_extension(): void
    {
        [$long, $damaged] = $this->card(2);
        $text = str_repeat('A long account of the final, stroke by stroke. ', 1600);
        foreach ([$long, $damaged] as $file) {
            file_put_contents("{$this->folder}/account.txt", $text);
            self::exiftool($file, "-XMP-dc:Description<={$this->folder}/account.txt", '-XMP-photoshop:City=Saltmarsh');
            self::assertStringContainsString(
                'http://ns.adobe.com/xmp/extension/',
                (string) file_get_contents($file),
                'exiftool writes no extension',
            );
        }
        // An extension that is not of the digest by which it is named says nothing; the packet itself still does.
        file_put_contents(
            $damaged,
            str_replace('stroke by stroke', 'STROKE by stroke', (string) file_get_contents($damaged)),
        );
        $this->readCard('ivo');
        self::assertSame(
            trim($text),
            FrameCaption::query()->findOrFail($this->frameOf($long)->id)->fields['description'],
        );
        self::assertArrayNotHasKey(
            'description',
            FrameCaption::query()->findOrFail($this->frameOf($damaged)->id)->fields,
        );
        self::assertSame('Saltmarsh', FrameCaption::query()->findOrFail($this->frameOf($damaged)->id)->fields['city']);
    }

    public function test_raw_files_are_read_in_the_layouts_of_tiff_and_others_and_so_is_the_jpeg_beside_one(): void
    {
        $folder = "{$this->folder}/rack/foreign/DCIM/100FOREI";
        mkdir($folder, 0700, true);
        $written = [];
        foreach (RawKindsTest::kinds() as [$ending, $bytes]) {
            if ($ending === 'RAF') {
                // exiftool does not write into the one that is made here.
                continue;
            }
            $file = "{$folder}/FR{$ending}0001.{$ending}";
            file_put_contents($file, $bytes);
            self::exiftool($file, "-XMP-dc:Title=Of {$ending}", '-XMP-xmp:Rating=3', '-m');
            $written[] = $ending;
        }
        [$jpeg] = $this->card(1);
        rename($jpeg, "{$folder}/FRCR20001.JPG");
        self::exiftool("{$folder}/FRCR20001.JPG", '-XMP-photoshop:City=Saltmarsh');
        $this->readCard('foreign');
        self::assertSame(['CR2', 'NEF', 'ARW', 'DNG', 'RW2'], $written);
        foreach ($written as $ending) {
            $frame = Frame::query()
                ->where('name', 'like', "FR{$ending}0001.%")
                ->sole();
            self::assertSame(
                ["Of {$ending}", 3],
                [FrameCaption::query()->find($frame->id)?->fields['title'], $frame->rating],
                $ending,
            );
        }
        self::assertSame(
            'Saltmarsh',
            FrameCaption::query()->findOrFail(Frame::query()->where('name', 'like', 'FRCR20001.%')->sole()->id)->fields[
                'city'
            ],
        );
    }
}

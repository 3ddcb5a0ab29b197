<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Imaging\ColourLink;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;
use App\Imaging\Vips;
use Kanpai\Core\Looks\Colour\Srgb;
use Kanpai\Core\Looks\ColourChain;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\CubeFile;
use Kanpai\Core\Looks\DeviceLink;
use Kanpai\Core\Looks\Look;
use PHPUnit\Framework\TestCase;
use Tests\Core\Looks\Looks;

/** Tables as littlecms2 applies them, and as jpgicc (liblcms2-utils) applies the link that is written out. */
final class ColourLinkTest extends TestCase
{
    private const PIXELS = 4000;

    private static function colours(): Picture
    {
        mt_srand(7);
        $samples = '';
        for ($i = 0; $i < 3 * self::PIXELS; $i++) {
            $samples .= chr(mt_rand(0, 255));
        }
        $image = Vips::library()->vips_image_new_from_memory_copy($samples, strlen($samples), self::PIXELS, 1, 3, 0);

        return Picture::of(Vips::given($image, 'make colours'));
    }

    /** Between the nodes nothing is far from what the chain itself gives. */
    public function test_a_table_is_near_the_chain_everywhere(): void
    {
        $colours = self::colours();
        $samples = array_values(unpack('C*', $colours->samples()) ?: []);
        foreach (Looks::twenty() as $name => $values) {
            $look = Look::of($values);
            $table = ColourTable::of($look, 33);
            $there = array_values(unpack('C*', $colours->through(ColourLink::of(33, $table->nodes))->samples()) ?: []);
            $chain = new ColourChain($look);
            $far = [];
            for ($i = 0; $i < count($samples); $i += 3) {
                $light = array_map(fn (int $value): float => Srgb::light($value / 255), array_slice($samples, $i, 3));
                foreach ($chain->at($light) as $c => $value) {
                    $far[] = abs(255 * $value - $there[$i + $c]);
                }
            }
            sort($far);
            self::assertLessThan(1.3, array_sum($far) / count($far), $name);
            // Hues that are torn as far as can be lie closer together than nodes do.
            $most = ['all hues' => 24.0, 'too much of all' => 80.0][$name] ?? 14.0;
            self::assertLessThan($most, $far[(int) (0.999 * count($far))], $name);
        }
    }

    /** A look as a device link, applied by a program that knows nothing of ours. */
    public function test_a_link_is_what_other_programs_apply(): void
    {
        $folder = sys_get_temp_dir().'/kanpai-'.bin2hex(random_bytes(6));
        mkdir($folder);
        $picture = self::colours()->resized(200, 200)->inMemory();
        PictureWriter::jpeg($picture, "{$folder}/in.jpg", 100);
        $table = ColourTable::of(Look::of(Looks::twenty()['everything']), 33);
        $link = ColourLink::of(33, $table->nodes);
        file_put_contents("{$folder}/look.icc", DeviceLink::of($table, 'A look'));
        $command = ['jpgicc', '-q100', '-l', "{$folder}/look.icc", "{$folder}/in.jpg", "{$folder}/out.jpg"];
        exec(implode(' ', array_map(escapeshellarg(...), $command)).' 2>&1', $said, $status);
        self::assertSame(0, $status, implode("\n", $said));
        PictureWriter::jpeg(PictureReader::jpeg("{$folder}/in.jpg")->through($link), "{$folder}/ours.jpg", 100);
        $theirs = array_values(unpack('C*', PictureReader::jpeg("{$folder}/out.jpg")->samples()) ?: []);
        $ours = array_values(unpack('C*', PictureReader::jpeg("{$folder}/ours.jpg")->samples()) ?: []);
        exec('rm -rf '.escapeshellarg($folder));
        $far = array_map(fn (int $one, int $other): int => abs($one - $other), $theirs, $ours);
        // Both are JPEGs of their own coding: a step or two lie between them.
        self::assertLessThan(1.5, array_sum($far) / count($far));
    }

    public function test_a_table_as_text_has_all_nodes_with_red_fastest(): void
    {
        $table = ColourTable::of(Look::of(['stops' => -1.0, 'kelvin' => 4000.0]), 5);
        $lines = explode("\n", trim(CubeFile::of($table, 'Dusk "1"')));
        self::assertSame(['TITLE "Dusk 1"', 'LUT_3D_SIZE 5'], array_slice($lines, 0, 2));
        self::assertCount(4 + 125, $lines);
        $node = array_map(fn (int $value): string => number_format($value / 65_535, 6), $table->node(1, 0, 0));
        self::assertSame(implode(' ', $node), $lines[5]);
    }
}

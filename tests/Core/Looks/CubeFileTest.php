<?php

declare(strict_types=1);

namespace Tests\Core\Looks;

use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\CubeFile;
use Kanpai\Core\Looks\Look;
use Kanpai\Core\Looks\UnreadableCube;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Tables of colours as text: written, read, and refused. */
final class CubeFileTest extends TestCase
{
    public function test_what_is_written_comes_back(): void
    {
        $table = ColourTable::of(Look::of(['stops' => 0.4, 'kelvin' => 4800.0]), 7);
        $cube = CubeFile::read(str_replace("\n", "\r\n", "# a remark\n".CubeFile::of($table, 'Dusk')));
        self::assertSame(7, $cube->grid);
        foreach (str_split($cube->nodes, 2) as $i => $value) {
            $other = substr($table->nodes, 2 * $i, 2);
            self::assertLessThanOrEqual(1, abs((unpack('v', $value)[1] ?? 0) - (unpack('v', $other)[1] ?? 0)));
        }
    }

    public function test_colours_between_nodes_lie_between_them_and_amounts_weigh(): void
    {
        $plain = CubeFile::read(CubeFile::of(ColourTable::of(Look::plain(), 5), 'Plain'));
        $grey = CubeFile::read(CubeFile::of(ColourTable::of(Look::of(['greys' => []]), 5), 'Grey'));
        foreach ([[0.1, 0.6, 0.9], [0.9, 0.5, 0.2], [0.4, 0.9, 0.1], [1.0, 1.0, 1.0], [0.3, 0.3, 0.8]] as $colour) {
            self::assertEqualsWithDelta($colour, $plain->at($colour, 1.0), 1e-4);
            self::assertEqualsWithDelta($colour, $grey->at($colour, 0.0), 1e-9);
            [$red, $green, $blue] = $grey->at($colour, 1.0);
            self::assertEqualsWithDelta($red, $green, 0.002);
            self::assertEqualsWithDelta($green, $blue, 0.002);
            self::assertEqualsWithDelta(($colour[0] + $red) / 2, $grey->at($colour, 0.5)[0], 1e-9);
        }
    }

    /** @return iterable<string, array{string, string}> text, what is said */
    public static function bad(): iterable
    {
        $rows = fn (int $count): string => str_repeat("0.5 0.5 0.5\n", $count);
        yield 'nothing' => ['', 'LUT_3D_SIZE is missing'];
        yield 'a picture' => ["\xFF\xD8\xFF\xE0 no text", 'LUT_3D_SIZE is missing'];
        yield 'of one dimension' => ["LUT_1D_SIZE 4\n".$rows(4), 'LUT_3D_SIZE is missing'];
        yield '257 a side' => ["LUT_3D_SIZE 257\n".$rows(8), '257 nodes a side; 2 to 65'];
        yield 'one a side' => ["LUT_3D_SIZE 1\n".$rows(1), '1 nodes a side'];
        yield 'missing rows' => ["LUT_3D_SIZE 2\n".$rows(7), 'should be 8 lines of colours, and there are 7'];
        yield 'too many rows' => ["LUT_3D_SIZE 2\n".$rows(9), 'and there are 9'];
        yield 'commas' => ["LUT_3D_SIZE 2\n0,5 0,5 0,5\n".$rows(7), 'Line 2 is not three numbers'];
        yield 'four numbers' => ["LUT_3D_SIZE 2\n".$rows(7).'1 1 1 1', 'Line 9 is not three numbers'];
        yield 'beyond white' => ["LUT_3D_SIZE 2\nDOMAIN_MAX 16.0 16.0 16.0\n".$rows(8), 'beyond 0 to 1'];
    }

    #[DataProvider('bad')]
    public function test_what_cannot_be_read_is_refused_with_its_line(string $text, string $reason): void
    {
        $this->expectException(UnreadableCube::class);
        $this->expectExceptionMessage($reason);
        CubeFile::read($text);
    }
}

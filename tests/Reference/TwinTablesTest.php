<?php

declare(strict_types=1);

namespace Tests\Reference;

use Kanpai\Core\Looks\ColourCube;
use Kanpai\Core\Looks\ColourSource;
use Kanpai\Core\Looks\ColourTable;
use Kanpai\Core\Looks\Look;
use PHPUnit\Framework\TestCase;
use Tests\Core\Looks\Looks;

/** The page makes its tables by itself: they are those of the core in every node. */
final class TwinTablesTest extends TestCase
{
    private const GRID = 17;

    public function test_both_tables_are_equal_in_every_node(): void
    {
        $looks = Looks::twenty();
        $script = "import { colourTable } from './resources/js/looks/colour-table.js';".
            "import { lookOf } from './resources/js/looks/look.js';".
            'const { looks, camera } = JSON.parse(process.argv[1]);'.
            'for (const source of [undefined, camera]) for (const look of looks)'.
            'process.stdout.write(Buffer.from(colourTable(lookOf(look), '.self::GRID.', source).buffer));';
        $camera = Looks::camera();
        $json = json_encode(['looks' => array_values($looks), 'camera' => $camera->toArray()], JSON_THROW_ON_ERROR);
        $process = proc_open(
            ['node', '--input-type=module', '-e', $script, $json],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            dirname(__DIR__, 2),
        );
        self::assertIsResource($process);
        $there = (string) stream_get_contents($pipes[1]);
        self::assertSame('', (string) stream_get_contents($pipes[2]));
        $size = 6 * self::GRID ** 3;
        self::assertSame(2 * count($looks) * $size, strlen($there));
        $this->compare($there, $looks, $camera, $size);
    }

    /** @param  array<string, array<string, mixed>>  $looks */
    private function compare(string $there, array $looks, ColourSource $camera, int $size): void
    {
        $place = 0;
        foreach ([ColourSource::srgb(), $camera] as $source) {
            foreach ($looks as $name => $values) {
                $here = ColourTable::of(Look::of($values), self::GRID, $source)->nodes;
                self::assertSame(bin2hex($here), bin2hex(substr($there, $place, $size)), $name);
                $place += $size;
            }
        }
    }

    /** A table from elsewhere after the chain, half of it and more than all of it. */
    public function test_both_apply_a_table_from_elsewhere_alike(): void
    {
        $cube = ColourCube::of(9, ColourTable::of(Look::of(Looks::twenty()['everything']), 9)->nodes);
        foreach ([0.5, 1.0, 1.4] as $amount) {
            $values = ['stops' => 0.3, 'cube' => ['table' => 'x', 'amount' => $amount]];
            $script = "import { colourTable } from './resources/js/looks/colour-table.js';".
                "import { lookOf } from './resources/js/looks/look.js';".
                'const [values, nodes] = JSON.parse(process.argv[1]); const bytes = Buffer.from(nodes, "base64");'.
                'const cube = { grid: 9, nodes: new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2) };'.
                'process.stdout.write(Buffer.from(colourTable(lookOf(values), 9, undefined, cube).buffer));';
            $process = proc_open(
                ['node', '--input-type=module', '-e', $script, (string) json_encode([$values, base64_encode($cube->nodes)])],
                [1 => ['pipe', 'w']],
                $pipes,
                dirname(__DIR__, 2),
            );
            self::assertIsResource($process);
            $there = (string) stream_get_contents($pipes[1]);
            $here = ColourTable::of(Look::of($values), 9, null, $cube)->nodes;
            self::assertSame(bin2hex($here), bin2hex($there), (string) $amount);
        }
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

use Kanpai\Core\Frames\DcfName;
use Kanpai\Core\Frames\FileKind;

/**
 * Puts the files of one press of the shutter together, raw, JPEG, sidecar and sound note of one number, in the order in
 * which the camera counted: after 9999 comes 0001 (DCF, CIPA DC-009, 3.3.2), in the same folder or the next.
 */
final class FrameGrouping
{
    /**
     * @param  iterable<string>  $paths  relative to the card
     * @return array{frames: list<non-empty-list<string>>, loose: list<string>} pictures in groups, each group with
     *                                                                         its JPEG first, and what belongs to no
     * picture
     */
    public function group(iterable $paths): array
    {
        $groups = [];
        foreach ($paths as $path) {
            $groups[DcfName::of($path)->frameKey()][] = $path;
        }
        uksort($groups, $this->counting($groups));
        $frames = [];
        $loose = [];
        foreach ($groups as $group) {
            usort($group, fn (string $a, string $b): int => [self::rank($a), $a] <=> [self::rank($b), $b]);
            if (DcfName::of($group[0])->kind->isPicture()) {
                $frames[] = $group;
            } else {
                array_push($loose, ...$group);
            }
        }

        return ['frames' => $frames, 'loose' => $loose];
    }

    /**
     * Compares by folder, then by number on from the largest gap in the folder's numbers: where 0001 and 9999 are
     * together with nothing between, the counter rolled over there.
     *
     * @param  array<string, non-empty-list<string>>  $groups
     * @return callable(string, string): int
     */
    private function counting(array $groups): callable
    {
        $numbers = [];
        foreach ($groups as $key => $paths) {
            $name = DcfName::of($paths[0]);
            if ($name->number() !== null) {
                $numbers[$name->folder][$key] = $name->number();
            }
        }
        $places = [];
        foreach ($numbers as $own) {
            $first = self::afterGap(array_values($own));
            foreach ($own as $key => $number) {
                $places[$key] = ($number - $first + 9999) % 9999;
            }
        }

        $key = fn (string|int $path): array => [dirname((string) $path), $places[$path] ?? -1, (string) $path];

        return fn (string|int $a, string|int $b): int => $key($a) <=> $key($b);
    }

    /**
     * @param  non-empty-list<int>  $numbers  of 1 to 9999
     * @return int the number that follows the largest gap, counting in a circle
     */
    private static function afterGap(array $numbers): int
    {
        sort($numbers);
        $first = $numbers[0];
        $largest = $numbers[0] + 9999 - $numbers[count($numbers) - 1];
        for ($i = 1; $i < count($numbers); $i++) {
            if ($largest < $numbers[$i] - $numbers[$i - 1]) {
                $largest = $numbers[$i] - $numbers[$i - 1];
                $first = $numbers[$i];
            }
        }

        return $first;
    }

    private static function rank(string $path): int
    {
        return match (DcfName::of($path)->kind) {
            FileKind::Jpeg => 0,
            FileKind::Raw => 1,
            default => 2,
        };
    }
}

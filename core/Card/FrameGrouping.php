<?php

declare(strict_types=1);

namespace Kanpai\Core\Card;

/**
 * Puts the files of one press of the shutter together: raw, JPEG, sidecar and sound note of one number.
 */
final class FrameGrouping
{
    /**
     * @param  iterable<string>  $paths  relative to the card
     * @return array{frames: list<non-empty-list<string>>, loose: list<string>} pictures in groups, each group with
     *                                                                         its JPEG first, and what belongs to no picture
     */
    public function group(iterable $paths): array
    {
        $groups = [];
        foreach ($paths as $path) {
            $groups[DcfName::of($path)->frameKey()][] = $path;
        }
        ksort($groups, SORT_STRING);
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

    private static function rank(string $path): int
    {
        return match (DcfName::of($path)->kind) {
            FileKind::Jpeg => 0,
            FileKind::Raw => 1,
            default => 2,
        };
    }
}

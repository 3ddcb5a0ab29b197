<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** How a gallery is parted. */
enum Sectioning: string
{
    case None = 'none';
    case Moment = 'moment';
    case Hour = 'hour';
    case Day = 'day';
    case Set = 'set';
    case Shoot = 'shoot';

    public function inWords(): string
    {
        return match ($this) {
            self::None => 'in one piece',
            self::Moment => 'by moment',
            self::Hour => 'by hour',
            self::Day => 'by day',
            self::Set => 'by set',
            self::Shoot => 'by shoot',
        };
    }

    /**
     * The title of each frame's section. Frames come in the order in which they are shown.
     *
     * @param  list<array{moment: int, local: int, headline: string, sets: list<string>,
     *     shoot: string}>  $frames  local: milliseconds of local time
     * @return list<string> empty for no title
     */
    public function titles(array $frames): array
    {
        return match ($this) {
            self::None => array_fill(0, count($frames), ''),
            self::Moment => self::moments($frames),
            self::Hour => array_map(
                fn (array $frame): string => gmdate('G:00', intdiv($frame['local'], 1000)).
                    ' to '.
                    gmdate('G:00', intdiv($frame['local'], 1000) + 3600),
                $frames,
            ),
            self::Day => array_map(
                fn (array $frame): string => gmdate('l j F', intdiv($frame['local'], 1000)),
                $frames,
            ),
            self::Set => array_map(fn (array $frame): string => $frame['sets'][0] ?? 'Others', $frames),
            self::Shoot => array_map(fn (array $frame): string => $frame['shoot'], $frames),
        };
    }

    /**
     * A moment is called after its headline, or its first frame's time; moments that follow one another under one
     * headline are one section.
     *
     * @param  list<array{moment: int, local: int, headline: string, sets: list<string>, shoot: string}>  $frames
     * @return list<string>
     */
    private static function moments(array $frames): array
    {
        $names = [];
        foreach ($frames as $frame) {
            $names[$frame['moment']] ??= ['headline' => '', 'time' => gmdate('G:i', intdiv($frame['local'], 1000))];
            if ($names[$frame['moment']]['headline'] === '') {
                $names[$frame['moment']]['headline'] = $frame['headline'];
            }
        }

        return array_map(
            fn (array $frame): string => $names[$frame['moment']]['headline'] ?: $names[$frame['moment']]['time'],
            $frames,
        );
    }
}

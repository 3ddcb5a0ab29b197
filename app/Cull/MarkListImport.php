<?php

declare(strict_types=1);

namespace App\Cull;

use App\Frames\Frame;
use App\Frames\Uses;
use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Support\Str;
use Kanpai\Core\Cull\MarkList;
use Kanpai\Core\Frames\UseList;

/**
 * Marks the frames that a list names.
 *
 * @phpstan-type DefaultMark array{verdict: string|null, rating: int|null, uses: int}
 */
final class MarkListImport
{
    private const PIECE = 5000;

    public function __construct(private readonly Marking $marking)
    {
    }

    /**
     * @param  DefaultMark  $default  for names without a mark in the list; its uses are added
     * @return array{found: int, marked: int, missing: list<string>, several: list<string>} names that no frame has, and
     *     names that several have
     */
    public function run(Shoot $shoot, Member $member, MarkList $list, array $default): array
    {
        [$names, $before] = Frame::names($shoot);
        $matched = $list->matched($names, $before);
        $marks = [];
        foreach ($matched['found'] as $n => $frame) {
            $mark = ['frame' => $frame, ...$this->given($shoot, $list->marks[$n], $default)];
            if ($mark['verdict'] !== null || $mark['rating'] !== null || ($mark['given'] | $mark['taken']) !== 0) {
                $marks[] = $mark;
            }
        }
        $this->mark($shoot, $member, $marks);

        return [
            'found' => count($matched['found']),
            'marked' => count($marks),
            'missing' => $matched['missing'],
            'several' => $matched['several'],
        ];
    }

    /**
     * @param  array{verdict: string|null, rating: int|null, uses: list<string>|null, ...}  $mark  of the list
     * @param  DefaultMark  $default
     * @return array{verdict: string|null, rating: int|null, given: int, taken: int}
     */
    private function given(Shoot $shoot, array $mark, array $default): array
    {
        $bits = $this->bits($shoot, $mark['uses'] ?? []) | $default['uses'];

        return [
            'verdict' => $mark['verdict'] ?? $default['verdict'],
            'rating' => $mark['rating'] ?? $default['rating'],
            'given' => $bits,
            // A list that names uses names all of them.
            'taken' => $mark['uses'] === null ? 0 : UseList::ALL & ~$bits,
        ];
    }

    /** @param  list<string>  $names  of uses; those that the studio does not have yet are added to it */
    private function bits(Shoot $shoot, array $names): int
    {
        $bits = 0;
        foreach ($names as $name) {
            $bits |= Uses::with($shoot->studio, $name)->bits($name);
        }

        return $bits;
    }

    /** @param  list<array{frame: int, verdict: string|null, rating: int|null, given: int, taken: int}>  $marks */
    private function mark(Shoot $shoot, Member $member, array $marks): void
    {
        foreach (array_chunk($marks, self::PIECE) as $some) {
            $this->marking->apply($shoot, $member, [[
                'id' => (string) Str::uuid(),
                'title' => 'Marked '.number_format(count($some)).' frames of a list',
                'marks' => $some,
            ]]);
        }
    }
}

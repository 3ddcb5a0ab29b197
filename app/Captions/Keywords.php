<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\KeptFigures;
use App\Studio\Revised;
use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\Keyword\KeywordList;
use Kanpai\Core\Frames\Caption\ListText;

/** The studio's list of keywords, and how often they are used in a shoot. */
final class Keywords
{
    private const BATCH = 1000;

    public function ofStudio(Studio $studio): KeywordList
    {
        $paths = [];
        foreach (
            DB::table('keywords')
                ->where('studio_id', $studio->id)
                ->orderBy('id')
                ->get(['term', 'path']) as $row
        ) {
            $paths[(string) $row->term] = array_values(
                array_map(strval(...), (array) json_decode((string) $row->path, true)),
            );
        }

        return KeywordList::ofPaths($paths);
    }

    public function replace(Studio $studio, KeywordList $list): void
    {
        DB::transaction(function () use ($studio, $list): void {
            DB::table('keywords')->where('studio_id', $studio->id)->delete();
            foreach (array_chunk($list->paths(), self::BATCH, true) as $batch) {
                DB::table('keywords')->insert(
                    array_map(
                        fn (string|int $term, array $path): array => [
                            'studio_id' => $studio->id,
                            'term' => (string) $term,
                            'path' => json_encode($path, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                        ],
                        array_keys($batch),
                        $batch,
                    ),
                );
            }
        });
    }

    /** @return array<string, int> keyword => frames of the shoot that have it, the most used first */
    public function counts(Shoot $shoot): array
    {
        $kept = KeptFigures::from([$shoot->id], Revised::Captions, Revised::Cards)->get(
            'keywords',
            fn (): array => [$shoot->id => self::count($shoot)],
        );

        return array_column($kept[$shoot->id] ?? [], 1, 0);
    }

    /** @return list<array{string, int}> */
    private static function count(Shoot $shoot): array
    {
        $rows = DB::table('captions')
            ->where('shoot_id', $shoot->id)
            ->whereRaw("JSON_EXISTS(fields, '$.keywords')")
            ->groupByRaw("JSON_VALUE(fields, '$.keywords')")
            ->selectRaw("JSON_VALUE(fields, '$.keywords') AS text, COUNT(*) AS n");
        $counts = [];
        foreach ($rows->get() as $row) {
            foreach (ListText::items((string) $row->text) as $keyword) {
                $counts[$keyword] = ($counts[$keyword] ?? 0) + (int) $row->n;
            }
        }
        arsort($counts);

        return array_map(fn ($keyword, int $n): array => [(string) $keyword, $n], array_keys($counts), $counts);
    }
}

<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Selection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Kanpai\Core\Captions\Table;

/** A selection leaves as a table or as JSON, or goes on inside the shoot. */
final class SelectionsController
{
    public function csv(Selection $selection): Response
    {
        $zone = $selection->gallery->shoot->zone();
        $rows = [
            ['name', 'picture', 'list', 'rating', 'comment', 'taken', 'left the gallery'],
            ...array_map(
                fn (array $row): array => [
                    $row['name'],
                    (string) $row['number'],
                    $row['list'],
                    (string) $row['rating'],
                    $row['comment'],
                    $zone->format($row['taken'], 'Y-m-d\TH:i:s.vP'),
                    $row['isGone'] ? 'yes' : '',
                ],
                $selection->chosen(),
            ),
        ];

        return response(Table::write($rows), 200, [
            'Content-Type' => 'text/csv; charset=UTF-8',
            'Content-Disposition' => "attachment; filename=\"{$this->name($selection)}.csv\"",
        ]);
    }

    public function json(Selection $selection): JsonResponse
    {
        return response()->json(
            self::facts($selection),
            200,
            ['Content-Disposition' => "attachment; filename=\"{$this->name($selection)}.json\""],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
    }

    /** @return array<string, mixed> */
    private static function facts(Selection $selection): array
    {
        $zone = $selection->gallery->shoot->zone();
        $picture = fn (array $row): array => [
            'name' => $row['name'],
            'picture' => $row['number'],
            'list' => $row['list'],
            'rating' => $row['rating'],
            'comment' => $row['comment'],
            'taken' => $zone->format($row['taken'], 'Y-m-d\TH:i:s.vP'),
            'leftTheGallery' => $row['isGone'],
        ];

        return [
            'gallery' => $selection->gallery->title,
            'shoot' => $selection->gallery->shoot->name,
            'by' => ['name' => $selection->name, 'email' => $selection->email],
            'message' => $selection->message,
            'sent' => $selection->sent_at->toIso8601String(),
            'pictures' => array_map($picture, $selection->chosen()),
        ];
    }

    public function use(UseSelectionInput $request, Selection $selection, TakeUpFrames $frames): RedirectResponse
    {
        $list = $request->filled('list') ? $request->string('list')->toString() : null;
        $ids = collect($selection->chosen())
            ->filter(fn (array $row): bool => $list === null || $row['list'] === $list)
            ->pluck('frame')
            ->unique();
        $name = trim("{$selection->name} chose {$list}");

        return $frames->as(
            $request->string('as')->toString(),
            $selection->gallery,
            array_values($ids->all()),
            $name,
            (string) $request->string('use'),
        );
    }

    private function name(Selection $selection): string
    {
        return Str::slug("{$selection->gallery->title} {$selection->name}") ?: 'selection';
    }
}

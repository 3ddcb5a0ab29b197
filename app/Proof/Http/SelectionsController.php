<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\PublishSelection;
use App\Proof\Selection;
use App\Studio\Member;
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
        $zone = $selection->gallery->shoot->zone();

        return response()->json(
            [
                'gallery' => $selection->gallery->title,
                'shoot' => $selection->gallery->shoot->name,
                'by' => ['name' => $selection->name, 'email' => $selection->email],
                'message' => $selection->message,
                'sent' => $selection->sent_at->toIso8601String(),
                'pictures' => array_map(
                    fn (array $row): array => [
                        'name' => $row['name'],
                        'picture' => $row['number'],
                        'list' => $row['list'],
                        'rating' => $row['rating'],
                        'comment' => $row['comment'],
                        'taken' => $zone->format($row['taken'], 'Y-m-d\TH:i:s.vP'),
                        'leftTheGallery' => $row['isGone'],
                    ],
                    $selection->chosen(),
                ),
            ],
            200,
            ['Content-Disposition' => "attachment; filename=\"{$this->name($selection)}.json\""],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
    }

    public function use(UseSelectionInput $request, Selection $selection, PublishSelection $taken): RedirectResponse
    {
        $list = $request->filled('list') ? $request->string('list')->toString() : null;
        $frames = array_values(
            array_unique(
                array_column(
                    array_filter(
                        $selection->chosen(),
                        fn (array $row): bool => $list === null || $row['list'] === $list,
                    ),
                    'frame',
                ),
            ),
        );
        $shoot = $selection->gallery->shoot;
        $name = trim("{$selection->name} chose ".($list ?? ''));
        switch ($request->string('as')->toString()) {
            case 'round':
                $taken->asRound($shoot, Member::current(), $frames, $name);

                return redirect()->route('cull.show', $shoot);
            case 'use':
                $taken->withUse($shoot, Member::current(), $frames, trim($request->string('use')->toString()));

                return redirect()
                    ->route('proof.gallery', $selection->gallery)
                    ->with(
                        'message',
                        count($frames).
                            " frames are for {$request->string(
                                'use',
                            )} now. The step can be undone on the culling page.",
                    );
            case 'gallery':
                return redirect()->route('proof.show', [
                    $shoot,
                    'where' => 'set:"'.addcslashes($taken->asSet($shoot, $frames, $name)->name, '"\\').'"',
                ]);
            default:
                return redirect()->route('cull.show', [
                    $shoot,
                    'where' => 'set:"'.addcslashes($taken->asSet($shoot, $frames, $name)->name, '"\\').'"',
                ]);
        }
    }

    private function name(Selection $selection): string
    {
        return Str::slug("{$selection->gallery->title} {$selection->name}") ?: 'selection';
    }
}

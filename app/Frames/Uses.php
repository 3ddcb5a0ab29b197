<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Studio;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\UseList;

/** The uses of a studio as they are kept. */
final class Uses
{
    /** Letters that are kept of a label of other software. */
    private const LONGEST = 120;

    /** A studio that has chosen none yet has the usual ones. */
    public static function of(Studio $studio): UseList
    {
        $names = DB::table('uses')->where('studio_id', $studio->id)->pluck('name', 'bit')->all();
        if ($names === []) {
            DB::table('uses')->insertOrIgnore(
                array_map(
                    fn (int $bit, string $name): array => ['studio_id' => $studio->id, 'bit' => $bit, 'name' => $name],
                    array_keys(UseList::USUAL),
                    UseList::USUAL,
                ),
            );
            $names = DB::table('uses')->where('studio_id', $studio->id)->pluck('name', 'bit')->all();
        }

        return UseList::of(
            array_combine(array_map(intval(...), array_keys($names)), array_map(strval(...), array_values($names))),
        );
    }

    /** With a name more, as long as there is room for it. */
    public static function with(Studio $studio, string $name): UseList
    {
        $uses = self::of($studio);
        $bit = $uses->free();
        $name = mb_substr(trim($name), 0, 60);
        if ($name !== '' && $bit !== null && $uses->bits($name) === 0) {
            DB::table('uses')->insertOrIgnore(['studio_id' => $studio->id, 'bit' => $bit, 'name' => $name]);
        }

        return self::of($studio);
    }

    /**
     * The bits of the words of a label that other software wrote, and its text where it must be kept beside them.
     * Words that are no uses yet become some, as long as there is room for them.
     *
     * @return array{int, string|null}
     */
    public static function import(Studio $studio, string $label): array
    {
        $uses = self::of($studio);
        foreach ($uses->unknown($label) as $name) {
            $uses = self::with($studio, $name);
        }
        $bits = $uses->ofLabel($label);

        return [$bits, $uses->other($bits, mb_substr($label, 0, self::LONGEST))];
    }
}

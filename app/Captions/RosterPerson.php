<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Captions\Roster\Codes;
use Kanpai\Core\Captions\Roster\Person;

/**
 * Somebody on the roster of a shoot.
 *
 * @property int $id
 * @property int $shoot_id
 * @property string $number
 * @property string $name
 * @property string $team
 * @property string $role
 * @property string $code
 */
final class RosterPerson extends Model
{
    private const BATCH = 1000;

    public $timestamps = false;

    protected $guarded = [];

    /** @param  list<Person>  $people  who take the place of all that were there */
    public static function replace(Shoot $shoot, array $people): void
    {
        DB::transaction(function () use ($shoot, $people): void {
            self::query()->where('shoot_id', $shoot->id)->delete();
            foreach (array_chunk($people, self::BATCH) as $batch) {
                self::query()->insert(
                    array_map(
                        fn (Person $person): array => ['shoot_id' => $shoot->id, ...get_object_vars($person)],
                        $batch,
                    ),
                );
            }
        });
    }

    /** @return list<Person> */
    public static function people(Shoot $shoot): array
    {
        return array_values(
            self::query()
                ->where('shoot_id', $shoot->id)
                ->orderBy('id')
                ->toBase()
                ->get()
                ->map(
                    fn ($row): Person => new Person(
                        (string) $row->number,
                        (string) $row->name,
                        (string) $row->team,
                        (string) $row->role,
                        (string) $row->code,
                    ),
                )
                ->all(),
        );
    }

    public static function codes(Shoot $shoot): Codes
    {
        return new Codes(self::people($shoot), $shoot->studio->code_sign);
    }
}

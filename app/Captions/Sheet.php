<?php

declare(strict_types=1);

namespace App\Captions;

use App\Studio\Shoot;
use App\Studio\Studio;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Captions\CaptionSheet;
use Kanpai\Core\Frames\Caption\Field;

/**
 * A caption sheet: the studio's, which all shoots inherit; a shoot's; that of a moment of it; or one saved by name.
 *
 * @property int $id
 * @property int $studio_id
 * @property int|null $shoot_id
 * @property string $level studio, shoot, moment or saved
 * @property string $name
 * @property int|null $from_ms
 * @property int|null $to_ms
 * @property array<string, string> $fields
 * @property list<string> $added fields that are added to
 * @property list<string> $emptied fields that are set to nothing
 */
final class Sheet extends Model
{
    protected $table = 'caption_sheets';

    protected $guarded = [];

    protected $attributes = ['added' => '[]', 'emptied' => '[]', 'name' => ''];

    protected $casts = ['fields' => 'array', 'added' => 'array', 'emptied' => 'array'];

    /** A shoot begins with these. */
    private const TO_BEGIN_WITH = [
        'headline' => '{{shoot}}',
        'description' => '{{shoot}}, {{place}}, {{day}}.',
        'event' => '{{shoot}}',
        'sublocation' => '{{place}}',
        'creator' => '{{shooter}}',
        'credit' => '{{studio}}',
        'copyright' => '© {{year}} {{studio}}',
    ];

    public function sheet(): CaptionSheet
    {
        return CaptionSheet::of($this->fields, $this->added, $this->emptied);
    }

    public static function ofStudio(Studio $studio): ?self
    {
        return self::query()
            ->where(['studio_id' => $studio->id, 'level' => 'studio'])
            ->first();
    }

    /** The sheet of a shoot as it was left, or one to begin with, where the studio has none either. */
    public static function ofShoot(Shoot $shoot): self
    {
        return self::query()
            ->where(['shoot_id' => $shoot->id, 'level' => 'shoot'])
            ->first() ??
            new self([
                'level' => 'shoot',
                'studio_id' => $shoot->studio_id,
                'shoot_id' => $shoot->id,
                'fields' => self::ofStudio($shoot->studio) === null ? self::TO_BEGIN_WITH : [],
            ]);
    }

    /** @return Collection<int, self> in the order of the day */
    public static function moments(Shoot $shoot): Collection
    {
        return self::query()
            ->where(['shoot_id' => $shoot->id, 'level' => 'moment'])
            ->orderBy('from_ms')
            ->orderBy('id')
            ->get();
    }

    /** @return Builder<self> */
    public static function named(Studio $studio): Builder
    {
        return self::query()
            ->where(['studio_id' => $studio->id, 'level' => 'saved'])
            ->orderBy('name');
    }

    public function holdsFor(int $instant): bool
    {
        return ($this->from_ms === null || $instant >= $this->from_ms) &&
            ($this->to_ms === null || $instant <= $this->to_ms);
    }

    /** @return 'set'|'add'|'empty' what the sheet does with a field */
    public function mode(Field $field): string
    {
        return match (true) {
            in_array($field->value, $this->added, true) => 'add',
            in_array($field->value, $this->emptied, true) => 'empty',
            default => 'set',
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Database\Eloquent\Model;

/**
 * One file, or one version, that gets another name in every place.
 *
 * @property int $id
 * @property int $shoot_id
 * @property int|null $file_id
 * @property int|null $version_id
 * @property string $from_path below a place
 * @property string $to_path
 * @property int|null $number the running number, where this is the last of its steps
 * @property RenameState $state
 */
final class PlannedRename extends Model
{
    public $timestamps = false;

    protected $table = 'renames';

    protected $guarded = [];

    protected $casts = ['state' => RenameState::class];
}

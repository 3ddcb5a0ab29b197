<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Database\Eloquent\Model;

/**
 * A pattern for folders and names, saved by the studio under a name.
 *
 * @property int $id
 * @property int $studio_id
 * @property string $name
 * @property string $folder
 * @property string $file
 */
final class SavedPattern extends Model
{
    protected $table = 'name_patterns';

    protected $guarded = [];
}

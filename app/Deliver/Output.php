<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Studio\Studio;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Ingest\NamePattern;

/**
 * A way of writing files, saved by name.
 *
 * @phpstan-import-type OutputSaid from OutputPlan
 *
 * @property int $id
 * @property int $studio_id
 * @property string $name
 * @property OutputSaid $plan
 * @property string $folder pattern of the folder
 * @property string $file pattern of the name
 * @property bool $is_shared in one folder for all shoots
 */
final class Output extends Model
{
    /** What files are called as long as nobody wants it otherwise. */
    public const FILE = '{{shoot}} {{number}} {{name}}';

    protected $guarded = [];

    protected $casts = ['plan' => 'array', 'is_shared' => 'bool'];

    /** @return Builder<self> those of a studio, which begins with six */
    public static function ofStudio(Studio $studio): Builder
    {
        if (self::query()->where('studio_id', $studio->id)->doesntExist()) {
            foreach (OutputPlan::starters() as $name => $plan) {
                self::query()->firstOrCreate(
                    ['studio_id' => $studio->id, 'name' => $name],
                    ['plan' => $plan->toArray(), 'folder' => $name, 'file' => self::FILE],
                );
            }
        }

        return self::query()->where('studio_id', $studio->id)->orderBy('id');
    }

    public function plan(): OutputPlan
    {
        return OutputPlan::fromArray($this->plan);
    }

    public function pattern(): NamePattern
    {
        return NamePattern::of($this->folder, $this->file);
    }
}

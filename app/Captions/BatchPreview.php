<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\Frame;
use Illuminate\Database\Eloquent\Collection;
use Kanpai\Core\Captions\Edit\CaptionChange;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;

/** What a batch would do, frame by frame, before it is done. */
final class BatchPreview
{
    private readonly Captioning $captioning;

    /** @var list<string> */
    private readonly array $required;

    public function __construct(private readonly Batch $batch)
    {
        $this->captioning = Captioning::ofMany($batch->shoot);
        $this->required = $batch->shoot->studio->required_fields;
    }

    /**
     * @param  Collection<int, Frame>  $frames  with their card and body
     * @return list<array{frame: Frame, change: CaptionChange}>
     */
    public function changes(Collection $frames): array
    {
        $captions = FrameCaption::query()->whereKey($frames->modelKeys())->get()->keyBy('frame_id');
        $changes = [];
        foreach ($frames as $frame) {
            $row = $captions[$frame->id] ?? null;
            $before = $row?->caption() ?? Caption::nothing();
            $changes[] = [
                'frame' => $frame,
                'change' => CaptionChange::between(
                    $before,
                    $this->batch
                        ->edit($this->captioning, $frame, $row)
                        ->of($before, $this->captioning->values($frame, $before)),
                ),
            ];
        }

        return $changes;
    }

    /** @return array{frames: int, changing: int, fields: array<string, int>, cut: array<string, int>, missing: array<string, int>, unknown: array<string, bool>} */
    public static function nothing(): array
    {
        return ['frames' => 0, 'changing' => 0, 'fields' => [], 'cut' => [], 'missing' => [], 'unknown' => []];
    }

    /**
     * A summary with more frames counted in.
     *
     * @param  Collection<int, Frame>  $frames  with their card and body
     * @param  array{frames: int, changing: int, fields: array<string, int>, cut: array<string, int>,
     *     missing: array<string, int>, unknown: array<string, bool>}  $summary
     * @return array{frames: int, changing: int, fields: array<string, int>, cut: array<string, int>,
     *     missing: array<string, int>, unknown: array<string, bool>}
     */
    public function summary(Collection $frames, array $summary): array
    {
        foreach ($this->changes($frames) as ['change' => $change]) {
            $summary['frames']++;
            $summary['changing'] += $change->isNothing() ? 0 : 1;
            $changed = array_map(fn (array $one): string => $one['field']->fullLabel(), $change->fields);
            $summary['fields'] = self::counted($summary['fields'], $changed);
            foreach ($change->fields as ['new' => $new]) {
                $summary['unknown'] += array_fill_keys($this->captioning->codes->expand($new)->unknown, true);
            }
            $cut = array_map(fn (Field $field): string => $field->label(), $change->after->cutInIim());
            $summary['cut'] = self::counted($summary['cut'], $cut);
            $summary['missing'] = self::counted($summary['missing'], $this->missing($change->after));
        }

        return $summary;
    }

    /**
     * @param  array<string, int>  $counts
     * @param  array<string>  $names  each to be counted once more
     * @return array<string, int>
     */
    private static function counted(array $counts, array $names): array
    {
        foreach ($names as $name) {
            $counts[$name] = ($counts[$name] ?? 0) + 1;
        }

        return $counts;
    }

    /** @return list<string> fields that the studio wants filled and that are empty */
    private function missing(Caption $caption): array
    {
        $fields = array_map(Field::from(...), $this->required);
        $empty = array_filter($fields, fn (Field $field): bool => $caption->text($field) === '');

        return array_values(array_map(fn (Field $field): string => $field->label(), $empty));
    }
}

<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use App\Studio\Shoot;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Looks\LookValues;

/**
 * The looks of some frames of a shoot while they are changed, by whoever holds the finishing of the shoot. This class
 * alone writes looks.
 */
final class LooksHeld
{
    private const PIECE = 500;

    /** @var array<string, array<string, mixed>> key => values */
    private array $values = [];

    /** @var array<string, LookChange> key => the last change of each look that is not in the database yet */
    private array $changed = [];

    /**
     * @param  array<int, array{version: int, large: string, card: string}>  $frames
     */
    private function __construct(
        private readonly Shoot $shoot,
        private readonly int $revision,
        private readonly array $frames,
    ) {
    }

    /** @param  list<int>  $frames */
    public static function of(Shoot $shoot, int $revision, array $frames): self
    {
        $own = [];
        foreach (array_chunk($frames, self::PIECE) as $some) {
            $own += self::rows($shoot, $some);
        }
        $held = new self($shoot, $revision, $own);
        foreach (array_chunk(array_keys($own), self::PIECE) as $some) {
            $looks = DB::table('looks')->whereIntegerInRaw('frame_id', $some);
            foreach ($looks->get(['frame_id', 'version', 'number', 'values']) as $row) {
                $key = "{$row->frame_id} {$row->version} {$row->number}";
                $held->values[$key] = (array) json_decode((string) $row->values, true);
            }
        }

        return $held;
    }

    /**
     * @param  list<int>  $frames
     * @return array<int, array{version: int, large: string, card: string}>
     */
    private static function rows(Shoot $shoot, array $frames): array
    {
        $rows = Frame::of($shoot)->whereIntegerInRaw('frames.id', $frames)->toBase();
        $own = [];
        foreach ($rows->get(['id', 'version_id', 'large_path']) as $row) {
            $own[(int) $row->id] = [
                'version' => (int) $row->version_id,
                'large' => (string) $row->large_path,
                'card' => dirname((string) $row->large_path),
            ];
        }

        return $own;
    }

    /** Which picture stands for a frame now: 0 for the camera's own. */
    public function version(int $frame): int
    {
        return $this->frames[$frame]['version'] ?? 0;
    }

    /** @return array<string, mixed>|null of a look, as it is now; null where the frame is not in the shoot */
    public function values(LookChange $change): ?array
    {
        return isset($this->frames[$change->frame]) ? $this->values[self::key($change)] ?? [] : null;
    }

    public function put(LookChange $change): void
    {
        $key = self::key($change);
        $this->values[$key] = LookValues::changed($this->values[$key] ?? [], $change->now);
        $this->changed[$key] = $change;
    }

    private static function key(LookChange $change): string
    {
        return "{$change->frame} {$change->version} {$change->number}";
    }

    public function store(): void
    {
        $rows = array_map($this->row(...), array_keys($this->changed), array_values($this->changed));
        foreach (array_chunk($rows, self::PIECE) as $some) {
            DB::table('looks')->upsert(
                $some,
                ['frame_id', 'version', 'number'],
                ['values', 'large_path', 'small_path', 'is_made', 'revision'],
            );
        }
        $this->changed = [];
    }

    /** What previews are called: by what they are made of. */
    private function stem(int $frame, string $values): string
    {
        ['card' => $card, 'large' => $large] = $this->frames[$frame];

        return "{$card}/looks/{$frame}/".hash('xxh128', "{$large} {$values}");
    }

    /** @param  array<string, mixed>  $values */
    private static function written(array $values): string
    {
        return json_encode((object) $values, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
    }

    /** @return array<string, mixed> */
    private function row(string $key, LookChange $change): array
    {
        $picture = LookValues::ofPicture($this->values[$key]);
        $stem = $this->stem($change->frame, self::written($picture));
        $isPlain = $picture === [];

        return [
            'frame_id' => $change->frame,
            'shoot_id' => $this->shoot->id,
            'version' => $change->version,
            'number' => $change->number,
            'values' => self::written($this->values[$key]),
            'large_path' => $isPlain ? null : "{$stem}-l.jpg",
            'small_path' => $isPlain ? null : "{$stem}-s.jpg",
            'is_made' => $isPlain,
            'revision' => $this->revision,
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Frames;

use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\Filter\AllOf;
use Kanpai\Core\Frames\Filter\AnyOf;
use Kanpai\Core\Frames\Filter\FilterText;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Frames\Filter\NoneOf;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Filter\Term;
use Kanpai\Core\Frames\Filter\Test;
use Kanpai\Core\Frames\FrameFilter;
use Kanpai\Core\Frames\Sort;

/**
 * A filter as a query over the frames of a shoot.
 *
 * @phpstan-type Condition array{string, list<int|float|string>}
 */
final class FrameQuery
{
    /** Subjects that are a number, and their columns. */
    private const COLUMNS = [
        'Rating' => 'rating',
        'Moment' => 'moment_size',
        'Iso' => 'iso',
        'Aperture' => 'f_number',
        'Shutter' => 'exposure',
        'Focal' => 'focal_length',
        'Sharpness' => 'sharpness',
        'Notes' => 'noted',
    ];

    /** Subjects whose condition reads another table for each frame. */
    private const SLOW = [Subject::Keyword, Subject::Words];

    /** @var list<int> live sets that are being read, so that none contains itself */
    private array $reading = [];

    private function __construct(private readonly Shoot $shoot)
    {
    }

    /** The name in the container under which a room binds its FrameCondition for a subject. */
    public static function condition(Subject $subject): string
    {
        return 'frames.condition.'.$subject->value;
    }

    /** The name in the container under which a room binds its FrameOrder for a sort. */
    public static function order(Sort $sort): string
    {
        return 'frames.order.'.$sort->value;
    }

    /**
     * @return Builder<Frame> in the order that the filter names
     *
     * @throws InvalidFilter when it asks for a set that does not exist
     */
    public static function of(Shoot $shoot, FrameFilter $filter): Builder
    {
        $query = Frame::of($shoot);
        self::restrict($query, $filter);
        if ($filter->where !== null) {
            [$sql, $values] = (new self($shoot))->sql($filter->where);
            $query->whereRaw($sql, $values);
        }
        self::sort($query, $filter->sort, $shoot);

        return $query->orderBy('frames.taken_ms')->orderBy('frames.id');
    }

    /** @param  Builder<Frame>  $query */
    private static function restrict(Builder $query, FrameFilter $filter): void
    {
        if ($filter->verdict !== null) {
            $query->where('frames.verdict', $filter->verdict);
        }
        if ($filter->rating > 0) {
            $query->where('frames.rating', '>=', $filter->rating);
        }
        if ($filter->body !== null) {
            $query->where('frames.body_id', $filter->body);
        }
        if ($filter->from !== null) {
            $query->where('frames.taken_ms', '>=', $filter->from);
        }
        if ($filter->to !== null) {
            $query->where('frames.taken_ms', '<=', $filter->to);
        }
    }

    /** @param  Builder<Frame>  $query */
    private static function sort(Builder $query, Sort $sort, Shoot $shoot): void
    {
        $body = "(SELECT CONCAT(make, ' ', model, ' ', serial) FROM bodies WHERE bodies.id = frames.body_id)";
        // Frames that do not have the value come last.
        match ($sort) {
            Sort::Time => null,
            Sort::Name => $query->orderBy('frames.name'),
            Sort::Rating => $query->orderByDesc('frames.rating'),
            Sort::Sharpness => $query->orderByDesc('frames.sharpness'),
            Sort::Lens => $query->orderByRaw('frames.lens IS NULL')->orderBy('frames.lens'),
            Sort::Iso => $query->orderByDesc('frames.iso'),
            Sort::Shutter => $query->orderByDesc('frames.exposure'),
            Sort::Aperture => $query->orderByRaw('frames.f_number IS NULL')->orderBy('frames.f_number'),
            Sort::Body => $query->orderByRaw($body),
            Sort::Alone => $query->orderBy('frames.moment_size'),
            default => $query->orderByRaw(self::ofAnother($sort, $shoot)),
        };
    }

    private static function ofAnother(Sort $sort, Shoot $shoot): string
    {
        $order = app(self::order($sort));
        assert($order instanceof FrameOrder);

        return $order->sql($sort, $shoot);
    }

    /** @return Condition */
    private function sql(Term $term): array
    {
        return match (true) {
            $term instanceof NoneOf => $this->noneOf($term),
            $term instanceof AllOf => $this->joined($term->terms, ' AND '),
            $term instanceof AnyOf => $this->joined($term->terms, ' OR '),
            $term instanceof Test => $this->test($term),
            default => ['TRUE', []],
        };
    }

    /** @return Condition */
    private function noneOf(NoneOf $term): array
    {
        [$sql, $values] = $this->sql($term->term);

        return ["NOT COALESCE({$sql}, FALSE)", $values];
    }

    /**
     * @param  list<Term>  $terms
     * @return Condition
     */
    private function joined(array $terms, string $operator): array
    {
        // The quick conditions come first, and mostly spare the slow ones.
        usort($terms, fn (Term $a, Term $b): int => self::isSlow($a) <=> self::isSlow($b));
        $conditions = array_map($this->sql(...), $terms);
        $sql = implode($operator, array_column($conditions, 0));

        return ["({$sql})", array_merge(...array_column($conditions, 1))];
    }

    private static function isSlow(Term $term): bool
    {
        return match (true) {
            $term instanceof NoneOf => self::isSlow($term->term),
            $term instanceof AllOf, $term instanceof AnyOf => array_filter($term->terms, self::isSlow(...)) !== [],
            default => $term instanceof Test && in_array($term->subject, self::SLOW, true),
        };
    }

    /** @return Condition */
    private function test(Test $test): array
    {
        $column = self::COLUMNS[$test->subject->name] ?? null;

        return $column !== null ? Comparison::of("frames.{$column}", $test) : match ($test->subject) {
            Subject::Verdict => ['frames.verdict = ?', [$test->value]],
            Subject::Lens => ['frames.lens LIKE ?', [self::like($test)]],
            Subject::Name => [
                '(frames.name LIKE ? OR frames.camera_name LIKE ?)',
                [self::like($test), self::like($test)],
            ],
            Subject::Use => $this->use($test->value),
            Subject::Set => $this->set($test->value),
            Subject::Body => $this->body(self::like($test)),
            Subject::Time => $this->time($test),
            default => $this->ofAnotherRoom($test),
        };
    }

    private static function like(Test $test): string
    {
        return '%'.addcslashes($test->value, '%_\\').'%';
    }

    /** @return Condition */
    private function ofAnotherRoom(Test $test): array
    {
        $condition = app(self::condition($test->subject));
        assert($condition instanceof FrameCondition);

        return $condition->sql($test, $this->shoot);
    }

    /** @return Condition */
    private function use(string $name): array
    {
        if (strtolower($name) === 'any') {
            return ['frames.uses <> 0', []];
        }
        $bits = DB::table('uses')
            ->where(['studio_id' => $this->shoot->studio_id, 'name' => $name])
            ->selectRaw('BIT_OR(1 << bit) AS bits')
            ->value('bits');

        return ['frames.uses & ? <> 0', [(int) $bits]];
    }

    /** @return Condition */
    private function body(string $like): array
    {
        $bodies = DB::table('bodies')
            ->where('studio_id', $this->shoot->studio_id)
            ->where(
                fn ($query) => $query
                    ->whereRaw("CONCAT(make, ' ', model) LIKE ?", [$like])
                    ->orWhere('serial', 'like', $like),
            )
            ->pluck('id')
            ->all();

        return $bodies === []
            ? ['FALSE', []]
            : ['frames.body_id IN ('.implode(',', array_map(intval(...), $bodies)).')', []];
    }

    /**
     * @return Condition
     *
     * @throws InvalidFilter
     */
    private function set(string $name): array
    {
        $set = FrameSet::ofShoot($this->shoot)
            ->where('name', $name)
            ->reorder()
            ->orderByRaw('shoot_id IS NULL')
            ->first(['id', 'rule']);
        if ($set === null) {
            throw InvalidFilter::set($name);
        }
        if ($set->rule === null) {
            return ['frames.id IN (SELECT frame_id FROM set_frames WHERE set_id = ?)', [$set->id]];
        }
        if (in_array($set->id, $this->reading, true)) {
            throw InvalidFilter::goesRound($name);
        }
        $this->reading[] = $set->id;
        $term = FilterText::read($set->rule);
        $sql = $term === null ? ['TRUE', []] : $this->sql($term);
        array_pop($this->reading);

        return $sql;
    }

    /** @return Condition */
    private function time(Test $test): array
    {
        $from = $this->instant($test->value);
        $isToTheSecond = substr_count(str_replace('.', ':', $test->value), ':') > 1;
        $until = $from + ($isToTheSecond ? 1000 : 60_000);

        return match ($test->operator) {
            '<' => ['frames.taken_ms < ?', [$from]],
            '>=' => ['frames.taken_ms >= ?', [$from]],
            '<=' => ['frames.taken_ms < ?', [$until]],
            '>' => ['frames.taken_ms >= ?', [$until]],
            default => ['frames.taken_ms >= ? AND frames.taken_ms < ?', [$from, $until]],
        };
    }

    /** @param  string  $words  a time of day on the day of the shoot, or a date and a time, in the shoot's zone */
    private function instant(string $words): int
    {
        $words = str_replace(['.', 'T'], [':', ' '], $words);
        $hasDate = preg_match('/^\d{4}-/', $words) === 1;
        $day = $hasDate ? '' : $this->shoot->held_on->format('Y-m-d').' ';

        return $this->shoot->zone()->instant(CarbonImmutable::parse($day.$words, 'UTC')->getTimestamp() * 1000);
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest;

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

/** A filter as a query over the frames of a shoot. */
final class FramesMeeting
{
    /** @var list<string> live sets that are being asked for, so that none asks for itself */
    private array $asking = [];

    private function __construct(private readonly Shoot $shoot)
    {
    }

    /**
     * @return Builder<Frame> in the order that the filter says
     *
     * @throws InvalidFilter when it asks for a set that is not there
     */
    public static function of(Shoot $shoot, FrameFilter $filter): Builder
    {
        $query = Frame::of($shoot);
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
        if ($filter->where !== null) {
            [$sql, $values] = (new self($shoot))->sql($filter->where);
            $query->whereRaw($sql, $values);
        }
        match ($filter->sort) {
            Sort::Time => null,
            Sort::Name => $query->orderBy('frames.name'),
            Sort::Rating => $query->orderByDesc('frames.rating'),
            Sort::Sharpness => $query->orderByDesc('frames.sharpness'),
            // Frames that do not say it come last.
            Sort::Lens => $query->orderByRaw('frames.lens IS NULL')->orderBy('frames.lens'),
            Sort::Iso => $query->orderByDesc('frames.iso'),
            Sort::Shutter => $query->orderByDesc('frames.exposure'),
            Sort::Aperture => $query->orderByRaw('frames.f_number IS NULL')->orderBy('frames.f_number'),
            Sort::Body => $query->orderByRaw("(SELECT CONCAT(make, ' ', model, ' ', serial) FROM bodies WHERE bodies.id = frames.body_id)"),
        };

        return $query->orderBy('frames.taken_ms')->orderBy('frames.id');
    }

    /** @return array{string, list<int|float|string>} */
    private function sql(Term $term): array
    {
        if ($term instanceof NoneOf) {
            [$sql, $values] = $this->sql($term->term);

            return ["NOT COALESCE({$sql}, FALSE)", $values];
        }
        if ($term instanceof AllOf || $term instanceof AnyOf) {
            $terms = $term->terms;
            // What is quick to tell comes first, and mostly spares the rest.
            usort($terms, fn (Term $a, Term $b): int => self::readsCaptions($a) <=> self::readsCaptions($b));
            $parts = array_map($this->sql(...), $terms);

            return ['('.implode($term instanceof AllOf ? ' AND ' : ' OR ', array_column($parts, 0)).')', array_merge(...array_column($parts, 1))];
        }

        return $term instanceof Test ? $this->test($term) : ['TRUE', []];
    }

    private static function readsCaptions(Term $term): bool
    {
        return match (true) {
            $term instanceof NoneOf => self::readsCaptions($term->term),
            $term instanceof AllOf, $term instanceof AnyOf => array_filter($term->terms, self::readsCaptions(...)) !== [],
            default => $term instanceof Test && in_array($term->subject, [Subject::Keyword, Subject::Words], true),
        };
    }

    /** @return array{string, list<int|float|string>} */
    private function test(Test $test): array
    {
        $like = '%'.addcslashes($test->value, '%_\\').'%';

        return match ($test->subject) {
            Subject::Verdict => ['frames.verdict = ?', [$test->value]],
            Subject::Rating => $this->compared('frames.rating', $test),
            Subject::Moment => $this->compared('frames.moment_size', $test),
            Subject::Iso => $this->compared('frames.iso', $test),
            Subject::Aperture => $this->compared('frames.f_number', $test),
            Subject::Shutter => $this->compared('frames.exposure', $test),
            Subject::Focal => $this->compared('frames.focal_length', $test),
            Subject::Sharpness => $this->compared('frames.sharpness', $test),
            Subject::Use => strtolower($test->value) === 'any' ? ['frames.uses <> 0', []] : ['frames.uses & ? <> 0', [(int) DB::table('uses')->where(['studio_id' => $this->shoot->studio_id, 'name' => $test->value])->selectRaw('BIT_OR(1 << bit) AS bits')->value('bits')]],
            Subject::Set => $this->set($test->value),
            Subject::Body => $this->among('frames.body_id', DB::table('bodies')->where('studio_id', $this->shoot->studio_id)->where(fn ($query) => $query->whereRaw("CONCAT(make, ' ', model) LIKE ?", [$like])->orWhere('serial', 'like', $like))->pluck('id')->all()),
            Subject::Shooter => $this->among('frames.card_id', DB::table('cards')->where('shoot_id', $this->shoot->id)->where('shooter', 'like', $like)->pluck('id')->all()),
            Subject::Lens => ['frames.lens LIKE ?', [$like]],
            Subject::Name => ['(frames.name LIKE ? OR frames.camera_name LIKE ?)', [$like, $like]],
            Subject::Keyword => $this->caption('keywords', $test->value),
            Subject::Words => $this->caption('words', $test->value),
            Subject::Time => $this->time($test),
            Subject::Notes => $this->compared('frames.noted', $test),
            Subject::Chosen => $this->chosen($test, $like),
        };
    }

    /** @return array{string, list<string>} */
    private function caption(string $column, string $value): array
    {
        // Both columns are kept in small letters, as JSON writes them.
        $word = trim((string) json_encode(mb_strtolower($value), JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE), '"');

        return ["EXISTS (SELECT 1 FROM caption_words WHERE caption_words.frame_id = frames.id AND caption_words.{$column} LIKE ?)", ['%'.addcslashes($word, '%_\\').'%']];
    }

    /** @return array{string, list<int|float|string>} */
    private function chosen(Test $test, string $like): array
    {
        return match (true) {
            $test->number !== null => $this->compared('frames.chosen', $test),
            strtolower($test->value) === 'any' => ['frames.chosen > 0', []],
            default => ['EXISTS (SELECT 1 FROM gallery_frames JOIN choices ON choices.gallery_frame_id = gallery_frames.id JOIN guests ON guests.id = choices.guest_id WHERE gallery_frames.frame_id = frames.id AND (choices.list LIKE ? OR guests.name LIKE ?))', [$like, $like]],
        };
    }

    /** @return array{string, list<float>} */
    private function compared(string $column, Test $test): array
    {
        // Apertures, shutters and focal lengths are stored as floats: equal is equal to within a thousandth.
        return $test->operator === ':' || $test->operator === '='
            ? ["{$column} BETWEEN ? AND ?", [(float) $test->number * 0.999, (float) $test->number * 1.001]]
            : ["{$column} {$test->operator} ?", [(float) $test->number]];
    }

    /**
     * @param  array<int|string, mixed>  $ids
     * @return array{string, list<int>}
     */
    private function among(string $column, array $ids): array
    {
        return $ids === [] ? ['FALSE', []] : [$column.' IN ('.implode(',', array_map(intval(...), $ids)).')', []];
    }

    /**
     * @return array{string, list<int|float|string>}
     *
     * @throws InvalidFilter
     */
    private function set(string $name): array
    {
        $set = DB::table('sets')->where('studio_id', $this->shoot->studio_id)->where('name', $name)->where(fn ($query) => $query->where('shoot_id', $this->shoot->id)->orWhereNull('shoot_id'))->orderByRaw('shoot_id IS NULL')->first(['id', 'rule']);
        if ($set === null) {
            throw InvalidFilter::set($name);
        }
        if ($set->rule === null) {
            return ['frames.id IN (SELECT frame_id FROM set_frames WHERE set_id = ?)', [(int) $set->id]];
        }
        if (in_array((int) $set->id, array_map(intval(...), $this->asking), true)) {
            throw InvalidFilter::goesRound($name);
        }
        $this->asking[] = (string) $set->id;
        $term = FilterText::read((string) $set->rule);
        $sql = $term === null ? ['TRUE', []] : $this->sql($term);
        array_pop($this->asking);

        return $sql;
    }

    /** @return array{string, list<int>} */
    private function time(Test $test): array
    {
        $words = str_replace('.', ':', $test->value);
        $isDated = preg_match('/^\d{4}-/', $words) === 1;
        $local = CarbonImmutable::parse(($isDated ? '' : $this->shoot->held_on->format('Y-m-d').' ').str_replace('T', ' ', $words), 'UTC');
        $instant = $this->shoot->zone()->instant($local->getTimestamp() * 1000);
        $span = substr_count($words, ':') > 1 ? 1000 : 60_000;

        return match ($test->operator) {
            '<' => ['frames.taken_ms < ?', [$instant]],
            '>=' => ['frames.taken_ms >= ?', [$instant]],
            '<=' => ['frames.taken_ms < ?', [$instant + $span]],
            '>' => ['frames.taken_ms >= ?', [$instant + $span]],
            default => ['frames.taken_ms >= ? AND frames.taken_ms < ?', [$instant, $instant + $span]],
        };
    }
}

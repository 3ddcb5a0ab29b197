<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Rows that figures are counted from. The database counts a revision each time such a row comes, goes or changes in one
 * of the named columns, in the transaction that changes it: no way of writing can be forgotten.
 */
enum Revised: string
{
    case Frames = 'frames';
    case Captions = 'captions';
    case Cards = 'cards';
    case Copies = 'copies';
    case Measures = 'measures';
    case Looks = 'looks';

    /**
     * Kind, the subject of the row, and what else must be so. One statement counts once for each subject in turn,
     * however many rows it changes: NOW() is when the statement began, in whatever row its trigger runs. It runs at
     * each of thousands of rows, so that what is asked first is what is true of all of them but one.
     */
    private const COUNT = <<<'SQL'
        IF NOT (@revised_%1$s <=> %2$s AND @%1$s_revised_at <=> NOW(6)) %3$s THEN
            SET @revised_%1$s = %2$s, @%1$s_revised_at = NOW(6);
            INSERT INTO revisions (kind, subject_id, revision) VALUES ('%1$s', %2$s, 1)
            ON DUPLICATE KEY UPDATE revision = revision + 1;
        END IF;
        SQL;

    /**
     * Has the revisions of a subject counted; for migrations.
     *
     * @param  string  $subject  the column that says of which shoot, or of which card, a row is
     * @param  list<string>  $columns  whose change counts
     */
    public function follow(string $table, string $subject, array $columns): void
    {
        $isSame = implode(' AND ', array_map(fn (string $name): string => "NEW.{$name} <=> OLD.{$name}", $columns));
        foreach (['INSERT' => 'NEW', 'DELETE' => 'OLD', 'UPDATE' => 'NEW'] as $event => $row) {
            $body = sprintf(
                self::COUNT,
                $this->value,
                "{$row}.{$subject}",
                $event === 'UPDATE' ? "AND NOT ({$isSame})" : '',
            );
            DB::unprepared(
                "CREATE TRIGGER {$table}_revised_by_{$event} AFTER {$event} ON {$table} FOR EACH ROW BEGIN {$body} END",
            );
        }
    }

    /** The revision of a subject, to be asked together with what is kept of it. */
    public function of(int $subject): Builder
    {
        return DB::table('revisions')->where(['kind' => $this, 'subject_id' => $subject])->select('revision');
    }

    /**
     * Of a shoot that is gone with its cards.
     *
     * @param  list<int>  $cards
     */
    public static function forget(int $shoot, array $cards): void
    {
        foreach (self::cases() as $kind) {
            DB::table('revisions')
                ->where('kind', $kind)
                ->whereIntegerInRaw('subject_id', $kind === self::Copies ? $cards : [$shoot])
                ->delete();
        }
    }

    /**
     * Waits until nobody else is changing such rows of a shoot, to be first in a transaction that changes many of them:
     * two that change the same rows in another order would wait for each other.
     */
    public function hold(int $subject): void
    {
        DB::insert(
            'INSERT INTO revisions (kind, subject_id, revision) VALUES (?, ?, 0) ON DUPLICATE KEY UPDATE revision = '.
                'revision',
            [$this->value, $subject],
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Support\Facades\DB;
use RuntimeException;

/**
 * A lock that the database keeps for this connection and frees when it ends, so that a process that is killed at any
 * line leaves nothing locked. It locks no rows: those who only read or write them do not wait.
 */
final readonly class NamedLock
{
    private string $name;

    public function __construct(string $name)
    {
        $this->name = 'kanpai-'.DB::connection()->getDatabaseName()."-{$name}";
    }

    /** @param  int  $patience  seconds to wait for it */
    public function take(int $patience = 0): bool
    {
        return (int) DB::scalar('SELECT GET_LOCK(?, ?)', [$this->name, $patience]) === 1;
    }

    public function free(): void
    {
        DB::scalar('SELECT RELEASE_LOCK(?)', [$this->name]);
    }

    /**
     * Does something while it is held.
     *
     * @template T
     *
     * @param  callable(): T  $do
     * @param  int  $patience  seconds
     * @return T|null null where somebody else holds it for too long
     */
    public function hold(callable $do, int $patience = 0): mixed
    {
        if (! $this->take($patience)) {
            return null;
        }
        try {
            return $do();
        } finally {
            $this->free();
        }
    }

    /**
     * As `hold`, where it is an error not to get it.
     *
     * @template T
     *
     * @param  callable(): T  $do
     * @return T
     *
     * @throws RuntimeException
     */
    public function mustHold(callable $do, int $patience): mixed
    {
        if (! $this->take($patience)) {
            throw new RuntimeException('Somebody else has been at it for too long. Try again.');
        }
        try {
            return $do();
        } finally {
            $this->free();
        }
    }
}

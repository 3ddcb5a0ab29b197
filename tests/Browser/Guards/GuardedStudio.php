<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use RuntimeException;

/** A new studio in the tests' own instance, with an owner who signs in. */
final class GuardedStudio
{
    private const PASSWORD = 'a good password';

    private function __construct(public readonly string $email)
    {
    }

    public static function make(string $name): self
    {
        $email = 'guard-'.bin2hex(random_bytes(4)).'@test.example';
        self::artisan('kanpai:studio', $name, 'Mara Quill', $email, self::PASSWORD);

        return new self($email);
    }

    public function owner(): Visitor
    {
        return Visitor::signedIn($this->email, self::PASSWORD);
    }

    public function shoot(Visitor $owner, string $name): int
    {
        $answer = $owner->post('/shoots', [
            'name' => $name,
            'client' => '',
            'venue' => '',
            'zone' => 'Europe/London',
            'held_on' => '2026-09-05',
            'promised_on' => '',
        ]);

        return preg_match('~/shoots/(\d+)/~', $answer['headers'], $m) === 1
            ? (int) $m[1]
            : throw new RuntimeException("The shoot was not made: {$answer['status']}");
    }

    public static function artisan(string ...$words): string
    {
        exec(
            'DB_DATABASE=kanpai KANPAI_INSTANCE=test php '.
                escapeshellarg(dirname(__DIR__, 3).'/artisan').
                ' '.
                implode(' ', array_map(escapeshellarg(...), $words)).
                ' 2>&1',
            $said,
            $code,
        );

        return $code === 0 ? implode("\n", $said) : throw new RuntimeException(implode("\n", $said));
    }
}

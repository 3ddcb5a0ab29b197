<?php

declare(strict_types=1);

namespace Tests\Reference;

/** Asking programs that know nothing of us. */
trait AsksTools
{
    private static function rack(): string
    {
        return dirname(__DIR__, 2).'/storage/instances/test/cards';
    }

    private static function shell(string $command, string $contains = ''): string
    {
        $output = (string) shell_exec($command.' 2>&1');
        if ($contains !== '') {
            self::assertStringContainsString($contains, $output);
        }

        return $output;
    }

    /** @return list<array<string, mixed>> */
    private static function json(string $command): array
    {
        return (array) json_decode((string) shell_exec($command.' 2>/dev/null'), true, 512, JSON_THROW_ON_ERROR);
    }
}

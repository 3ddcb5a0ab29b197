<?php

declare(strict_types=1);

namespace Tests\Feature\Copies;

use App\Copies\Disk;
use App\Copies\VerifiedCopy;
use Kanpai\Core\Copies\UnableToCopy;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\Feature\FeatureTestCase;

/** A file copied into a place is there whole and read back, or nothing of it does. */
final class VerifiedCopyTest extends FeatureTestCase
{
    public function test_it_stands_there_with_its_time_and_a_second_copy_changes_nothing(): void
    {
        [$source, $target] = [$this->source('bytes'), "{$this->folder}/drive/2026/one.jpg"];
        for ($i = 0; $i < 2; $i++) {
            app(VerifiedCopy::class)->put($source, 'drive', $target, hash('xxh128', 'bytes'));
            self::assertSame('bytes', file_get_contents($target));
            self::assertSame(1_700_000_000, filemtime($target));
            self::assertFileDoesNotExist(Disk::temporary($target));
        }
    }

    /** @return iterable<string, array{string|null, string, string|null, string}> before, checksum of, after, why */
    public static function refusals(): iterable
    {
        yield 'something else stands there' => ['other', 'bytes', 'other', 'Another file stands'];
        yield 'the source is not what it should be' => [null, 'more bytes', null, 'is not the same'];
    }

    #[DataProvider('refusals')]
    public function test_what_cannot_be_proved_is_refused(?string $before, string $is, ?string $after, string $why): void
    {
        $target = "{$this->folder}/drive/one.jpg";
        $before === null || file_put_contents($target, $before);
        $problem = '';
        try {
            app(VerifiedCopy::class)->put($this->source('bytes'), 'drive', $target, hash('xxh128', $is));
        } catch (UnableToCopy $reason) {
            $problem = $reason->getMessage();
        }
        self::assertStringContainsString($why, $problem);
        self::assertSame($after, is_file($target) ? file_get_contents($target) : null);
        self::assertFileDoesNotExist(Disk::temporary($target));
    }

    public function test_a_source_that_is_gone_and_a_place_that_takes_nothing_leave_nothing(): void
    {
        file_put_contents("{$this->folder}/drive/file", 'in the way of a folder');
        foreach (
            [
                ["{$this->folder}/gone", "{$this->folder}/drive/one.jpg"],
                [$this->source('bytes'), "{$this->folder}/drive/file/one.jpg"],
            ] as [$source, $target]
        ) {
            try {
                app(VerifiedCopy::class)->put($source, 'drive', $target, hash('xxh128', 'bytes'));
                self::fail('It was copied.');
            } catch (UnableToCopy) {
                self::assertFileDoesNotExist($target);
            }
        }
        self::assertSame(['file'], array_values(array_diff(scandir("{$this->folder}/drive") ?: [], ['.', '..'])));
    }

    private function source(string $bytes): string
    {
        file_put_contents("{$this->folder}/source", $bytes);
        touch("{$this->folder}/source", 1_700_000_000);

        return "{$this->folder}/source";
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Copies;

use Kanpai\Core\Copies\CopyDeletion;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What has to stay of a file before a copy of it goes. That copies on one disk are no safety is common practice, no
 * source.
 */
final class CopyDeletionTest extends TestCase
{
    private const WORK = ['disk' => 1, 'isArchive' => false];

    private const BACKUP = ['disk' => 2, 'isArchive' => false];

    private const BAG = ['disk' => 3, 'isArchive' => true];

    private const BAG_ON_WORK = ['disk' => 1, 'isArchive' => true];

    /** @return iterable<string, array{CopyDeletion, list<array{disk: int, isArchive: bool}>, bool}> */
    public static function cases(): iterable
    {
        $dropped = CopyDeletion::ofDropped(false);
        $last = CopyDeletion::ofDropped(true);
        $one = CopyDeletion::ofArchived(1);
        $two = CopyDeletion::ofArchived(2);
        yield 'dropped, another stays' => [$dropped, [self::BACKUP], true];
        yield 'dropped, none stays' => [$dropped, [], false];
        yield 'dropped, the owner lets the last one go' => [$last, [], true];
        yield 'archived, one wanted, the bag stays' => [$one, [self::BAG], true];
        yield 'archived, one wanted, but no bag' => [$one, [self::BACKUP], false];
        yield 'archived, two wanted, the bag and the backup stay' => [$two, [self::BACKUP, self::BAG], true];
        yield 'archived, two wanted, two places and no bag' => [$two, [self::WORK, self::BACKUP], false];
        yield 'archived, two wanted, the bag on the disk of the other copy' => [
            $two,
            [self::WORK, self::BAG_ON_WORK],
            false,
        ];
        yield 'archived, two wanted, only the bag' => [$two, [self::BAG], false];
        yield 'archived, two wanted, three copies on two disks' => [
            $two,
            [self::WORK, self::BAG_ON_WORK, self::BACKUP],
            true,
        ];
    }

    /** @param  list<array{disk: int, isArchive: bool}>  $staying */
    #[DataProvider('cases')]
    public function test_what_stays_decides(CopyDeletion $rule, array $staying, bool $mayGo): void
    {
        self::assertSame($mayGo, $rule->allows($staying));
    }
}

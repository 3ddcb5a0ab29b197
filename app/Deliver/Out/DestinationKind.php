<?php

declare(strict_types=1);

namespace App\Deliver\Out;

/** What plays, or is, the service that pictures are sent to. */
enum DestinationKind: string
{
    case Drop = 'drop';
    case Desk = 'desk';
    case Sftp = 'sftp';
    case S3 = 's3';

    public function inWords(): string
    {
        return match ($this) {
            self::Drop => 'web host drop',
            self::Desk => 'print desk',
            self::Sftp => 'SFTP server',
            self::S3 => 'S3 storage',
        };
    }

    /** Whether each sending is an order of its own. */
    public function takesOrders(): bool
    {
        return $this === self::Desk;
    }

    public function isStandIn(): bool
    {
        return $this === self::Drop || $this === self::Desk;
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use RuntimeException;

/** Why a browser's card or file is not taken, with the status that tus or HTTP has for it. */
final class UnusableUpload extends RuntimeException
{
    private function __construct(public readonly int $status, string $message)
    {
        parent::__construct($message);
    }

    public static function isEmpty(): self
    {
        return new self(422, 'There is no file.');
    }

    public static function isUnreadable(): self
    {
        return new self(422, 'The listing of the files cannot be understood.');
    }

    public static function hasTooMany(int $most): self
    {
        return new self(422, 'There are more than '.number_format($most).' files. Choose the folder of one card.');
    }

    public static function badPath(string $path): self
    {
        return new self(422, 'This is no name of a file: '.mb_substr(mb_scrub($path, 'UTF-8'), 0, 120));
    }

    public static function hasNoRoom(int $needs, int $has): self
    {
        return new self(
            507,
            'The studio’s disk has '.
                number_format($has / (1 << 30), 1).
                ' GB free, and this needs '.
                number_format($needs / (1 << 30), 1).
                ' GB. Nothing was sent.',
        );
    }

    public static function isUnknown(): self
    {
        return new self(404, 'This file was not announced.');
    }

    public static function wrongVersion(): self
    {
        return new self(412, 'Only tus 1.0.0 is spoken here.');
    }

    public static function wrongType(): self
    {
        return new self(415, 'Pieces come as application/offset+octet-stream.');
    }

    public static function wrongLength(): self
    {
        return new self(400, 'The length is not the one that was announced.');
    }

    public static function wrongOffset(int $offset): self
    {
        return new self(409, "The next byte is {$offset}.");
    }

    public static function isBusy(): self
    {
        return new self(423, 'Another piece of this file is just arriving.');
    }

    public static function tooLong(): self
    {
        return new self(413, 'More bytes came than were announced.');
    }

    public static function unknownChecksum(): self
    {
        return new self(400, 'This checksum is not known here.');
    }

    public static function isDifferent(): self
    {
        return new self(460, 'What arrived is not what was sent.');
    }

    public static function couldNotBeKept(): self
    {
        return new self(507, 'The studio’s disk took no more bytes.');
    }
}

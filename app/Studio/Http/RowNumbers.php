<?php

declare(strict_types=1);

namespace App\Studio\Http;

/** Parts of addresses that are numbers of rows; longer ones fit no column. */
final class RowNumbers
{
    private const PATTERN = '[0-9]{1,18}';

    private const NAMES = [
        'bag',
        'batch',
        'body',
        'card',
        'clock',
        'comment',
        'delivery',
        'destination',
        'frame',
        'gallery',
        'guest',
        'handoff',
        'link',
        'mail',
        'number',
        'output',
        'pattern',
        'place',
        'recipient',
        'returned',
        'revision',
        'round',
        'run',
        'saved',
        'selection',
        'set',
        'share',
        'sheet',
        'shipment',
        'shoot',
        'task',
        'tie',
        'zip',
    ];

    /** @return array<string, string> name => pattern */
    public static function patterns(): array
    {
        return array_fill_keys(self::NAMES, self::PATTERN);
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/** What a written file says of itself. */
enum MetadataScope: string
{
    case All = 'all';
    case Rights = 'rights';
    case None = 'none';

    /** Whose a picture is, and how to reach them. */
    public const RIGHTS = [
        Field::Creator,
        Field::JobTitle,
        Field::CreditLine,
        Field::Copyright,
        Field::UsageTerms,
        Field::Source,
        Field::ContactAddress,
        Field::ContactCity,
        Field::ContactRegion,
        Field::ContactPostcode,
        Field::ContactCountry,
        Field::ContactPhone,
        Field::ContactEmail,
        Field::ContactWeb,
    ];

    public function of(Caption $caption): Caption
    {
        return match ($this) {
            self::All => $caption,
            self::Rights => $caption->only(self::RIGHTS),
            self::None => Caption::nothing(),
        };
    }

    public function inWords(): string
    {
        return match ($this) {
            self::All => 'all metadata',
            self::Rights => 'copyright and contact only',
            self::None => 'no metadata',
        };
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

/**
 * The fields of a caption sheet, by the IPTC Photo Metadata Standard, with their twins.
 *
 * Each knows its XMP property, its IIM 4.2 dataset name as exiftool calls it, the dataset's length in bytes, and its
 * Exif tag where there is one (MWG Guidelines 2.0).
 */
enum Field: string
{
    case Headline = 'headline';
    case Description = 'description';
    case Keywords = 'keywords';
    case PersonShown = 'persons';
    case Event = 'event';
    case Sublocation = 'sublocation';
    case City = 'city';
    case State = 'state';
    case Country = 'country';
    case CountryCode = 'country_code';
    case Creator = 'creator';
    case CreditLine = 'credit';
    case Copyright = 'copyright';
    case UsageTerms = 'usage_terms';
    case Source = 'source';
    case JobId = 'job_id';
    case Instructions = 'instructions';

    public function label(): string
    {
        return match ($this) {
            self::Headline => 'Headline',
            self::Description => 'Description',
            self::Keywords => 'Keywords',
            self::PersonShown => 'Person shown',
            self::Event => 'Event',
            self::Sublocation => 'Sublocation',
            self::City => 'City',
            self::State => 'State or province',
            self::Country => 'Country',
            self::CountryCode => 'Country code',
            self::Creator => 'Creator',
            self::CreditLine => 'Credit line',
            self::Copyright => 'Copyright notice',
            self::UsageTerms => 'Rights usage terms',
            self::Source => 'Source',
            self::JobId => 'Job id',
            self::Instructions => 'Instructions',
        };
    }

    /** Prefix and name of the XMP property. */
    public function xmp(): string
    {
        return match ($this) {
            self::Headline => 'photoshop:Headline',
            self::Description => 'dc:description',
            self::Keywords => 'dc:subject',
            self::PersonShown => 'Iptc4xmpExt:PersonInImage',
            self::Event => 'Iptc4xmpExt:Event',
            self::Sublocation => 'Iptc4xmpCore:Location',
            self::City => 'photoshop:City',
            self::State => 'photoshop:State',
            self::Country => 'photoshop:Country',
            self::CountryCode => 'Iptc4xmpCore:CountryCode',
            self::Creator => 'dc:creator',
            self::CreditLine => 'photoshop:Credit',
            self::Copyright => 'dc:rights',
            self::UsageTerms => 'xmpRights:UsageTerms',
            self::Source => 'photoshop:Source',
            self::JobId => 'photoshop:TransmissionReference',
            self::Instructions => 'photoshop:Instructions',
        };
    }

    public function shape(): XmpShape
    {
        return match ($this) {
            self::Description, self::Copyright, self::UsageTerms, self::Event => XmpShape::Languages,
            self::Keywords, self::PersonShown => XmpShape::Bag,
            self::Creator => XmpShape::Sequence,
            default => XmpShape::Text,
        };
    }

    /** Name of the IIM dataset, or null where IIM has none. */
    public function iim(): ?string
    {
        return match ($this) {
            self::Headline => 'Headline',
            self::Description => 'Caption-Abstract',
            self::Keywords => 'Keywords',
            self::Sublocation => 'Sub-location',
            self::City => 'City',
            self::State => 'Province-State',
            self::Country => 'Country-PrimaryLocationName',
            self::CountryCode => 'Country-PrimaryLocationCode',
            self::Creator => 'By-line',
            self::CreditLine => 'Credit',
            self::Copyright => 'CopyrightNotice',
            self::Source => 'Source',
            self::JobId => 'OriginalTransmissionReference',
            self::Instructions => 'SpecialInstructions',
            self::PersonShown, self::Event, self::UsageTerms => null,
        };
    }

    /** Bytes that the IIM dataset holds; 0 where there is none. For a list, each of its items. */
    public function iimBytes(): int
    {
        return match ($this) {
            self::Headline, self::Instructions => 256,
            self::Description => 2000,
            self::Keywords, self::Country => 64,
            self::Sublocation, self::City, self::State, self::Creator, self::CreditLine, self::Source, self::JobId => 32,
            self::CountryCode => 3,
            self::Copyright => 128,
            self::PersonShown, self::Event, self::UsageTerms => 0,
        };
    }

    /** Name of the Exif tag, or null. */
    public function exif(): ?string
    {
        return match ($this) {
            self::Description => 'ImageDescription',
            self::Creator => 'Artist',
            self::Copyright => 'Copyright',
            default => null,
        };
    }

    public function isList(): bool
    {
        return $this->shape() === XmpShape::Bag || $this->shape() === XmpShape::Sequence;
    }

    public function isLong(): bool
    {
        return $this === self::Description || $this === self::Instructions;
    }
}

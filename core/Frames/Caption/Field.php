<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Caption;

/**
 * The fields of a caption: IPTC Core with Person Shown and Event of the Extension, named as the IPTC Photo Metadata
 * Standard names them, with their twins.
 *
 * Each knows its XMP property, its IIM 4.2 dataset with the dataset's length in bytes, and its Exif tag where there is
 * one (MWG Guidelines 2.0). Date Created is not among them: it follows the clocks.
 */
enum Field: string
{
    case Headline = 'headline';
    case Description = 'description';
    case Title = 'title';
    case AltText = 'alt_text';
    case ExtendedDescription = 'extended_description';
    case Keywords = 'keywords';
    case PersonShown = 'persons';
    case Event = 'event';
    case Sublocation = 'sublocation';
    case City = 'city';
    case State = 'state';
    case Country = 'country';
    case CountryCode = 'country_code';
    case Creator = 'creator';
    case JobTitle = 'job_title';
    case CreditLine = 'credit';
    case Copyright = 'copyright';
    case UsageTerms = 'usage_terms';
    case Source = 'source';
    case JobId = 'job_id';
    case Instructions = 'instructions';
    case DescriptionWriter = 'description_writer';
    case Scene = 'scene';
    case SubjectCode = 'subject_code';
    case Genre = 'genre';
    case ContactAddress = 'contact_address';
    case ContactCity = 'contact_city';
    case ContactRegion = 'contact_region';
    case ContactPostcode = 'contact_postcode';
    case ContactCountry = 'contact_country';
    case ContactPhone = 'contact_phone';
    case ContactEmail = 'contact_email';
    case ContactWeb = 'contact_web';

    /** Property of XMP that holds the contact details as its parts. */
    public const CONTACT = 'Iptc4xmpCore:CreatorContactInfo';

    /** Characters that a field may hold; beyond, a JPEG's main XMP packet (65,502 bytes) would not hold them all. */
    private const LONGEST = 2000;

    private const LONGEST_TEXT = 10_000;

    /** Field => label, group, XMP property, shape, IIM record 2 dataset, its bytes, Exif tag, help. */
    private const FACTS = [
        'headline' => [
            'Headline', 'What', 'photoshop:Headline', XmpShape::Text, 105, 256, null,
            'One line that makes somebody look at the picture.',
        ],
        'description' => [
            'Description', 'What', 'dc:description', XmpShape::Languages, 120, 2000, 0x010E,
            'Who, what, where, when and why, as it could stand below the picture.',
        ],
        'title' => [
            'Title', 'What', 'dc:title', XmpShape::Languages, 5, 64, null,
            'A short name to tell pictures apart, often the file’s.',
        ],
        'alt_text' => [
            'Alt Text (Accessibility)', 'What', 'Iptc4xmpCore:AltTextAccessibility', XmpShape::Languages, null, 0, null,
            'What is to be seen, in a sentence, for those who cannot see it.',
        ],
        'extended_description' => [
            'Extended Description (Accessibility)', 'What', 'Iptc4xmpCore:ExtDescrAccessibility',
            XmpShape::Languages, null, 0, null,
            'More than the alt text, where one sentence is not enough.',
        ],
        'keywords' => [
            'Keywords', 'What', 'dc:subject', XmpShape::Bag, 25, 64, null,
            'Words it is to be found by, separated by commas.',
        ],
        'persons' => [
            'Person Shown in the Image', 'Who', 'Iptc4xmpExt:PersonInImage', XmpShape::Bag, null, 0, null,
            'Names of the people in the picture, separated by commas.',
        ],
        'event' => [
            'Event Name', 'Who', 'Iptc4xmpExt:Event', XmpShape::Languages, null, 0, null,
            'What was going on: the race, the wedding, the meeting.',
        ],
        'sublocation' => [
            'Sublocation', 'Where', 'Iptc4xmpCore:Location', XmpShape::Text, 92, 32, null,
            'The place within the city: a quay, a hall, a street.',
        ],
        'city' => ['City', 'Where', 'photoshop:City', XmpShape::Text, 90, 32, null, 'The city or village.'],
        'state' => [
            'Province or State', 'Where', 'photoshop:State', XmpShape::Text, 95, 32, null,
            'The part of the country.',
        ],
        'country' => [
            'Country', 'Where', 'photoshop:Country', XmpShape::Text, 101, 64, null,
            'The country by its full name.',
        ],
        'country_code' => [
            'Country Code', 'Where', 'Iptc4xmpCore:CountryCode', XmpShape::Text, 100, 3, null,
            'Two or three letters of ISO 3166.',
        ],
        'creator' => [
            'Creator', 'Whose', 'dc:creator', XmpShape::Sequence, 80, 32, 0x013B,
            'Who made the picture, the first of several first.',
        ],
        'job_title' => [
            'Creator’s Job Title', 'Whose', 'photoshop:AuthorsPosition', XmpShape::Text, 85, 32, null,
            'What the creator is by trade.',
        ],
        'credit' => [
            'Credit Line', 'Whose', 'photoshop:Credit', XmpShape::Text, 110, 32, null,
            'How the picture is to be credited where it is printed.',
        ],
        'copyright' => [
            'Copyright Notice', 'Whose', 'dc:rights', XmpShape::Languages, 116, 128, 0x8298,
            'Whose rights, since when: © 2026 and a name.',
        ],
        'usage_terms' => [
            'Rights Usage Terms', 'Whose', 'xmpRights:UsageTerms', XmpShape::Languages, null, 0, null,
            'What may be done with it, in words.',
        ],
        'source' => [
            'Source', 'Whose', 'photoshop:Source', XmpShape::Text, 115, 32, null,
            'Who gave the picture, if not the creator.',
        ],
        'job_id' => [
            'Job Id', 'Order', 'photoshop:TransmissionReference', XmpShape::Text, 103, 32, null,
            'The number of the order.',
        ],
        'instructions' => [
            'Instructions', 'Order', 'photoshop:Instructions', XmpShape::Text, 40, 256, null,
            'What the one who uses it must know: not before Monday.',
        ],
        'description_writer' => [
            'Description Writer', 'Order', 'photoshop:CaptionWriter', XmpShape::Text, 122, 32, null,
            'Who wrote the description.',
        ],
        'scene' => [
            'Scene Code', 'Codes', 'Iptc4xmpCore:Scene', XmpShape::Bag, null, 0, null,
            'Six figures each of the IPTC’s list of scenes.',
        ],
        'subject_code' => [
            'Subject Code', 'Codes', 'Iptc4xmpCore:SubjectCode', XmpShape::Bag, null, 0, null,
            'Eight figures each of the IPTC’s list of subjects.',
        ],
        'genre' => [
            'Intellectual Genre', 'Codes', 'Iptc4xmpCore:IntellectualGenre', XmpShape::Text, null, 0, null,
            'The kind of piece, not what it is about: feature, portrait, actuality.',
        ],
        'contact_address' => [
            'Address', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiAdrExtadr', XmpShape::Part, null, 0, null,
            'Street and number.',
        ],
        'contact_city' => [
            'City', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiAdrCity', XmpShape::Part, null, 0, null,
            'City of the creator’s office.',
        ],
        'contact_region' => [
            'State or Province', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiAdrRegion', XmpShape::Part, null, 0, null,
            'Part of the country.',
        ],
        'contact_postcode' => [
            'Postal Code', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiAdrPcode', XmpShape::Part, null, 0, null,
            'Code of the post.',
        ],
        'contact_country' => [
            'Country', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiAdrCtry', XmpShape::Part, null, 0, null,
            'Country of the office.',
        ],
        'contact_phone' => [
            'Phone', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiTelWork', XmpShape::Part, null, 0, null,
            'With the code of the country.',
        ],
        'contact_email' => [
            'Email', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiEmailWork', XmpShape::Part, null, 0, null,
            'Where somebody who wants the picture writes to.',
        ],
        'contact_web' => [
            'Web', 'Contact', self::CONTACT.'/Iptc4xmpCore:CiUrlWork', XmpShape::Part, null, 0, null,
            'Address of the page.',
        ],
    ];

    /** As the IPTC standard names it. */
    public function label(): string
    {
        return self::FACTS[$this->value][0];
    }

    /** The same where it is among others: two of the contact details are called like fields of the picture. */
    public function fullLabel(): string
    {
        return ($this->shape() === XmpShape::Part ? 'Contact: ' : '').$this->label();
    }

    /** What kind of question it answers: What, Who, Where, Whose, Order, Codes, Contact. */
    public function group(): string
    {
        return self::FACTS[$this->value][1];
    }

    /** What belongs into it. */
    public function help(): string
    {
        return self::FACTS[$this->value][7];
    }

    /** Prefix and name of the XMP property; for a part of a structure behind that of the structure, with a stroke. */
    public function xmp(): string
    {
        return self::FACTS[$this->value][2];
    }

    public function shape(): XmpShape
    {
        return self::FACTS[$this->value][3];
    }

    /** Number of the dataset in record 2 of IIM, or null where IIM has none. */
    public function iim(): ?int
    {
        return self::FACTS[$this->value][4];
    }

    /** Bytes that the IIM dataset holds; 0 where there is none. For a list, each of its items. */
    public function iimBytes(): int
    {
        return self::FACTS[$this->value][5];
    }

    /** Tag of IFD0 in Exif, or null. */
    public function exif(): ?int
    {
        return self::FACTS[$this->value][6];
    }

    /** @return list<self> those that Exif has a tag for */
    public static function inExif(): array
    {
        return [self::Description, self::Creator, self::Copyright];
    }

    public function isList(): bool
    {
        return $this->shape() === XmpShape::Bag || $this->shape() === XmpShape::Sequence;
    }

    public function isLong(): bool
    {
        return in_array($this, [self::Description, self::Instructions, self::AltText, self::ExtendedDescription], true);
    }

    /** Characters that are taken. */
    public function longest(): int
    {
        return $this->isLong() || $this->isList() ? self::LONGEST_TEXT : self::LONGEST;
    }

    /** @return array<string, non-empty-list<self>> group => its fields */
    public static function grouped(): array
    {
        $groups = [];
        foreach (self::cases() as $field) {
            $groups[$field->group()][] = $field;
        }

        return $groups;
    }
}

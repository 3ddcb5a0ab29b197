<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

use DOMDocument;
use DOMElement;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Caption\ListText;
use Kanpai\Core\Frames\Caption\XmpShape;

/**
 * The properties of XMP (ISO 16684-1) that we know, as they are in a packet or a sidecar; in any of the ways in
 * which RDF can be written: as attributes, as elements, in structures, in several descriptions.
 *
 * @phpstan-type Items array<string, list<string>>
 */
final class XmpProperties
{
    public const RDF = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#';

    private const XML = 'http://www.w3.org/XML/1998/namespace';

    public const NAMESPACES = [
        'dc' => 'http://purl.org/dc/elements/1.1/',
        'xmp' => 'http://ns.adobe.com/xap/1.0/',
        'xmpRights' => 'http://ns.adobe.com/xap/1.0/rights/',
        'xmpDM' => 'http://ns.adobe.com/xmp/1.0/DynamicMedia/',
        'exif' => 'http://ns.adobe.com/exif/1.0/',
        'photoshop' => 'http://ns.adobe.com/photoshop/1.0/',
        'Iptc4xmpCore' => 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
        'Iptc4xmpExt' => 'http://iptc.org/std/Iptc4xmpExt/2008-02-29/',
        // Our own: ours to define, and nobody else's to read otherwise.
        'kanpai' => 'https://kanpai.example/ns/looks/1.0/',
    ];

    public const RATING = 'xmp:Rating';

    public const LABEL = 'xmp:Label';

    public const GOOD = 'xmpDM:good';

    /** The looks of a frame in JSON: number => values. */
    public const LOOKS = 'kanpai:Looks';

    public const DATE_CREATED = 'photoshop:DateCreated';

    public const DATE_ORIGINAL = 'exif:DateTimeOriginal';

    private const TEXTS = [
        self::RATING, self::LABEL, self::GOOD, self::LOOKS, self::DATE_CREATED, self::DATE_ORIGINAL,
    ];

    /** Bytes of a packet or sidecar that are looked at; a long one has some ten thousand. */
    public const MOST_BYTES = 262_144;

    /** @var array<string, XmpShape> */
    private static array $known = [];

    /** @param  Items  $items  property => its items; of language alternatives the default one */
    private function __construct(private readonly array $items)
    {
    }

    /** @throws UnreadableSidecar */
    public static function read(string $xml): self
    {
        return self::of(self::document($xml));
    }

    /**
     * @throws UnreadableSidecar when the text is too large, no XML, has a document type (and so entities), or no RDF
     */
    public static function document(string $xml): DOMDocument
    {
        self::check($xml);
        $document = new DOMDocument();
        if (trim($xml) === '' || ! @$document->loadXML($xml, LIBXML_NONET)) {
            throw UnreadableSidecar::isNoXml();
        }
        // And again after, whatever the parser took it for.
        if ($document->doctype !== null) {
            throw UnreadableSidecar::namesEntities();
        }
        if ($document->getElementsByTagNameNS(self::RDF, 'RDF')->length === 0) {
            throw UnreadableSidecar::isNoXmp();
        }

        return $document;
    }

    /** @throws UnreadableSidecar */
    private static function check(string $xml): void
    {
        if (strlen($xml) > self::MOST_BYTES) {
            throw UnreadableSidecar::isTooLarge(self::MOST_BYTES);
        }
        // In any other encoding a document type could hide from the next look.
        if (! self::isUtf8($xml)) {
            throw UnreadableSidecar::isNoUtf8();
        }
        // A document type is refused before anything of it is looked at.
        if (preg_match('/<!DOCTYPE|<!ENTITY/i', $xml) === 1) {
            throw UnreadableSidecar::namesEntities();
        }
    }

    private static function isUtf8(string $xml): bool
    {
        return mb_check_encoding($xml, 'UTF-8') &&
            ! str_contains($xml, "\0") &&
            preg_match('/^\s*<\?xml[^>]*encoding\s*=\s*["\'](?!utf-?8["\']|us-ascii["\'])/i', $xml) !== 1;
    }

    /** @return list<string> */
    public function items(string $property): array
    {
        return $this->items[$property] ?? [];
    }

    /** With what an extension says beside this (ISO 16684-3: where one packet of a JPEG was too small). */
    public function extendedBy(self $extension): self
    {
        return new self($this->items + $extension->items);
    }

    public function metadata(): FileMetadata
    {
        $texts = [];
        foreach (Field::cases() as $field) {
            $items = $this->items($field->xmp());
            if ($items !== []) {
                $texts[$field->value] = $field->isList() ? ListText::of($items) : $items[0];
            }
        }
        $rating = $this->items(self::RATING)[0] ?? '';
        $good = strtolower($this->items(self::GOOD)[0] ?? '');

        return new FileMetadata(
            Caption::of($texts),
            is_numeric($rating) ? max(-1, min(5, (int) round((float) $rating))) : null,
            $this->items(self::LABEL)[0] ?? '',
            $good === '' ? null : $good === 'true',
        );
    }

    /** @return array<string, XmpShape> property (of a structure: the part) => its shape */
    public static function known(): array
    {
        if (self::$known === []) {
            foreach (Field::cases() as $field) {
                self::$known[$field->xmp()] = $field->shape();
            }
            foreach (self::TEXTS as $property) {
                self::$known[$property] = XmpShape::Text;
            }
        }

        return self::$known;
    }

    private static function of(DOMDocument $document): self
    {
        $prefixes = array_flip(self::NAMESPACES);
        $known = self::known();
        $items = [];
        foreach ($document->getElementsByTagNameNS(self::RDF, 'Description') as $description) {
            $parent = $description->parentNode;
            if ($parent instanceof DOMElement && self::isRdf($parent, 'RDF')) {
                $items += self::described($description, $prefixes, $known);
            }
        }

        return new self(array_filter($items, fn (array $own): bool => $own !== []));
    }

    /**
     * The first of each property counts.
     *
     * @param  array<string, string>  $prefixes
     * @param  array<string, XmpShape>  $known
     * @return Items
     */
    private static function described(DOMElement $description, array $prefixes, array $known): array
    {
        $items = [];
        foreach ($description->attributes as $attribute) {
            $name = ($prefixes[$attribute->namespaceURI] ?? '').':'.$attribute->localName;
            if (isset($known[$name])) {
                $items[$name] ??= self::tidied([(string) $attribute->nodeValue]);
            }
        }
        foreach ($description->childNodes as $child) {
            $name = ($prefixes[$child->namespaceURI] ?? '').':'.$child->localName;
            if ($child instanceof DOMElement && $name === Field::CONTACT) {
                $items += self::parts($child, $prefixes, $known);
            } elseif ($child instanceof DOMElement && isset($known[$name])) {
                $items[$name] ??= self::tidied(self::texts($child, $known[$name]));
            }
        }

        return $items;
    }

    private static function isRdf(DOMElement $element, string $name): bool
    {
        return $element->namespaceURI === self::RDF && $element->localName === $name;
    }

    /**
     * The parts of a structure, written as attributes, as elements, or inside a description of their own.
     *
     * @param  array<string, string>  $prefixes
     * @param  array<string, XmpShape>  $known
     * @return Items
     */
    private static function parts(DOMElement $structure, array $prefixes, array $known): array
    {
        $items = [];
        $holders = [$structure];
        foreach ($structure->childNodes as $child) {
            if ($child instanceof DOMElement && self::isRdf($child, 'Description')) {
                $holders[] = $child;
            }
        }
        foreach ($holders as $holder) {
            foreach ([...iterator_to_array($holder->attributes), ...iterator_to_array($holder->childNodes)] as $node) {
                $name = Field::CONTACT.'/'.($prefixes[$node->namespaceURI] ?? '').':'.$node->localName;
                if (isset($known[$name])) {
                    $items[$name] = self::tidied([(string) $node->textContent]);
                }
            }
        }

        return $items;
    }

    /** @return list<string> */
    private static function texts(DOMElement $element, XmpShape $shape): array
    {
        $lis = [];
        foreach ($element->getElementsByTagNameNS(self::RDF, 'li') as $li) {
            $lis[] = $li;
        }
        if ($lis === []) {
            return [$element->textContent];
        }
        if ($shape !== XmpShape::Languages && $shape !== XmpShape::Text) {
            return array_map(fn (DOMElement $li): string => $li->textContent, $lis);
        }
        foreach ($lis as $li) {
            if (in_array($li->getAttributeNS(self::XML, 'lang'), ['x-default', ''], true)) {
                return [$li->textContent];
            }
        }

        return [$lis[0]->textContent];
    }

    /**
     * @param  list<string>  $texts
     * @return list<string>
     */
    private static function tidied(array $texts): array
    {
        return array_values(
            array_unique(
                array_filter(array_map(FieldText::tidied(...), $texts), fn (string $text): bool => $text !== ''),
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Caption;

use DOMDocument;
use DOMElement;
use DOMXPath;

/**
 * Writes captions and ratings into XMP (ISO 16684-1), leaving every other property as it stood.
 *
 * @phpstan-type Properties array<string, string>
 */
final class XmpSidecar
{
    private const RDF = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#';

    private const NAMESPACES = [
        'dc' => 'http://purl.org/dc/elements/1.1/',
        'xmp' => 'http://ns.adobe.com/xap/1.0/',
        'xmpRights' => 'http://ns.adobe.com/xap/1.0/rights/',
        'photoshop' => 'http://ns.adobe.com/photoshop/1.0/',
        'Iptc4xmpCore' => 'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/',
        'Iptc4xmpExt' => 'http://iptc.org/std/Iptc4xmpExt/2008-02-29/',
    ];

    private const EMPTY = '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about=""/></rdf:RDF></x:xmpmeta>';

    /**
     * @param  string|null  $existing  the sidecar as it stands, or null for a new one
     * @param  int|null  $rating  xmp:Rating, −1 (rejected) to 5; null leaves it as it stands
     * @param  string|null  $dateCreated  photoshop:DateCreated by RFC 3339; null leaves it as it stands
     *
     * @throws UnreadableSidecar when the existing text is no XMP
     */
    public function write(?string $existing, Caption $caption, ?int $rating = null, ?string $dateCreated = null): string
    {
        $document = $this->parsed($existing ?? self::EMPTY);
        $description = $this->description($document);
        foreach (self::NAMESPACES as $prefix => $name) {
            if ($description->lookupNamespaceURI($prefix) === null) {
                $description->setAttributeNS('http://www.w3.org/2000/xmlns/', "xmlns:{$prefix}", $name);
            }
        }
        foreach (Field::cases() as $field) {
            $this->remove($document, $field->xmp());
            $items = $caption->items($field);
            if ($items !== []) {
                $description->appendChild($this->property($document, $field, $items));
            }
        }
        $this->simple($document, $description, 'xmp:Rating', $rating === null ? null : (string) $rating);
        $this->simple($document, $description, 'photoshop:DateCreated', $dateCreated);
        $document->formatOutput = true;

        return (string) $document->saveXML($document->documentElement)."\n";
    }

    private function parsed(string $xml): DOMDocument
    {
        $document = new DOMDocument;
        $document->preserveWhiteSpace = false;
        if (trim($xml) === '' || ! @$document->loadXML($xml, LIBXML_NONET) || $document->doctype !== null) {
            throw UnreadableSidecar::isNoXmp();
        }
        // The packet's wrapper is for embedding; a sidecar does without.
        foreach (iterator_to_array($document->childNodes) as $node) {
            if ($node !== $document->documentElement) {
                $document->removeChild($node);
            }
        }

        return $document;
    }

    private function description(DOMDocument $document): DOMElement
    {
        $found = $document->getElementsByTagNameNS(self::RDF, 'Description')->item(0);
        if (! $found instanceof DOMElement) {
            throw UnreadableSidecar::isNoXmp();
        }

        return $found;
    }

    private function remove(DOMDocument $document, string $property): void
    {
        [$prefix, $name] = explode(':', $property);
        $path = new DOMXPath($document);
        $path->registerNamespace('rdf', self::RDF);
        $path->registerNamespace('p', self::NAMESPACES[$prefix]);
        foreach (iterator_to_array($path->query("//rdf:RDF/rdf:Description/p:{$name}") ?: []) as $node) {
            if ($node instanceof DOMElement) {
                $node->parentNode?->removeChild($node);
            }
        }
        foreach (iterator_to_array($path->query("//rdf:RDF/rdf:Description[@p:{$name}]") ?: []) as $node) {
            if ($node instanceof DOMElement) {
                $node->removeAttributeNS(self::NAMESPACES[$prefix], $name);
            }
        }
    }

    private function simple(DOMDocument $document, DOMElement $description, string $property, ?string $value): void
    {
        if ($value === null) {
            return;
        }
        $this->remove($document, $property);
        $element = $this->element($document, $property);
        $element->appendChild($document->createTextNode($value));
        $description->appendChild($element);
    }

    /** @param  non-empty-list<string>  $items */
    private function property(DOMDocument $document, Field $field, array $items): DOMElement
    {
        $element = $this->element($document, $field->xmp());
        if ($field->shape() === XmpShape::Text) {
            $element->appendChild($document->createTextNode(self::printable($items[0])));

            return $element;
        }
        $container = $document->createElementNS(self::RDF, match ($field->shape()) {
            XmpShape::Bag => 'rdf:Bag',
            XmpShape::Sequence => 'rdf:Seq',
            default => 'rdf:Alt',
        });
        foreach ($items as $item) {
            $li = $document->createElementNS(self::RDF, 'rdf:li');
            if ($field->shape() === XmpShape::Languages) {
                $li->setAttribute('xml:lang', 'x-default');
            }
            $li->appendChild($document->createTextNode(self::printable($item)));
            $container->appendChild($li);
        }
        $element->appendChild($container);

        return $element;
    }

    private function element(DOMDocument $document, string $property): DOMElement
    {
        return $document->createElementNS(self::NAMESPACES[explode(':', $property)[0]], $property);
    }

    /** Without the control characters that XML 1.0 forbids. */
    private static function printable(string $text): string
    {
        return (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', '', $text);
    }
}

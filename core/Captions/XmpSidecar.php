<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Metadata\UnreadableSidecar;
use Kanpai\Core\Frames\Metadata\XmpProperties;
use Kanpai\Core\Frames\Metadata\XmpTags;

/**
 * Writes captions, ratings and times into XMP (ISO 16684-1). A property that says what it should is not touched; one
 * that does not is taken out and written anew; every other byte stays.
 *
 * @phpstan-import-type Tag from XmpTags
 *
 * @phpstan-type Wanted array<string, list<string>>
 */
final class XmpSidecar
{
    /**
     * @param  string|null  $existing  the sidecar as it is, or null for a new one
     * @param  int|null  $rating  xmp:Rating, −1 (rejected) to 5; null leaves it as it is
     * @param  string|null  $takenAt  RFC 3339,
     *     for photoshop:DateCreated and exif:DateTimeOriginal; null leaves them as they are
     * @param  string|null  $label  xmp:Label; null leaves it as it is
     * @param  bool|null  $isGood  xmpDM:good; null leaves it as it is
     * @param  string|null  $looks  kanpai:Looks, in JSON; null leaves it as it is
     *
     * @throws UnreadableSidecar when the existing text is no XMP
     */
    public function write(
        ?string $existing,
        Caption $caption,
        ?int $rating = null,
        ?string $takenAt = null,
        ?string $label = null,
        ?bool $isGood = null,
        ?string $looks = null,
    ): string {
        $properties = [];
        foreach (Field::cases() as $field) {
            $properties[$field->xmp()] = $caption->items($field);
        }
        $marks = [
            XmpProperties::RATING => $rating,
            XmpProperties::DATE_CREATED => $takenAt,
            XmpProperties::DATE_ORIGINAL => $takenAt,
            XmpProperties::LABEL => $label,
            XmpProperties::LOOKS => $looks,
            XmpProperties::GOOD => $isGood === null ? null : ($isGood ? 'True' : 'False'),
        ];
        foreach ($marks as $property => $value) {
            if ($value !== null) {
                $properties[$property] = $value === '' ? [] : [(string) $value];
            }
        }

        return $existing === null ? self::anew($properties) : self::changed($existing, $properties);
    }

    /** @param  Wanted  $properties */
    private static function anew(array $properties): string
    {
        $properties = array_filter($properties, fn (array $items): bool => $items !== []);
        $prefixes = array_map(fn (string $property): string => explode(':', $property)[0], array_keys($properties));
        $prefixes = array_combine($prefixes, $prefixes);
        $declared = '';
        foreach ($prefixes as $prefix) {
            $declared .= "\n    xmlns:{$prefix}=\"".XmpProperties::NAMESPACES[$prefix].'"';
        }
        $block = XmpElements::of($properties, $prefixes, 'rdf', []);

        return "<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">\n <rdf:RDF xmlns:rdf=\"".XmpProperties::RDF."\">\n".
            "  <rdf:Description rdf:about=\"\"{$declared}>{$block}\n  </rdf:Description>\n".
            " </rdf:RDF>\n</x:xmpmeta>\n";
    }

    /** @param  Wanted  $properties */
    private static function changed(string $existing, array $properties): string
    {
        $stands = XmpProperties::read($existing);
        $changed = array_filter(
            $properties,
            fn (array $items, string $property): bool => ! self::says(
                $stands->items($property),
                self::printables($items),
                $property,
            ),
            ARRAY_FILTER_USE_BOTH,
        );
        if ($changed === []) {
            return $existing;
        }
        // Of a structure all parts are written together.
        if (array_filter(array_keys($changed), fn (string $property): bool => str_contains($property, '/')) !== []) {
            $changed = [
                ...$changed,
                ...array_filter(
                    $properties,
                    fn (string $property): bool => str_contains($property, '/'),
                    ARRAY_FILTER_USE_KEY,
                ),
            ];
        }
        $tags = XmpTags::of($existing);
        [$cuts, $languages] = self::cuts($existing, $tags, $changed);

        return self::spliced(
            $existing,
            $tags,
            $cuts,
            array_filter($changed, fn (array $items): bool => $items !== []),
            $languages,
        );
    }

    /**
     * Whether what is there says what is wanted; a rating may be written 3 or 3.0.
     *
     * @param  list<string>  $stands
     * @param  list<string>  $properties
     */
    private static function says(array $stands, array $properties, string $property): bool
    {
        return $stands === $properties ||
            ($property === XmpProperties::RATING &&
                is_numeric($stands[0] ?? null) &&
                is_numeric($properties[0] ?? null) &&
                (float) $stands[0] === (float) $properties[0]);
    }

    /**
     * Where the properties are that are to leave, and what other languages they held.
     *
     * @param  list<Tag>  $tags
     * @param  Wanted  $changed
     * @return array{list<array{int, int}>, array<string, string>}
     */
    private static function cuts(string $xml, array $tags, array $changed): array
    {
        $names = [];
        foreach (array_keys($changed) as $property) {
            $whole = explode('/', $property)[0];
            [$prefix, $local] = explode(':', $whole);
            $names['{'.XmpProperties::NAMESPACES[$prefix].'}'.$local] = $whole;
        }
        $cuts = [];
        $languages = [];
        $path = [];
        foreach ($tags as $i => $tag) {
            $path[$tag['depth']] = $tag['name'];
            if ($tag['kind'] === 'close') {
                continue;
            }
            if (self::isDescription($tag, $path)) {
                foreach ($tag['attributes'] as $attribute) {
                    if (isset($names[$attribute['name']])) {
                        $cuts[] = [$attribute['at'], $attribute['length']];
                    }
                }
            }
            if (
                isset($names[$tag['name']]) &&
                ($path[$tag['depth'] - 1] ?? '') === '{'.XmpProperties::RDF.'}Description' &&
                ($path[$tag['depth'] - 2] ?? '') === '{'.XmpProperties::RDF.'}RDF'
            ) {
                $end = self::end($tags, $i);
                // With its line.
                $from = strlen(rtrim(substr($xml, 0, $tag['at'])));
                $cuts[] = [$from, $end - $from];
                $languages[$names[$tag['name']]] = self::otherLanguages(substr($xml, $tag['at'], $end - $tag['at']));
            }
        }

        return [$cuts, $languages];
    }

    /**
     * @param  list<Tag>  $tags
     * @param  list<array{int, int}>  $cuts
     * @param  Wanted  $changed
     * @param  array<string, string>  $languages
     */
    private static function spliced(string $xml, array $tags, array $cuts, array $changed, array $languages): string
    {
        [$into, $isDescription] = self::parent($tags);
        $rdf = array_search(XmpProperties::RDF, $into['scope'], true);
        $rdf = is_string($rdf) && $rdf !== '' ? $rdf : 'rdf';
        [$prefixes, $declared] = self::prefixes($changed, $into['scope']);
        $block = XmpElements::of($changed, $prefixes, $rdf, $languages);
        $edits = array_map(fn (array $cut): array => [$cut[0], $cut[1], ''], $cuts);
        if ($block !== '' && ! $isDescription) {
            $block = "\n  <{$rdf}:Description {$rdf}:about=\"\"{$declared}>{$block}\n  </{$rdf}:Description>";
            $declared = '';
        }
        if ($block !== '') {
            $edits[] = self::insertion($xml, $into, $declared, $block);
        }
        // From the end to the beginning, so that each place is still right when its turn comes.
        usort($edits, fn (array $one, array $other): int => $other[0] <=> $one[0]);
        foreach ($edits as [$at, $length, $text]) {
            $xml = substr_replace($xml, $text, $at, $length);
        }

        return $xml;
    }

    /**
     * The element that new properties go into: the first description, else all of RDF.
     *
     * @param  list<Tag>  $tags
     * @return array{Tag, bool} the tag that opens it, and whether it is a description
     */
    private static function parent(array $tags): array
    {
        $path = [];
        $rdf = null;
        foreach ($tags as $tag) {
            $path[$tag['depth']] = $tag['name'];
            if ($tag['kind'] === 'close') {
                continue;
            }
            if (self::isDescription($tag, $path)) {
                return [$tag, true];
            }
            $rdf ??= $tag['name'] === '{'.XmpProperties::RDF.'}RDF' ? $tag : null;
        }
        assert($rdf !== null);

        return [$rdf, false];
    }

    /**
     * @param  Wanted  $changed
     * @param  array<string, string>  $scope  prefix => namespace, where the properties go
     * @return array{array<string, string>, string} our prefix => that of the text,
     *     and the declarations that are missing
     */
    private static function prefixes(array $changed, array $scope): array
    {
        $prefixes = [];
        $declared = '';
        foreach (array_keys($changed) as $property) {
            $prefix = explode(':', $property)[0];
            if (isset($prefixes[$prefix])) {
                continue;
            }
            $known = array_search(XmpProperties::NAMESPACES[$prefix], $scope, true);
            if (is_string($known) && $known !== '') {
                $prefixes[$prefix] = $known;

                continue;
            }
            // A prefix that means something else here gets a neighbour.
            $prefixes[$prefix] = isset($scope[$prefix]) ? $prefix.'1' : $prefix;
            $declared .= "\n    xmlns:{$prefixes[$prefix]}=\"".XmpProperties::NAMESPACES[$prefix].'"';
        }

        return [$prefixes, $declared];
    }

    /**
     * @param  Tag  $into  opens the element
     * @return array{int, int, string} where the block goes, how many bytes it replaces, and the text
     */
    private static function insertion(string $xml, array $into, string $declared, string $block): array
    {
        $end = $into['at'] + $into['length'];
        if ($into['kind'] !== 'empty') {
            return [$end - 1, 1, "{$declared}>{$block}"];
        }
        preg_match('~^<([^\s/>]+)~', substr($xml, $into['at'], $into['length']), $written);

        return [$end - 2, 2, "{$declared}>{$block}\n  </".($written[1] ?? '').'>'];
    }

    /**
     * @param  Tag  $tag
     * @param  array<int, string>  $path
     */
    private static function isDescription(array $tag, array $path): bool
    {
        return $tag['name'] === '{'.XmpProperties::RDF.'}Description' &&
            ($path[$tag['depth'] - 1] ?? '') === '{'.XmpProperties::RDF.'}RDF';
    }

    /**
     * Where the element ends that a tag opens.
     *
     * @param  list<Tag>  $tags
     */
    private static function end(array $tags, int $open): int
    {
        $end = $open;
        if ($tags[$open]['kind'] === 'open') {
            for (
                $end = $open + 1;
                $tags[$end]['kind'] !== 'close' || $tags[$end]['depth'] !== $tags[$open]['depth'];
                $end++
            );
        }

        return $tags[$end]['at'] + $tags[$end]['length'];
    }

    /** The alternatives in other languages, as they were written. */
    private static function otherLanguages(string $element): string
    {
        preg_match_all(
            '~<([\w-]+:)?li\s[^>]*?xml:lang\s*=\s*["\'](?!x-default["\'])[^"\']+["\'][^>]*>.*?</\1li>~s',
            $element,
            $found,
        );

        return implode('', array_map(fn (string $li): string => "\n     {$li}", $found[0]));
    }

    /**
     * @param  list<string>  $items
     * @return list<string>
     */
    private static function printables(array $items): array
    {
        return array_map(self::printable(...), $items);
    }

    private static function printable(string $text): string
    {
        return FieldText::tidied($text);
    }
}

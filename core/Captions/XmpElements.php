<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions;

use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\FieldText;
use Kanpai\Core\Frames\Caption\XmpShape;
use Kanpai\Core\Frames\Metadata\XmpProperties;

/** Properties of XMP as elements of RDF, a line for each (ISO 16684-1, 7). */
final class XmpElements
{
    private const INDENT = "\n   ";

    /** @var array<string, array{string, string, XmpShape}> */
    private static array $parts = [];

    /**
     * @param  array<string, list<string>>  $properties  property => items
     * @param  array<string, string>  $prefixes  ours => that of the text
     * @param  array<string, string>  $languages
     */
    public static function of(array $properties, array $prefixes, string $rdf, array $languages): string
    {
        $block = $structure = '';
        foreach ($properties as $property => $items) {
            [$prefix, $local, $shape] = self::$parts[$property] ??= self::parts($property);
            $name = $prefixes[$prefix].':'.$local;
            if ($shape === XmpShape::Part) {
                $structure .=
                    $items === [] ? '' : self::INDENT." <{$name}>".self::escaped($items[0])."</{$name}>";
            } elseif ($shape === XmpShape::Text) {
                $block .= self::INDENT."<{$name}>".self::escaped($items[0])."</{$name}>";
            } else {
                $block .= self::container($name, $shape, $items, $rdf, $languages[$property] ?? '');
            }
        }
        if ($structure !== '') {
            $name = $prefixes['Iptc4xmpCore'].':'.explode(':', Field::CONTACT)[1];
            $block .=
                self::INDENT."<{$name} {$rdf}:parseType=\"Resource\">{$structure}".self::INDENT."</{$name}>";
        }

        return $block;
    }

    /**
     * @param  list<string>  $items
     * @param  string  $others  alternatives in other languages, as they were written
     */
    private static function container(string $name, XmpShape $shape, array $items, string $rdf, string $others): string
    {
        $kind = match ($shape) {
            XmpShape::Bag => 'Bag',
            XmpShape::Sequence => 'Seq',
            default => 'Alt',
        };
        $language = $shape === XmpShape::Languages ? ' xml:lang="x-default"' : '';
        $list = '';
        foreach ($items as $item) {
            $list .= self::INDENT."  <{$rdf}:li{$language}>".self::escaped($item)."</{$rdf}:li>";
        }
        $list .= $others;

        return self::INDENT."<{$name}>"
            .self::INDENT." <{$rdf}:{$kind}>{$list}".self::INDENT." </{$rdf}:{$kind}>"
            .self::INDENT."</{$name}>";
    }

    /**
     * @return array{string, string, XmpShape} prefix and name of the innermost element of a property, and its shape
     */
    private static function parts(string $property): array
    {
        $names = explode('/', $property);
        [$prefix, $local] = explode(':', $names[count($names) - 1]);

        return [$prefix, $local, XmpProperties::known()[$property]];
    }

    /** Text between tags. */
    public static function escaped(string $text): string
    {
        // `]]>` must not occur in text (XML 1.0, 2.4); carriage returns are line feeds already.
        return str_replace(['&', '<', '>'], ['&amp;', '&lt;', '&gt;'], FieldText::tidied($text));
    }
}

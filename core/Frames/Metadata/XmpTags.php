<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

/**
 * The tags of a well-formed XML text with the bytes they are at, so that single properties can be taken out while
 * all else stays byte for byte.
 *
 * @phpstan-type Attribute array{at: int, length: int, name: string}
 * @phpstan-type Tag array{at: int, length: int, name: string, kind: 'open'|'close'|'empty', depth: int,
 *     scope: array<string, string>, attributes: list<Attribute>}
 */
final class XmpTags
{
    /**
     * @param  string  $xml  that a parser has found to be well-formed
     * @return list<Tag> names expanded to `{namespace}local`; depth counts open elements around it
     */
    public static function of(string $xml): array
    {
        $tags = [];
        $scopes = [['xml' => 'http://www.w3.org/XML/1998/namespace']];
        foreach (self::texts($xml) as [$text, $at]) {
            $depth = count($scopes) - 1;
            if ($text[1] === '/') {
                $tags[] = self::closing($text, $at, array_pop($scopes) ?? [], $depth - 1);

                continue;
            }
            $tag = self::opening($text, $at, $scopes[$depth], $depth);
            $tags[] = $tag;
            if ($tag['kind'] === 'open') {
                $scopes[] = $tag['scope'];
            }
        }

        return $tags;
    }

    /** @return list<array{string, int}> tags as they are written, without comments, instructions and CDATA; where each is */
    private static function texts(string $xml): array
    {
        preg_match_all(
            '~<!--.*?-->|<\?.*?\?>|<!\[CDATA\[.*?\]\]>|<(?:[^"\'>]++|"[^"]*+"|\'[^\']*+\')*+>~s',
            $xml,
            $found,
            PREG_OFFSET_CAPTURE,
        );

        return array_values(array_filter(
            $found[0],
            fn (array $match): bool => $match[0][1] !== '!' && $match[0][1] !== '?',
        ));
    }

    /**
     * @param  array<string, string>  $scope  prefix => namespace
     * @return Tag
     */
    private static function closing(string $text, int $at, array $scope, int $depth): array
    {
        return [
            'at' => $at,
            'length' => strlen($text),
            'name' => self::expanded(trim(substr($text, 2, -1)), $scope, true),
            'kind' => 'close',
            'depth' => $depth,
            'scope' => $scope,
            'attributes' => [],
        ];
    }

    /**
     * @param  array<string, string>  $scope  prefix => namespace, around the element
     * @return Tag
     */
    private static function opening(string $text, int $at, array $scope, int $depth): array
    {
        preg_match('~^<([^\s/>]+)~', $text, $name);
        preg_match_all(
            '~(\s+)([^\s=/>]+)\s*=\s*("[^"]*"|\'[^\']*\')~',
            $text,
            $pairs,
            PREG_SET_ORDER | PREG_OFFSET_CAPTURE,
        );
        foreach ($pairs as $pair) {
            if ($pair[2][0] === 'xmlns' || str_starts_with($pair[2][0], 'xmlns:')) {
                $namespace = html_entity_decode(substr($pair[3][0], 1, -1), ENT_QUOTES | ENT_XML1);
                $scope[substr($pair[2][0], 6)] = $namespace;
            }
        }
        $attributes = [];
        foreach ($pairs as $pair) {
            $attributes[] = [
                'at' => $at + $pair[0][1],
                'length' => strlen($pair[0][0]),
                'name' => self::expanded($pair[2][0], $scope, false),
            ];
        }

        return [
            'at' => $at,
            'length' => strlen($text),
            'name' => self::expanded($name[1] ?? '', $scope, true),
            'kind' => str_ends_with($text, '/>') ? 'empty' : 'open',
            'depth' => $depth,
            'scope' => $scope,
            'attributes' => $attributes,
        ];
    }

    /** @param  array<string, string>  $scope  prefix => namespace */
    private static function expanded(string $name, array $scope, bool $isElement): string
    {
        [$prefix, $local] = str_contains($name, ':') ? explode(':', $name, 2) : ['', $name];

        return '{'.($prefix === '' && ! $isElement ? '' : $scope[$prefix] ?? '').'}'.$local;
    }
}

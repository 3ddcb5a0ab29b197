<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

/**
 * The tags of a well-formed XML text with the bytes they stand at, so that single properties can be taken out while
 * all else stays byte for byte.
 *
 * @phpstan-type Tag array{at: int, length: int, name: string, kind: 'open'|'close'|'empty', depth: int, scope: array<string, string>, attributes: list<array{at: int, length: int, name: string}>}
 */
final class XmpTags
{
    /**
     * @param  string  $xml  that a parser has found to be well-formed
     * @return list<Tag> names expanded to `{namespace}local`; depth counts open elements around it
     */
    public static function of(string $xml): array
    {
        preg_match_all(
            '~<!--.*?-->|<\?.*?\?>|<!\[CDATA\[.*?\]\]>|<(?:[^"\'>]++|"[^"]*+"|\'[^\']*+\')*+>~s',
            $xml,
            $found,
            PREG_OFFSET_CAPTURE,
        );
        $tags = [];
        $scopes = [['xml' => 'http://www.w3.org/XML/1998/namespace']];
        foreach ($found[0] as [$text, $at]) {
            if ($text[1] === '!' || $text[1] === '?') {
                continue;
            }
            $depth = count($scopes) - 1;
            if ($text[1] === '/') {
                $scope = array_pop($scopes) ?? [];
                $tags[] = [
                    'at' => $at,
                    'length' => strlen($text),
                    'name' => self::expanded(trim(substr($text, 2, -1)), $scope, true),
                    'kind' => 'close',
                    'depth' => $depth - 1,
                    'scope' => $scope,
                    'attributes' => [],
                ];

                continue;
            }
            $isEmpty = str_ends_with($text, '/>');
            preg_match('~^<([^\s/>]+)~', $text, $name);
            preg_match_all(
                '~(\s+)([^\s=/>]+)\s*=\s*("[^"]*"|\'[^\']*\')~',
                $text,
                $pairs,
                PREG_SET_ORDER | PREG_OFFSET_CAPTURE,
            );
            $scope = $scopes[$depth];
            foreach ($pairs as $pair) {
                if ($pair[2][0] === 'xmlns' || str_starts_with($pair[2][0], 'xmlns:')) {
                    $scope[substr($pair[2][0], 6)] = html_entity_decode(
                        substr($pair[3][0], 1, -1),
                        ENT_QUOTES | ENT_XML1,
                    );
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
            $tags[] = [
                'at' => $at,
                'length' => strlen($text),
                'name' => self::expanded($name[1] ?? '', $scope, true),
                'kind' => $isEmpty ? 'empty' : 'open',
                'depth' => $depth,
                'scope' => $scope,
                'attributes' => $attributes,
            ];
            if (! $isEmpty) {
                $scopes[] = $scope;
            }
        }

        return $tags;
    }

    /** @param  array<string, string>  $scope  prefix => namespace */
    private static function expanded(string $name, array $scope, bool $isElement): string
    {
        [$prefix, $local] = str_contains($name, ':') ? explode(':', $name, 2) : ['', $name];

        return '{'.($prefix === '' && ! $isElement ? '' : $scope[$prefix] ?? '').'}'.$local;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

/** What scripts send to routes that no form of a page names: a good body for each, and everything that may be wrong with it. */
final class HostileBodies
{
    /**
     * @param  array<string, string>  $own  parameter => one of the demo's
     * @return array<string, array{string, array<string, mixed>}> name of the route => its path and a good body
     */
    public static function all(array $own): array
    {
        return [];
    }

    /**
     * A body with one field after the other replaced, left out, or of another kind.
     *
     * @param  array<array-key, mixed>  $body
     * @param  callable(int): list<mixed>  $values
     * @return list<mixed>
     */
    public static function mutated(array $body, callable $values): array
    {
        $mutated = [[], 'no JSON {', '"text"', 'null', '[[[[1]]]]'];
        $i = 0;
        foreach ($body as $name => $own) {
            $mutated[] = array_diff_key($body, [$name => 1]);
            foreach ($values($i++) as $value) {
                $mutated[] = [$name => $value] + $body;
            }
            foreach (is_array($own) ? self::mutated($own, $values) : [] as $inner) {
                $mutated[] = [$name => $inner] + $body;
            }
        }

        return $mutated;
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Ingest;

/**
 * Gives every file its place by a pattern, and makes equal names different.
 *
 * `clash` is the path that a file would have had, empty when that was free. The files of one frame share their name and
 * get the same number. Names are compared as the least careful disk does: without regard to case and to how an accent
 * is composed.
 *
 * @phpstan-type Named array{key: string, extension: string, number: positive-int, values: array<string, string>}
 * @phpstan-type Planned array{path: string, clash: string}
 */
final class NamePlan
{
    /** Of a number, where the pattern asks for none. */
    private const DIGITS = 4;

    /** @var array<string, true> */
    private array $taken = [];

    /** @var array<string, int> wished path => the number that was given to the last of its kind */
    private array $next = [];

    /**
     * @param  iterable<string>  $taken  paths that exist already
     */
    public function __construct(private readonly NamePattern $pattern, iterable $taken = [])
    {
        foreach ($taken as $path) {
            $this->taken[self::fold($path)] = true;
        }
    }

    /**
     * @template K of array-key
     *
     * @param  array<K, Named>  $files  in order of time; `key` and `number` are the same for the files of one frame
     * @param  int  $largest  number that is given to any frame of the shoot, where these are not all
     * @return array<K, Planned>
     */
    public function of(array $files, int $largest = 0): array
    {
        $groups = [];
        foreach ($files as $id => $file) {
            // Two files of one frame with the same ending cannot share a name.
            $ending = self::fold($file['extension']);
            $alike = array_filter($groups[$file['key']] ?? [], fn (array $group): bool => isset($group[$ending]));
            $groups[$file['key']][count($alike)][$ending] = [$id, $file];
        }
        $largest = (string) max([$largest, ...array_column($files, 'number')]);
        $planned = [];
        foreach ($groups as $alike) {
            foreach ($alike as $group) {
                $planned += $this->group($this->numbered($group, $largest));
            }
        }

        return $planned;
    }

    /**
     * @template K of array-key
     *
     * @param  array<array{K, Named}>  $group
     * @return array<K, Named>
     */
    private function numbered(array $group, string $largest): array
    {
        $numbered = [];
        foreach ($group as [$id, $file]) {
            $number = str_pad((string) $file['number'], max(self::DIGITS, strlen($largest)), '0', STR_PAD_LEFT);
            $numbered[$id] = ['values' => ['number' => $number, 'largest' => $largest] + $file['values']] + $file;
        }

        return $numbered;
    }

    /**
     * @template K of array-key
     *
     * @param  array<K, Named>  $group
     * @return array<K, Planned>
     */
    private function group(array $group): array
    {
        $wished = $this->paths($group, '');
        $paths = $wished;
        $base = self::fold($wished[0]);
        while (! $this->areFree($paths)) {
            $this->next[$base] = ($this->next[$base] ?? 1) + 1;
            $paths = $this->paths($group, '-'.$this->next[$base]);
        }
        foreach ($paths as $path) {
            $this->taken[self::fold($path)] = true;
        }

        return array_combine(
            array_keys($group),
            array_map(
                fn (string $path, string $wish): array => ['path' => $path, 'clash' => $path === $wish ? '' : $wish],
                $paths,
                $wished,
            ),
        );
    }

    /**
     * @param  array<array-key, Named>  $group
     * @return list<string>
     */
    private function paths(array $group, string $suffix): array
    {
        return array_map(
            fn (array $file): string => $this->pattern->path($file['values'], $file['extension'], $suffix),
            array_values($group),
        );
    }

    /** @param  list<string>  $paths */
    private function areFree(array $paths): bool
    {
        return array_intersect_key($this->taken, array_flip(array_map(self::fold(...), $paths))) === [];
    }

    /** As the least careful disk compares paths. */
    public static function fold(string $path): string
    {
        $composed = mb_check_encoding($path, 'UTF-8') ? \Normalizer::normalize($path, \Normalizer::FORM_C) : false;

        return is_string($composed) ? mb_strtolower($composed) : strtolower($path);
    }
}

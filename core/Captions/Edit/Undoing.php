<?php

declare(strict_types=1);

namespace Kanpai\Core\Captions\Edit;

/** Undoes a change of named values, each as far as nothing has changed it since. */
final class Undoing
{
    /**
     * @template T
     *
     * @param  array<string, T>  $now  name => value
     * @param  array<string, T>  $before  as the change found them
     * @param  array<string, T>  $after  as the change left them
     * @param  T  $nothing  the value of a name that is missing
     * @return array<string, T>
     */
    public static function of(array $now, array $before, array $after, mixed $nothing): array
    {
        foreach (array_keys($before + $after) as $name) {
            if (($now[$name] ?? $nothing) === ($after[$name] ?? $nothing)) {
                $now[$name] = $before[$name] ?? $nothing;
            }
        }

        return $now;
    }
}

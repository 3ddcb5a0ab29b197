<?php

declare(strict_types=1);

namespace App\Frames;

use Illuminate\View\View;
use Kanpai\Core\Frames\FrameFilter;

/** Gives the filter of a page the addresses of the same page with something of the filter changed. */
final class FilterLinks
{
    public function compose(View $view): void
    {
        $filter = $view->getData()['filter'];
        assert($filter instanceof FrameFilter);
        $view->with('with', fn (array $change): string => self::address($filter, $change));
    }

    /** @param  array<string, mixed>  $change */
    private static function address(FrameFilter $filter, array $change): string
    {
        $query = [...$filter->toQuery(), ...$change];
        $query = array_filter($query, fn (mixed $value): bool => $value !== null && $value !== '');

        // A filter that asks for nothing is written as one for all, since some pages begin with what is kept.
        return url()->current().'?'.http_build_query($query ?: ['verdict' => 'all']);
    }
}

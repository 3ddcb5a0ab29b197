<?php

declare(strict_types=1);

namespace App\Looks;

use App\Cull\FinishedPictures;
use App\Frames\Uses;
use App\Studio\Member;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class LooksServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // One for all the frames of a process, since it keeps the tables of its last look.
        $this->app->singleton(Finisher::class);
        $this->app->scoped(RawFirst::class);
        $this->app->scoped(Lenses::class, fn (): Lenses => new Lenses(
            array_values(array_map(strval(...), (array) config('kanpai.lenses'))),
        ));
        $this->app->bind(FinishedPictures::class, FinishedOfShoot::class);
    }

    public function boot(): void
    {
        View::composer('components.look-for', fn (\Illuminate\View\View $view) => $view->with(
            'uses',
            array_values(Uses::of(Member::current()->studio)->names),
        ));
    }
}

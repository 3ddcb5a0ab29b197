<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class IngestServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // It holds processes that prove, one for each place.
        $this->app->singleton(FileCopier::class);
    }

    public function boot(): void
    {
        View::composer('studio.shoots', function (\Illuminate\View\View $view): void {
            $view->with('days', (new ShootsInSmall)->of($view->getData()['shoots']));
        });
        View::composer('studio.day-line', DayLineComposer::class);
    }
}

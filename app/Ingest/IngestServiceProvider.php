<?php

declare(strict_types=1);

namespace App\Ingest;

use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class IngestServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        View::composer('studio.shoots', function (\Illuminate\View\View $view): void {
            $view->with('days', (new ShootsInSmall)->of($view->getData()['shoots']));
        });
        View::composer('studio.day-line', DayLineComposer::class);
    }
}

<?php

declare(strict_types=1);

namespace App\Looks;

use Illuminate\Support\ServiceProvider;

final class LooksServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->scoped(RawFirst::class);
    }
}

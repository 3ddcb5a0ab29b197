<?php

declare(strict_types=1);

namespace App\Imaging;

use Illuminate\Support\ServiceProvider;

final class ImagingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ExifTool::class);
    }
}

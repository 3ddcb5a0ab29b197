<?php

declare(strict_types=1);

namespace App\Imaging;

use App\Imaging\Faces\FaceModels;
use App\Imaging\Faces\FaceWorker;
use Illuminate\Support\ServiceProvider;

final class ImagingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ExifTool::class);
        $this->app->singleton(FaceWorker::class, fn (): FaceWorker => new FaceWorker(FaceModels::command()));
    }
}

<?php

declare(strict_types=1);

use App\Looks\Http\CubesController;
use App\Looks\Http\DustController;
use App\Looks\Http\ExportController;
use App\Looks\Http\HabitController;
use App\Looks\Http\LightsController;
use App\Looks\Http\LooksController;
use App\Looks\Http\SavedLooksController;
use App\Looks\Http\SensorController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')
    ->prefix('/shoots/{shoot}/looks')
    ->name('looks.')
    ->group(function (): void {
        Route::get('/', [LooksController::class, 'show'])->name('show');
        Route::get('/table', [LooksController::class, 'table'])->name('table');
        Route::get('/since/{revision}', [LooksController::class, 'since'])->name('since');
        Route::post('/steps', [LooksController::class, 'store'])->name('steps');
        Route::get('/raws', [LightsController::class, 'raws'])->name('raws');
        Route::post('/lights', [LightsController::class, 'update'])->name('lights');
        Route::post('/line', [LightsController::class, 'line'])->name('line');
        Route::post('/pairs', [LooksController::class, 'pairs'])->name('pairs');
        Route::get('/frames/{frame}/sensor', SensorController::class)->name('sensor');
        Route::get('/frames/{frame}/look.icc', [ExportController::class, 'profile'])->name('profile');
        Route::get('/frames/{frame}/look.cube', [ExportController::class, 'cube'])->name('cube');
        Route::get('/habit', [HabitController::class, 'show'])->name('habit');
        Route::post('/habit', [HabitController::class, 'learn'])->name('habit.learn');
        Route::delete('/habit', [HabitController::class, 'forget'])->name('habit.forget');
        Route::get('/dust/{body}', DustController::class)->whereNumber('body')->name('dust');
        Route::post('/cubes', [CubesController::class, 'store'])->name('cubes');
        Route::get('/cubes/{cube}', [CubesController::class, 'show'])
            ->where('cube', '[0-9a-f]{32}')
            ->name('cubes.show');
        Route::post('/saved', [SavedLooksController::class, 'store'])->name('saved');
        Route::delete('/saved/{saved}', [SavedLooksController::class, 'remove'])->name('saved.remove');
    });

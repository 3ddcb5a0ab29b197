<?php

declare(strict_types=1);

use App\Clocks\Http\ClocksController;
use App\Clocks\Http\TiesController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/clocks', [ClocksController::class, 'show'])->name('clocks.show');
    Route::get('/shoots/{shoot}/clocks/frames', [ClocksController::class, 'frames'])->name('clocks.frames');
    Route::post('/shoots/{shoot}/clocks/back', [ClocksController::class, 'takeBack'])->name('clocks.back');
    Route::delete('/shoots/{shoot}/clocks/set/{clock}', [ClocksController::class, 'remove'])->name('clocks.remove');
    Route::post('/shoots/{shoot}/clocks/ties', [TiesController::class, 'store'])->name('clocks.tie');
    Route::delete('/clocks/ties/{tie}', [TiesController::class, 'remove'])->name('clocks.untie');
    Route::post('/shoots/{shoot}/clocks/{body}/try', [ClocksController::class, 'try'])->name('clocks.try');
    Route::post('/shoots/{shoot}/clocks/{body}/ties', [TiesController::class, 'index'])->name('clocks.ties');
    Route::post('/shoots/{shoot}/clocks/{body}/suggestion', [TiesController::class, 'suggest'])->name('clocks.suggest');
    Route::get('/shoots/{shoot}/clocks/{body}/suggestion/{task}', [TiesController::class, 'suggestion'])->name(
        'clocks.suggestion',
    );
    Route::post('/shoots/{shoot}/clocks/{body}', [ClocksController::class, 'store'])->name('clocks.store');
});

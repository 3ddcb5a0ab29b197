<?php

declare(strict_types=1);

use App\Clocks\Http\ClocksController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/clocks', [ClocksController::class, 'show'])->name('clocks.show');
    Route::post('/shoots/{shoot}/clocks/{body}/try', [ClocksController::class, 'try'])->name('clocks.try');
    Route::post('/shoots/{shoot}/clocks/{body}', [ClocksController::class, 'store'])->name('clocks.store');
});

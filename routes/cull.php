<?php

declare(strict_types=1);

use App\Cull\Http\CullController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/cull', [CullController::class, 'show'])->name('cull.show');
    Route::get('/shoots/{shoot}/cull/frames', [CullController::class, 'frames'])->name('cull.frames');
    Route::post('/shoots/{shoot}/cull/marks', [CullController::class, 'mark'])->name('cull.mark');
});

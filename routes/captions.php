<?php

declare(strict_types=1);

use App\Captions\Http\CaptionsController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/captions', [CaptionsController::class, 'show'])->name('captions.show');
    Route::post('/shoots/{shoot}/captions/preview', [CaptionsController::class, 'preview'])->name('captions.preview');
    Route::post('/shoots/{shoot}/captions', [CaptionsController::class, 'apply'])->name('captions.apply');
    Route::post('/shoots/{shoot}/captions/sidecars', [CaptionsController::class, 'write'])->name('captions.write');
});

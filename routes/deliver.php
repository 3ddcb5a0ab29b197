<?php

declare(strict_types=1);

use App\Deliver\Http\DeliverController;
use App\Deliver\Http\FetchController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/deliver', [DeliverController::class, 'show'])->name('deliver.show');
    Route::get('/selections/{selection}/names', [DeliverController::class, 'names'])->name('deliver.names');
    Route::post('/selections/{selection}/deliveries', [DeliverController::class, 'make'])->name('deliver.make');
    Route::post('/deliveries/{delivery}/mail', [DeliverController::class, 'mail'])->name('deliver.mail');
});

Route::middleware('throttle:guest')->group(function (): void {
    Route::get('/d/{token}', [FetchController::class, 'show'])->name('delivery');
    Route::get('/d/{token}/zip', [FetchController::class, 'file'])->name('delivery.zip');
});

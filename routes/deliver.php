<?php

declare(strict_types=1);

use App\Deliver\Http\DeliverController;
use App\Deliver\Http\FetchController;
use App\Deliver\Http\OutputsController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/deliver', [DeliverController::class, 'show'])->name('deliver.show');
    Route::get('/selections/{selection}/names', [DeliverController::class, 'names'])->name('deliver.names');
    Route::post('/selections/{selection}/deliveries', [DeliverController::class, 'make'])->name('deliver.make');
    Route::get('/shoots/{shoot}/outputs', [OutputsController::class, 'show'])->name('deliver.outputs');
    Route::post('/shoots/{shoot}/outputs/run', [OutputsController::class, 'run'])->name('deliver.run');
    Route::post('/shoots/{shoot}/outputs/{output?}', [OutputsController::class, 'store'])->whereNumber('output')->name('deliver.output');
    Route::post('/shoots/{shoot}/outputs/{output}/remove', [OutputsController::class, 'remove'])->whereNumber('output')->name('deliver.output.remove');
    Route::post('/deliveries/{delivery}/mail', [DeliverController::class, 'mail'])->name('deliver.mail');
});

Route::middleware('throttle:guest')->group(function (): void {
    Route::get('/d/{token}', [FetchController::class, 'show'])->name('delivery');
    Route::get('/d/{token}/zip', [FetchController::class, 'file'])->name('delivery.zip');
});

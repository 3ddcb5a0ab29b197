<?php

declare(strict_types=1);

use App\Ingest\Http\IngestController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/ingest', [IngestController::class, 'show'])->name('ingest.show');
    Route::post('/shoots/{shoot}/cards', [IngestController::class, 'read'])->name('ingest.read');
    Route::post('/cards/{card}/copy', [IngestController::class, 'copy'])->name('ingest.copy');
    Route::post('/cards/{card}/prove', [IngestController::class, 'prove'])->name('ingest.prove');
    Route::get('/cards/{card}/report', [IngestController::class, 'report'])->name('ingest.report');
    Route::get('/cards/{card}/checksums', [IngestController::class, 'checksums'])->name('ingest.checksums');
    Route::get('/cards/{card}/pictures', [IngestController::class, 'pictures'])->name('ingest.pictures');
});

<?php

declare(strict_types=1);

use App\Ingest\Http\ChooseController;
use App\Ingest\Http\EnterUpload;
use App\Ingest\Http\IngestController;
use App\Ingest\Http\RackController;
use App\Ingest\Http\TusController;
use App\Ingest\Http\UploadController;
use App\Ingest\Http\WhereController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/ingest', [IngestController::class, 'show'])->name('ingest.show');
    Route::post('/shoots/{shoot}/cards', [IngestController::class, 'read'])->name('ingest.read');
    Route::post('/shoots/{shoot}/cards/all', [IngestController::class, 'readAll'])->name('ingest.read-all');
    Route::delete('/cards/{card}', [IngestController::class, 'remove'])->name('ingest.remove');
    Route::post('/cards/{card}/copy', [IngestController::class, 'copy'])->name('ingest.copy');
    Route::post('/cards/{card}/shooter', [IngestController::class, 'shooter'])->name('ingest.shooter');
    Route::post('/cards/{card}/verify', [IngestController::class, 'verify'])->name('ingest.verify');
    Route::post('/cards/{card}/compare', [IngestController::class, 'compare'])->name('ingest.compare');
    Route::get('/cards/{card}/report', [IngestController::class, 'report'])->name('ingest.report');
    Route::get('/cards/{card}/checksums', [IngestController::class, 'checksums'])->name('ingest.checksums');

    Route::get('/cards/{card}', [ChooseController::class, 'show'])->name('ingest.choose');
    Route::get('/cards/{card}/frames', [ChooseController::class, 'frames'])->name('ingest.frames');
    Route::post('/cards/{card}/ticks', [ChooseController::class, 'tick'])->name('ingest.tick');
    Route::post('/shoots/{shoot}/wanted', [ChooseController::class, 'wanted'])->name('ingest.wanted');

    Route::get('/shoots/{shoot}/ingest/where', [WhereController::class, 'show'])->name('ingest.where');
    Route::get('/shoots/{shoot}/ingest/tree', [WhereController::class, 'tree'])->name('ingest.tree');
    Route::get('/shoots/{shoot}/ingest/names', [WhereController::class, 'names'])->name('ingest.names');
    Route::post('/shoots/{shoot}/ingest/rename', [WhereController::class, 'rename'])->name('ingest.rename');
    Route::post('/shoots/{shoot}/ingest/pattern', [WhereController::class, 'use'])->name('ingest.pattern');
    Route::delete('/shoots/{shoot}/ingest/patterns/{pattern}', [WhereController::class, 'removePattern'])->name(
        'ingest.pattern.remove',
    );
    Route::post('/shoots/{shoot}/ingest/places', [WhereController::class, 'addPlace'])->name('ingest.place.add');
    Route::post('/shoots/{shoot}/ingest/places/{place}', [WhereController::class, 'leaveOut'])->name(
        'ingest.place.leave-out',
    );
    Route::post('/shoots/{shoot}/ingest/places/{place}/check', [WhereController::class, 'check'])->name(
        'ingest.place.check',
    );
    Route::post('/shoots/{shoot}/ingest/copies', [WhereController::class, 'copiesRequired'])->name('ingest.copies');

    Route::post('/shoots/{shoot}/arrivals', [UploadController::class, 'announce'])->name('upload.announce');
    Route::post('/shoots/{shoot}/upload-links', [UploadController::class, 'makeLink'])->name('upload.make');
    Route::post('/upload-links/{link}/withdraw', [UploadController::class, 'withdraw'])->name('upload.withdraw');

    Route::get('/rack', [RackController::class, 'show'])->name('rack');
    Route::post('/rack/{name}', [RackController::class, 'change'])->name('rack.change');
});

Route::middleware('throttle:guest')
    ->prefix('/u/{token}')
    ->group(function (): void {
        Route::get('/', [UploadController::class, 'page'])->name('upload.link');
        Route::get('/cards', [UploadController::class, 'sent'])->name('upload.sent');
        Route::post('/arrivals', [UploadController::class, 'announceByLink'])->name('upload.announce-by-link');
    });

Route::middleware(EnterUpload::class)
    ->prefix('/arrivals/{arriving}')
    ->group(function (): void {
        Route::options('/', [TusController::class, 'options']);
        Route::post('/', [TusController::class, 'create'])->name('tus.create');
        Route::match(['HEAD'], '/{file}', [TusController::class, 'offset'])->name('tus.file');
        Route::patch('/{file}', [TusController::class, 'append']);
        Route::delete('/{file}', [TusController::class, 'remove']);
    });

<?php

declare(strict_types=1);

use App\Deliver\Http\ContactSheetsController;
use App\Deliver\Http\DeliverController;
use App\Deliver\Http\DeliveriesController;
use App\Deliver\Http\EnterDelivery;
use App\Deliver\Http\EnterReturn;
use App\Deliver\Http\FetchController;
use App\Deliver\Http\HandoffsController;
use App\Deliver\Http\OriginalsController;
use App\Deliver\Http\OutputsController;
use App\Deliver\Http\ReturnController;
use App\Deliver\Http\SentOutController;
use App\Ingest\Http\TusController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/deliver', [DeliverController::class, 'show'])->name('deliver.show');
    Route::get('/selections/{selection}/names', [DeliverController::class, 'names'])->name('deliver.names');
    Route::post('/selections/{selection}/deliveries', [DeliverController::class, 'make'])->name('deliver.make');
    Route::get('/shoots/{shoot}/outputs', [OutputsController::class, 'show'])->name('deliver.outputs');
    Route::post('/shoots/{shoot}/outputs/run', [OutputsController::class, 'run'])->name('deliver.run');
    Route::post('/shoots/{shoot}/outputs/{output?}', [OutputsController::class, 'store'])->name('deliver.output');
    Route::delete('/shoots/{shoot}/outputs/{output}', [OutputsController::class, 'remove'])->name(
        'deliver.output.remove',
    );
    Route::get('/shoots/{shoot}/originals', [OriginalsController::class, 'show'])->name('originals');
    Route::get('/shoots/{shoot}/originals/preview', [OriginalsController::class, 'preview'])->name('originals.preview');
    Route::post('/shoots/{shoot}/originals', [OriginalsController::class, 'store'])->name('originals.store');
    Route::get('/shoots/{shoot}/deliveries/new', [DeliveriesController::class, 'create'])->name('delivery.new');
    Route::post('/shoots/{shoot}/deliveries', [DeliveriesController::class, 'store'])->name('delivery.store');
    Route::get('/deliveries/{delivery}', [DeliveriesController::class, 'show'])->name('delivery.show');
    Route::get('/deliveries/{delivery}/changed', [DeliveriesController::class, 'changed'])->name('delivery.changed');
    Route::post('/deliveries/{delivery}', [DeliveriesController::class, 'update'])->name('delivery.update');
    Route::post('/deliveries/{delivery}/parts', [DeliveriesController::class, 'add'])->name('delivery.add');
    Route::post('/deliveries/{delivery}/again', [DeliveriesController::class, 'again'])->name('delivery.again');
    Route::post('/deliveries/{delivery}/go-on', [DeliveriesController::class, 'goOn'])->name('delivery.go-on');
    Route::delete('/deliveries/{delivery}', [DeliveriesController::class, 'remove'])->name('delivery.remove');
    Route::post('/deliveries/{delivery}/free', [DeliveriesController::class, 'free'])->name('delivery.free');
    Route::get('/shoots/{shoot}/sent-out', [SentOutController::class, 'show'])->name('sent-out');
    Route::post('/shoots/{shoot}/sent-out', [SentOutController::class, 'send'])->name('sent-out.send');
    Route::post('/shipments/{shipment}/go-on', [SentOutController::class, 'goOn'])->name('sent-out.go-on');
    Route::post('/shipments/{shipment}/replace', [SentOutController::class, 'replace'])->name('sent-out.replace');
    Route::post('/shoots/{shoot}/destinations/{destination?}', [SentOutController::class, 'destination'])->name(
        'destination',
    );
    Route::post('/shoots/{shoot}/destinations/{destination}/mood', [SentOutController::class, 'mood'])->name(
        'destination.mood',
    );
    Route::delete('/shoots/{shoot}/destinations/{destination}', [SentOutController::class, 'remove'])->name(
        'destination.remove',
    );
    Route::get('/shoots/{shoot}/sheets', [ContactSheetsController::class, 'index'])->name('sheets');
    Route::post('/shoots/{shoot}/sheets', [ContactSheetsController::class, 'store'])->name('sheets.store');
    Route::delete('/sheets/{sheet}', [ContactSheetsController::class, 'remove'])->name('sheets.remove');
    Route::delete('/output-runs/{run}', [OutputsController::class, 'removeRun'])->name('deliver.run.remove');
    Route::get('/sheets/{sheet}', [ContactSheetsController::class, 'fetch'])->name('sheet');
    Route::get('/shoots/{shoot}/handoffs', [HandoffsController::class, 'index'])->name('handoffs');
    Route::post('/shoots/{shoot}/handoffs', [HandoffsController::class, 'store'])->name('handoffs.store');
    Route::post('/shoots/{shoot}/watched', [HandoffsController::class, 'watch'])->name('handoffs.watch');
    Route::post('/shoots/{shoot}/versions', [HandoffsController::class, 'version'])->name('handoffs.version');
    Route::get('/handoffs/{handoff}', [HandoffsController::class, 'show'])->name('handoff');
    Route::post('/handoffs/{handoff}/rounds', [HandoffsController::class, 'nextRound'])->name('handoff.rounds');
    Route::post('/handoffs/{handoff}/close', [HandoffsController::class, 'close'])->name('handoff.close');
    Route::post('/returned/{returned}', [HandoffsController::class, 'answer'])->name('handoff.answer');
    Route::post('/recipients/{recipient}/tell', [DeliveriesController::class, 'tell'])->name('delivery.tell');
    Route::post('/recipients/{recipient}/withdraw', [DeliveriesController::class, 'withdraw'])->name(
        'delivery.withdraw',
    );
});

Route::post('/d/{token}/password', [FetchController::class, 'password'])
    ->middleware('throttle:gallery-password')
    ->name('delivery.password');
Route::middleware(['throttle:guest', EnterDelivery::class])
    ->prefix('/d/{token}')
    ->group(function (): void {
        Route::get('/', [FetchController::class, 'show'])->name('delivery');
        Route::get('/zip', [FetchController::class, 'only'])->name('delivery.only');
        Route::get('/zips/{zip}', [FetchController::class, 'zip'])->name('delivery.zip');
        Route::get('/files/{file}', [FetchController::class, 'file'])
            ->where('file', '[0-9]{1,18}')
            ->name('delivery.file');
        Route::get('/checksums', [FetchController::class, 'checksums'])->name('delivery.checksums');
        Route::post('/returns', [ReturnController::class, 'announce'])->name('return.announce');
        Route::get('/returns', [ReturnController::class, 'sent'])->name('return.sent');
    });

// Files come back in pieces: more requests than the pages of a guest make.
Route::middleware([EnterDelivery::class, EnterReturn::class])
    ->prefix('/d/{token}/arriving')
    ->group(function (): void {
        Route::options('/', [TusController::class, 'options']);
        Route::post('/', [TusController::class, 'create'])->name('return.tus');
        Route::match(['HEAD'], '/{file}', [TusController::class, 'offset']);
        Route::patch('/{file}', [TusController::class, 'append']);
        Route::delete('/{file}', [TusController::class, 'remove']);
    });

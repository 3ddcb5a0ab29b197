<?php

declare(strict_types=1);

use App\Captions\Http\BatchesController;
use App\Captions\Http\CaptionsController;
use App\Captions\Http\ListsController;
use App\Captions\Http\SidecarsController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')
    ->prefix('/shoots/{shoot}/captions')
    ->name('captions.')
    ->group(function (): void {
        Route::get('/', [CaptionsController::class, 'show'])->name('show');
        Route::post('/', [CaptionsController::class, 'store'])->name('store');
        Route::get('/tiles', [CaptionsController::class, 'tiles'])->name('tiles');
        Route::post('/preview', [CaptionsController::class, 'preview'])->name('preview');
        Route::delete('/sheets/{sheet}', [CaptionsController::class, 'removeSheet'])->name('remove-sheet');
        Route::post('/replace', [BatchesController::class, 'replace'])->name('replace');
        Route::post('/paste', [BatchesController::class, 'paste'])->name('paste');
        Route::get('/frames/{frame}', [BatchesController::class, 'frame'])->name('frame')->scopeBindings();
        Route::post('/frames/{frame}', [BatchesController::class, 'storeFrame'])->name('store-frame')->scopeBindings();
        Route::get('/steps/{batch}', [BatchesController::class, 'show'])->name('batch')->scopeBindings();
        Route::get('/steps/{batch}/summary', [BatchesController::class, 'summary'])->name('summary')->scopeBindings();
        Route::get('/steps/{batch}/summary/{task}', [BatchesController::class, 'summed'])->name('summed');
        Route::post('/steps/{batch}', [BatchesController::class, 'apply'])->name('apply')->scopeBindings();
        Route::post('/steps/{batch}/undo', [BatchesController::class, 'undo'])->name('undo')->scopeBindings();
        Route::get('/lists', [ListsController::class, 'show'])->name('lists');
        Route::post('/lists/roster', [ListsController::class, 'storeRoster'])->name('roster');
        Route::post('/lists/keywords', [ListsController::class, 'storeKeywords'])->name('keywords');
        Route::post('/lists/wishes', [ListsController::class, 'storeWishes'])->name('wishes');
        Route::get('/lists/people', [ListsController::class, 'people'])->name('people');
        Route::get('/lists/words', [ListsController::class, 'words'])->name('words');
        Route::get('/sidecars', [SidecarsController::class, 'show'])->name('sidecars');
        Route::post('/sidecars', [SidecarsController::class, 'write'])->name('write');
        Route::post('/sidecars/look', [SidecarsController::class, 'look'])->name('look');
        Route::post('/sidecars/settle', [SidecarsController::class, 'settle'])->name('settle');
    });

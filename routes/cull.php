<?php

declare(strict_types=1);

use App\Cull\Http\AfterController;
use App\Cull\Http\CullController;
use App\Cull\Http\HabitsController;
use App\Cull\Http\ListsController;
use App\Cull\Http\MarksController;
use App\Cull\Http\MomentsController;
use App\Cull\Http\ProposalsController;
use App\Cull\Http\RoundsController;
use App\Cull\Http\SetsController;
use App\Cull\Http\ShelfController;
use App\Cull\Http\WholePictureController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')
    ->prefix('/shoots/{shoot}/cull')
    ->name('cull.')
    ->group(function (): void {
        Route::get('/', [CullController::class, 'show'])->name('show');
        Route::get('/frames', [CullController::class, 'frames'])->name('frames');
        Route::get('/finished', [CullController::class, 'finished'])->name('finished');
        Route::get('/since/{revision}', [CullController::class, 'since'])->name('since');
        Route::get('/coverage', [CullController::class, 'coverage'])->name('coverage');
        Route::get('/meeting', [CullController::class, 'meeting'])->name('meeting');
        Route::get('/frames/{frame}/whole', WholePictureController::class)->name('whole');
        Route::post('/marks', [MarksController::class, 'store'])->name('mark');
        Route::post('/fineness', [MomentsController::class, 'finer'])->name('fineness');
        Route::post('/border', [MomentsController::class, 'byHand'])->name('border');
        Route::get('/rounds', [RoundsController::class, 'index'])->name('rounds');
        Route::post('/rounds', [RoundsController::class, 'store'])->name('rounds.store');
        Route::post('/rounds/{round}/resume', [RoundsController::class, 'resume'])
            ->scopeBindings()
            ->name('rounds.resume');
        Route::delete('/rounds/{round}', [RoundsController::class, 'discard'])->name('rounds.discard')->scopeBindings();
        Route::post('/sets', [SetsController::class, 'store'])->name('sets.store');
        Route::delete('/sets/{set}', [SetsController::class, 'remove'])->name('sets.remove');
        Route::post('/collect', [SetsController::class, 'collect'])->name('collect');
        Route::post('/uses', [SetsController::class, 'storeUse'])->name('uses.store');
        Route::get('/list', [ListsController::class, 'show'])->name('list');
        Route::get('/list.csv', [ListsController::class, 'csv'])->name('csv');
        Route::post('/list', [ListsController::class, 'store'])->name('list.store');
        Route::get('/proposals', [ProposalsController::class, 'show'])->name('proposals');
        Route::post('/proposals', [ProposalsController::class, 'update'])->name('proposals.update');
        Route::post('/taste', [ProposalsController::class, 'learn'])->name('taste');
        Route::delete('/taste', [ProposalsController::class, 'forget'])->name('taste.forget');
        Route::post('/measure', [ProposalsController::class, 'measure'])->name('measure');
        Route::get('/frames/{frame}/people', [ProposalsController::class, 'people'])->scopeBindings()->name('people');
        Route::post('/reset', [RoundsController::class, 'reset'])->name('reset');
        Route::get('/dropped', [AfterController::class, 'show'])->name('dropped');
        Route::post('/dropped/aside', [AfterController::class, 'aside'])->name('aside');
        Route::post('/dropped/back', [AfterController::class, 'back'])->name('back');
        Route::post('/dropped/delete', [AfterController::class, 'delete'])->name('delete');
    });
Route::middleware('auth')->group(function (): void {
    Route::get('/sets', [ShelfController::class, 'index'])->name('shelf');
    Route::post('/sets/{set}', [ShelfController::class, 'rename'])->name('shelf.rename');
    Route::delete('/sets/{set}', [ShelfController::class, 'remove'])->name('shelf.remove');
    Route::post('/habits/keys', [HabitsController::class, 'keys'])->name('habits.keys');
    Route::post('/habits/moves-on', [HabitsController::class, 'movesOn'])->name('habits.moves-on');
});

<?php

declare(strict_types=1);

use App\Studio\Http\FirstStartController;
use App\Studio\Http\OutboxController;
use App\Studio\Http\ShootsController;
use App\Studio\Http\SignInController;
use App\Studio\Http\SuggestedPasswordController;
use App\Studio\Http\TasksController;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Route;

Route::middleware('guest')->group(function (): void {
    Route::get('/first-start', [FirstStartController::class, 'create'])->name('first-start');
    Route::post('/first-start', [FirstStartController::class, 'store'])->middleware('throttle:sign-in');
    Route::get('/sign-in', [SignInController::class, 'create'])->name('login');
    Route::post('/sign-in', [SignInController::class, 'store'])->middleware('throttle:sign-in');
});

Route::middleware('auth')->group(function (): void {
    Route::post('/sign-out', [SignInController::class, 'destroy'])->name('sign-out');
    Route::get('/', [ShootsController::class, 'index'])->name('shoots');
    Route::get('/shoots/new', [ShootsController::class, 'create'])->name('shoots.new');
    Route::get('/shoots', fn (): RedirectResponse => redirect('/'));
    Route::post('/shoots', [ShootsController::class, 'store'])->name('shoots.store');
    Route::get('/shoots/{shoot}/edit', [ShootsController::class, 'edit'])->name('shoots.edit');
    Route::post('/shoots/{shoot}', [ShootsController::class, 'update'])->name('shoots.update');
    Route::post('/shoots/{shoot}/finish', [ShootsController::class, 'finish'])->name('shoots.finish');
    Route::post('/shoots/{shoot}/reopen', [ShootsController::class, 'reopen'])->name('shoots.reopen');
    Route::get('/tasks/{task}', [TasksController::class, 'show'])->name('tasks.show');
    Route::post('/tasks/{task}/stop', [TasksController::class, 'stop'])->name('tasks.stop');
    Route::get('/suggested-password', SuggestedPasswordController::class)->name('suggested-password');
    Route::get('/outbox', [OutboxController::class, 'index'])->name('outbox');
    Route::get('/outbox/{mail}', [OutboxController::class, 'show'])->name('outbox.mail');
    Route::get('/outbox/{mail}/file', [OutboxController::class, 'file'])->name('outbox.file');
});

<?php

declare(strict_types=1);

use App\Proof\Http\EnterGallery;
use App\Proof\Http\GuestController;
use App\Proof\Http\ProofController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/proof', [ProofController::class, 'show'])->name('proof.show');
    Route::post('/shoots/{shoot}/galleries', [ProofController::class, 'publish'])->name('proof.publish');
    Route::get('/galleries/{gallery}', [ProofController::class, 'gallery'])->name('proof.gallery');
    Route::post('/galleries/{gallery}/close', [ProofController::class, 'close'])->name('proof.close');
});

Route::post('/g/{token}/password', [GuestController::class, 'password'])->middleware('throttle:gallery-password')->name('gallery.password');
Route::middleware(['throttle:guest', EnterGallery::class])->prefix('/g/{token}')->group(function (): void {
    Route::get('/', [GuestController::class, 'show'])->name('gallery');
    Route::get('/frames', [GuestController::class, 'frames'])->name('gallery.frames');
    Route::post('/choices', [GuestController::class, 'choose'])->name('gallery.choose');
    Route::post('/comments', [GuestController::class, 'comment'])->name('gallery.comment');
    Route::get('/send', [GuestController::class, 'lookOver'])->name('gallery.look-over');
    Route::post('/send', [GuestController::class, 'send'])->name('gallery.send');
});

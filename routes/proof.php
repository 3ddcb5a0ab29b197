<?php

declare(strict_types=1);

use App\Proof\Http\BrandingController;
use App\Proof\Http\EnterGallery;
use App\Proof\Http\GalleryController;
use App\Proof\Http\GuestController;
use App\Proof\Http\NotesController;
use App\Proof\Http\ProofController;
use App\Proof\Http\SelectionsController;
use App\Proof\Http\SharesController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/shoots/{shoot}/proof', [ProofController::class, 'show'])->name('proof.show');
    Route::post('/shoots/{shoot}/galleries', [ProofController::class, 'publish'])->name('proof.publish');
    Route::get('/galleries/{gallery}', [GalleryController::class, 'show'])->name('proof.gallery');
    Route::get('/galleries/{gallery}/changes', [GalleryController::class, 'outOfDate'])->name('proof.changes');
    Route::post('/galleries/{gallery}', [GalleryController::class, 'update'])->name('proof.update');
    Route::post('/galleries/{gallery}/again', [GalleryController::class, 'again'])->name('proof.again');
    Route::get('/galleries/{gallery}/links', [GalleryController::class, 'links'])->name('proof.links');
    Route::post('/galleries/{gallery}/final', [GalleryController::class, 'final'])->name('proof.final');
    Route::post('/galleries/{gallery}/shares', [SharesController::class, 'store'])->name('proof.shares.store');
    Route::post('/shares/{share}', [SharesController::class, 'update'])->name('proof.shares.update');
    Route::delete('/shares/{share}', [SharesController::class, 'remove'])->name('proof.shares.remove');
    Route::delete('/galleries/{gallery}', [GalleryController::class, 'remove'])->name('proof.remove');
    Route::post('/shares/{share}/withdraw', [SharesController::class, 'withdraw'])->name('proof.withdraw');
    Route::post('/shares/{share}/invite', [SharesController::class, 'invite'])->name('proof.invite');
    Route::post('/guests/{guest}/open', [SharesController::class, 'reopen'])->name('proof.reopen');
    Route::post('/comments/{comment}/answer', [NotesController::class, 'answer'])->name('proof.answer');
    Route::post('/comments/{comment}/done', [NotesController::class, 'done'])->name('proof.done');
    Route::get('/selections/{selection}.csv', [SelectionsController::class, 'csv'])->name('selection.csv');
    Route::get('/selections/{selection}.json', [SelectionsController::class, 'json'])->name('selection.json');
    Route::post('/selections/{selection}/use', [SelectionsController::class, 'use'])->name('selection.use');
    Route::get('/branding', [BrandingController::class, 'show'])->name('branding');
    Route::post('/branding', [BrandingController::class, 'store'])->name('branding.store');
});

Route::get('/colours/{ground}-{accent}.css', [BrandingController::class, 'colours'])
    ->where(['ground' => '[0-9a-f]{6}', 'accent' => '[0-9a-f]{6}'])
    ->name('colours');

// Guests come by the studio's own prefix, or without one.
foreach (['' => '/g/{token}', '.prefixed' => '/{prefix}/g/{token}'] as $kind => $path) {
    Route::post("{$path}/password", [GuestController::class, 'password'])
        ->middleware('throttle:gallery-password')
        ->name("gallery.password{$kind}");
    Route::middleware(EnterGallery::class)
        ->prefix($path)
        ->group(function () use ($kind): void {
            Route::get('/', [GuestController::class, 'show'])->name("gallery{$kind}");
            Route::get('/me/{key}', [GuestController::class, 'me'])->name("gallery.me{$kind}");
            Route::get('/frames', [GuestController::class, 'frames'])->name("gallery.frames{$kind}");
            Route::get('/since', [GuestController::class, 'since'])->name("gallery.since{$kind}");
            Route::post('/steps', [GuestController::class, 'steps'])->name("gallery.steps{$kind}");
            Route::get('/send', [GuestController::class, 'lookOver'])->name("gallery.look-over{$kind}");
            Route::post('/send', [GuestController::class, 'send'])->name("gallery.send{$kind}");
            Route::post('/keep', [GuestController::class, 'keep'])
                ->middleware('throttle:gallery-mail')
                ->name("gallery.keep{$kind}");
            Route::get('/pictures/{number}', [GuestController::class, 'download'])
                ->middleware('throttle:gallery-large')
                ->name("gallery.download{$kind}");
        });
}

<?php

declare(strict_types=1);

use App\Archive\Http\ArchiveController;
use App\Archive\Http\LeavingController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('/archive', [ArchiveController::class, 'index'])->name('archive');
    Route::get('/archive/disks', [ArchiveController::class, 'disks'])->name('archive.disks');
    Route::get('/archive/bags', [ArchiveController::class, 'list'])->name('archive.bags');
    Route::post('/archive', [ArchiveController::class, 'takeIn'])->name('archive.take-in');
    Route::get('/shoots/{shoot}/archive', [ArchiveController::class, 'show'])->name('archive.show');
    Route::post('/shoots/{shoot}/archive', [ArchiveController::class, 'make'])->name('archive.make');
    Route::get('/shoots/{shoot}/archive/places', [ArchiveController::class, 'places'])->name('archive.places');
    Route::get('/shoots/{shoot}/archive/used', [ArchiveController::class, 'use'])->name('archive.used');
    Route::post('/shoots/{shoot}/archive/free', [ArchiveController::class, 'free'])->name('archive.free');
    Route::get('/shoots/{shoot}/leave', [LeavingController::class, 'show'])->name('archive.leave');
    Route::post('/shoots/{shoot}/leave', [LeavingController::class, 'store']);
    Route::post('/bags/{bag}/check', [ArchiveController::class, 'check'])->name('archive.check');
});

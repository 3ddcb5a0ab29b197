<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('cards', function (Blueprint $table): void {
            // Paths on the card that are not copied.
            $table->json('left_out')->default('[]');
            // Whether it is copied as soon as it is read.
            $table->boolean('is_copied_at_once')->default(false);
        });
        Schema::table('shoots', function (Blueprint $table): void {
            // Since when it is being deleted.
            $table->timestamp('removal_at')->nullable();
        });
        Schema::table('shares', function (Blueprint $table): void {
            // What whoever comes by this link reads first; null for what the gallery says to all.
            $table->text('message')->nullable();
        });
    }
};

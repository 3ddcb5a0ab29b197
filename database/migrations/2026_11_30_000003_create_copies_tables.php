<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('places', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('key', 80)->unique();
            $table->string('name', 40);
            $table->string('path', 1024);
            $table->char('marker', 36);
            $table->boolean('has_marker')->default(false);
            $table->timestamp('left_out_at')->nullable();
            // The originals inside a bag: read from, never written to.
            $table->boolean('is_bag')->default(false);
            $table->timestamps();
        });
        Schema::create('copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('file_id')->constrained()->cascadeOnDelete();
            $table->string('place', 40);
            $table->char('hash', 32);
            $table->timestamp('verified_at', 3);
            $table->unique(['file_id', 'place']);
        });
        Schema::create('version_copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('version_id')->constrained()->cascadeOnDelete();
            $table->string('place', 80);
            $table->char('hash', 32);
            $table->timestamp('verified_at', 3);
            $table->unique(['version_id', 'place']);
        });
    }
};

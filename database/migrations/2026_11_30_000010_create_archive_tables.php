<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('bags', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->nullable()->constrained()->nullOnDelete();
            // Its folder below that of the archive.
            $table->string('name');
            // making, made, checked, damaged, arriving, refused
            $table->string('state', 12);
            $table->unsignedInteger('files_count')->default(0);
            $table->unsignedBigInteger('bytes')->default(0);
            $table->string('problem', 1000)->nullable();
            $table->timestamp('made_at')->nullable();
            $table->timestamp('checked_at')->nullable();
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
    }
};

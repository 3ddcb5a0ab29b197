<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('frames', function (Blueprint $table): void {
            // What the camera called it, once its copies are called otherwise; empty while the two are the same.
            $table->string('camera_name')->default('');
        });
        Schema::table('files', function (Blueprint $table): void {
            // The running number in the shoot that it was named with.
            $table->unsignedInteger('number')->nullable();
        });
        Schema::create('renames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('file_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('version_id')->nullable()->constrained()->cascadeOnDelete();
            // Below a place. 3,072 bytes are the most that an index takes.
            $table->binary('from_path', 3072);
            $table->binary('to_path', 3072);
            $table->unsignedInteger('number')->nullable();
            $table->string('state', 10);
        });
    }
};

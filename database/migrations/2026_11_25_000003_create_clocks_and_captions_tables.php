<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('clocks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('body_id')->constrained();
            $table->bigInteger('offset_ms');
            $table->double('drift');
            $table->bigInteger('right_at_ms')->nullable();
            $table->timestamps();
            $table->unique(['shoot_id', 'body_id']);
        });
        Schema::create('caption_sheets', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->unique()->constrained()->cascadeOnDelete();
            $table->json('fields');
            $table->timestamps();
        });
        Schema::create('captions', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->json('fields');
            $table->timestamp('written_at')->nullable();
            $table->index(['shoot_id', 'written_at']);
        });
    }
};

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
            // What a clock is limited to: one card, a span of readings, or neither.
            $table->foreignId('card_id')->nullable()->constrained()->cascadeOnDelete();
            $table->bigInteger('from_ms')->nullable();
            $table->bigInteger('to_ms')->nullable();
            $table->string('zone', 64)->nullable();
            $table->timestamps();
            $table->index(['shoot_id', 'body_id']);
        });
        Schema::create('ties', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            // Another frame of the same instant, or the instant itself.
            $table->foreignId('other_frame_id')->nullable()->constrained('frames')->cascadeOnDelete();
            $table->bigInteger('true_ms')->nullable();
            $table->string('note', 200)->default('');
            $table->timestamps();
        });
        Schema::create('clock_changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('body_id')->constrained();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->json('before');
            $table->string('title');
            $table->timestamp('undone_at', 3)->nullable();
            $table->timestamps();
        });
    }
};

<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('selection_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->unsignedInteger('frames_count');
            $table->unsignedBigInteger('bytes')->default(0);
            $table->char('hash', 32)->nullable();
            $table->timestamp('made_at')->nullable();
            $table->timestamps();
        });
        Schema::create('receipts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 12);
            $table->unsignedBigInteger('from_byte')->default(0);
            $table->string('agent')->default('');
            $table->timestamp('at');
            $table->index(['delivery_id', 'at']);
        });
    }
};

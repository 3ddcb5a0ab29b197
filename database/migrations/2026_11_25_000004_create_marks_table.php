<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('marks', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('verdict_before', 4);
            $table->string('verdict', 4);
            $table->unsignedTinyInteger('rating_before');
            $table->unsignedTinyInteger('rating');
            $table->timestamp('made_at', 3);
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->index(['shoot_id', 'member_id', 'taken_back_at', 'id']);
        });
    }
};

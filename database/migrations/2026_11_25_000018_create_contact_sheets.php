<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('contact_sheets', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('title', 120);
            $table->json('plan');
            $table->json('frames');
            $table->unsignedInteger('pages')->default(0);
            $table->unsignedBigInteger('bytes')->default(0);
            $table->timestamp('opened_at');
            $table->timestamp('made_at')->nullable();
        });
    }
};

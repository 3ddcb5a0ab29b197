<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('outputs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->json('plan');
            $table->string('folder');
            $table->string('file');
            // In one folder for all shoots, such as the website's.
            $table->boolean('is_shared')->default(false);
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
        Schema::create('output_runs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->json('outputs');
            $table->json('frames');
            $table->timestamp('begun_at');
        });
        Schema::create('output_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('output_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->string('path', 700);
            // The picture, its words and the way of writing: while it is the same, nothing is written again.
            $table->char('fingerprint', 32);
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->timestamp('made_at');
            $table->unique(['output_id', 'frame_id']);
        });
    }
};

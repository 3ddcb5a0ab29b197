<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('galleries', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('title');
            $table->text('message');
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->string('password')->nullable();
            $table->string('watermark', 80)->default('');
            $table->unsignedSmallInteger('wanted')->nullable();
            $table->string('guest_email')->default('');
            $table->timestamp('published_at')->nullable();
            $table->timestamp('closed_at')->nullable();
            $table->timestamps();
        });
        Schema::create('gallery_frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('small_path', 120)->nullable();
            $table->string('large_path', 120)->nullable();
            $table->unsignedSmallInteger('width')->default(3);
            $table->unsignedSmallInteger('height')->default(2);
            $table->unique(['gallery_id', 'frame_id']);
            $table->unique(['gallery_id', 'number']);
        });
        Schema::create('guests', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->char('key_hash', 64)->unique();
            $table->string('name')->default('');
            $table->string('email')->default('');
            $table->timestamps();
        });
        Schema::create('choices', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->timestamp('chosen_at');
            $table->unique(['guest_id', 'gallery_frame_id']);
        });
        Schema::create('comments', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->text('text');
            $table->timestamps();
            $table->index(['gallery_frame_id', 'id']);
        });
        Schema::create('selections', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('email');
            $table->text('message');
            $table->timestamp('sent_at');
        });
        Schema::create('selection_frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('selection_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->text('comment')->nullable();
            $table->unique(['selection_id', 'frame_id']);
        });
    }
};

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
            $table->timestamp('published_at')->nullable();
            $table->json('watermark')->nullable();
            $table->string('sectioning', 10)->default('none');
            $table->foreignId('cover_id')->nullable()->constrained('frames')->nullOnDelete();
            $table->string('metadata', 10)->default('rights');
            // The use whose look frames have in it, where they have one; empty for their own.
            $table->string('look', 60)->default('');
            // What the frames were meant by, to see later which have joined them.
            $table->text('source')->nullable();
            // Frames for which this is true come in by themselves.
            $table->text('live')->nullable();
            // Since when choices were made that are not counted yet.
            $table->timestamp('uncounted_at')->nullable();
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
            $table->string('plain_small_path', 120)->nullable();
            $table->string('plain_large_path', 120)->nullable();
            $table->string('section', 160)->default('');
            // As it was published: what is out of date is seen by it.
            $table->string('picture', 120)->nullable();
            $table->bigInteger('taken_ms')->nullable();
            $table->text('headline')->nullable();
            $table->text('description')->nullable();
            $table->timestamp('gone_at')->nullable();
            $table->timestamp('came_at', 3)->nullable();
            $table->unique(['gallery_id', 'frame_id']);
            $table->unique(['gallery_id', 'number']);
        });
        Schema::create('shares', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->string('password')->nullable();
            $table->json('rights');
            $table->boolean('is_watermarked')->default(true);
            // For named people only, each with a link of their own.
            $table->boolean('is_named')->default(false);
            $table->date('ends_on')->nullable();
            $table->timestamp('withdrawn_at')->nullable();
            // What whoever comes by this link reads first; null for what the gallery says to all.
            $table->text('message')->nullable();
            $table->timestamps();
        });
        Schema::create('guests', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->char('key_hash', 64)->unique();
            $table->string('name')->default('');
            $table->string('email')->default('');
            $table->foreignId('share_id')->nullable()->constrained()->cascadeOnDelete();
            // The key itself, for the link that brings somebody back on another device.
            $table->text('key')->nullable();
            $table->timestamp('invited_at')->nullable();
            $table->timestamp('reminded_at')->nullable();
            $table->timestamp('seen_at')->nullable();
            // Sent in, and closed until the studio opens it again.
            $table->timestamp('sent_at')->nullable();
            $table->timestamps();
        });
        Schema::create('choices', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->timestamp('chosen_at');
            $table->string('list', 40)->default('Chosen');
            $table->unique(['guest_id', 'gallery_frame_id', 'list']);
            $table->index('guest_id');
        });
        Schema::create('guest_ratings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('rating');
            $table->unique(['guest_id', 'gallery_frame_id']);
        });
        Schema::create('guest_steps', function (Blueprint $table): void {
            // Steps that arrived, so that a request that was held up on its way cannot undo what was done after it.
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->char('uuid', 36);
            $table->text('refusal')->nullable();
            $table->timestamp('arrived_at')->useCurrent();
            $table->primary(['guest_id', 'uuid']);
        });
        Schema::create('comments', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->text('text');
            // One that arrives twice counts once.
            $table->char('uuid', 36)->nullable()->unique();
            $table->json('drawing')->nullable();
            $table->text('answer')->nullable();
            $table->timestamp('answered_at')->nullable();
            $table->timestamp('done_at')->nullable();
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
            $table->string('list', 40)->default('Chosen');
            $table->unsignedTinyInteger('rating')->default(0);
            $table->unique(['selection_id', 'frame_id', 'list']);
            $table->index('selection_id');
        });
    }
};

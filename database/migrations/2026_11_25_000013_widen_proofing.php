<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('studios', function (Blueprint $table): void {
            // The studio's face on guests' pages.
            $table->string('mark_path', 120)->nullable();
            $table->string('ground', 7)->default('#faf8f3');
            $table->string('accent', 7)->default('#b93c15');
            $table->string('prefix', 40)->nullable()->unique();
        });
        Schema::create('shares', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('gallery_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->string('password')->nullable();
            $table->json('rights');
            $table->boolean('is_marked')->default(true);
            // For named people only, each with a link of their own.
            $table->boolean('is_named')->default(false);
            $table->date('ends_on')->nullable();
            $table->timestamp('withdrawn_at')->nullable();
            $table->timestamps();
        });
        Schema::table('galleries', function (Blueprint $table): void {
            $table->json('mark')->nullable();
            $table->string('sectioning', 10)->default('none');
            $table->foreignId('cover_id')->nullable()->constrained('frames')->nullOnDelete();
            $table->string('metadata', 10)->default('rights');
            // What the frames were meant by, to see later which have joined them.
            $table->text('source')->nullable();
            // Frames for which this is true come in by themselves.
            $table->text('live')->nullable();
            // Since when choices were made that are not counted yet.
            $table->timestamp('uncounted_at')->nullable();
        });
        foreach (DB::table('galleries')->get() as $gallery) {
            DB::table('galleries')
                ->where('id', $gallery->id)
                ->update(['mark' => json_encode(['text' => $gallery->watermark])]);
            $choice = [['name' => 'Chosen', 'least' => null, 'most' => $gallery->wanted]];
            DB::table('shares')->insert([
                'gallery_id' => $gallery->id,
                'name' => 'Everybody with the link',
                'token' => $gallery->token,
                'token_hash' => $gallery->token_hash,
                'password' => $gallery->password,
                'rights' => json_encode(['lists' => $choice, 'comments' => true]),
                'is_marked' => $gallery->watermark !== '',
                'withdrawn_at' => $gallery->closed_at,
                'created_at' => $gallery->created_at,
                'updated_at' => $gallery->updated_at,
            ]);
        }
        Schema::table('galleries', function (Blueprint $table): void {
            $table->dropUnique(['token_hash']);
            $table->dropColumn(['token', 'token_hash', 'password', 'watermark', 'wanted', 'closed_at', 'guest_email']);
        });
        Schema::table('gallery_frames', function (Blueprint $table): void {
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
        });
        DB::update(
            'UPDATE gallery_frames JOIN frames ON frames.id = gallery_frames.frame_id SET gallery_frames.picture = frames.large_path, gallery_frames.taken_ms = frames.taken_ms',
        );
        Schema::table('guests', function (Blueprint $table): void {
            $table->foreignId('share_id')->nullable()->constrained()->cascadeOnDelete();
            // The key itself, for the link that brings somebody back on another device.
            $table->text('key')->nullable();
            $table->timestamp('invited_at')->nullable();
            $table->timestamp('reminded_at')->nullable();
            $table->timestamp('seen_at')->nullable();
            // Sent in, and closed until the studio opens it again.
            $table->timestamp('sent_at')->nullable();
        });
        DB::update(
            'UPDATE guests JOIN shares ON shares.gallery_id = guests.gallery_id SET guests.share_id = shares.id',
        );
        Schema::table('choices', function (Blueprint $table): void {
            $table->string('list', 40)->default('Chosen');
            $table->index('guest_id');
            $table->dropUnique(['guest_id', 'gallery_frame_id']);
            $table->unique(['guest_id', 'gallery_frame_id', 'list']);
        });
        Schema::create('guest_ratings', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gallery_frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('rating');
            $table->unique(['guest_id', 'gallery_frame_id']);
        });
        Schema::table('comments', function (Blueprint $table): void {
            // One that arrives twice counts once.
            $table->char('uuid', 36)->nullable()->unique();
            $table->json('drawing')->nullable();
            $table->text('answer')->nullable();
            $table->timestamp('answered_at')->nullable();
            $table->timestamp('done_at')->nullable();
        });
        Schema::table('selection_frames', function (Blueprint $table): void {
            $table->string('list', 40)->default('Chosen');
            $table->unsignedTinyInteger('rating')->default(0);
            $table->index('selection_id');
            $table->dropUnique(['selection_id', 'frame_id']);
            $table->unique(['selection_id', 'frame_id', 'list']);
        });
        Schema::table('frames', function (Blueprint $table): void {
            // How many guests want it, for culling and for filters.
            $table->unsignedSmallInteger('chosen')->default(0);
            $table->unsignedSmallInteger('noted')->default(0);
        });
    }
};

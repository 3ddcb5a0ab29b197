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
        // Files that arrive from a browser are those of a card, or of anything else that has a folder of its own.
        Schema::table('arrivals', function (Blueprint $table): void {
            $table->char('owner', 36)->default('')->after('uuid');
        });
        DB::statement('UPDATE arrivals JOIN cards ON cards.id = arrivals.card_id SET arrivals.owner = cards.uuid');
        Schema::table('arrivals', function (Blueprint $table): void {
            $table->unsignedBigInteger('card_id')->nullable()->change();
            $table->unique(['owner', 'path_hash']);
        });
        // Pictures that stand for a frame: the camera's own, and what came back of it.
        Schema::create('versions', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('name');
            // Below a place; empty for the camera's own.
            $table->string('destination', 700)->default('');
            $table->string('format', 8)->default('');
            $table->unsignedBigInteger('bytes')->default(0);
            $table->char('hash', 32)->nullable();
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            $table->string('large_path')->nullable();
            $table->string('small_path')->nullable();
            $table->string('came_from', 120)->default('');
            $table->timestamp('came_at');
            $table->unique(['frame_id', 'number']);
        });
        Schema::create('version_copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('version_id')->constrained()->cascadeOnDelete();
            $table->string('place', 80);
            $table->char('hash', 32);
            $table->timestamp('proved_at', 3);
            $table->unique(['version_id', 'place']);
        });
        Schema::table('frames', function (Blueprint $table): void {
            $table->unsignedBigInteger('version_id')->nullable();
        });
        Schema::create('handoffs', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('turn')->default(1);
            $table->timestamp('closed_at')->nullable();
            $table->timestamps();
        });
        Schema::create('handoff_frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('handoff_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            // In which turn it is out, and in which it came back last.
            $table->unsignedInteger('turn')->default(1);
            $table->unsignedInteger('returned_turn')->nullable();
            $table->unique(['handoff_id', 'frame_id']);
        });
        Schema::create('handoff_notes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('handoff_frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('turn');
            $table->string('by', 120);
            $table->text('text');
            $table->json('drawing')->nullable();
            // Of the picture that was drawn on.
            $table->unsignedInteger('width')->default(0);
            $table->unsignedInteger('height')->default(0);
        });
        Schema::create('returned_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('handoff_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name', 400);
            $table->string('stored', 1000);
            // Which state of which file in a watched folder it is, so that none is taken twice.
            $table->char('seen', 32)->nullable();
            $table->unsignedBigInteger('bytes');
            $table->string('state', 12);
            $table->foreignId('frame_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('version_id')->nullable()->constrained()->nullOnDelete();
            $table->json('candidates')->nullable();
            $table->string('problem', 400)->nullable();
            $table->timestamp('came_at');
            $table->unique(['shoot_id', 'seen']);
        });
        Schema::table('shoots', function (Blueprint $table): void {
            $table->string('watched', 700)->nullable();
        });
    }
};

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
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('selection_id')->nullable()->constrained()->cascadeOnDelete();
            // pictures, handoff
            $table->string('kind', 20)->default('pictures');
            $table->string('name');
            $table->unsignedInteger('frames_count');
            $table->timestamp('made_at')->nullable();
            $table->text('message')->nullable();
            $table->string('password')->nullable();
            $table->date('ends_on')->nullable();
            // How often each person may fetch each file.
            $table->unsignedSmallInteger('most_fetches')->nullable();
            $table->unsignedBigInteger('zip_bytes')->nullable();
            $table->timestamp('freed_at')->nullable();
            $table->timestamps();
        });
        Schema::create('delivery_parts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('name', 120);
            $table->json('frames');
            $table->json('ways');
            $table->timestamp('opened_at');
            $table->timestamp('made_at')->nullable();
            $table->unique(['delivery_id', 'number']);
        });
        Schema::create('delivery_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('part_id')->constrained('delivery_parts')->cascadeOnDelete();
            $table->foreignId('frame_id')->nullable()->constrained()->nullOnDelete();
            // jpegs, output:4, original:17
            $table->string('way', 40);
            $table->string('name', 400);
            $table->string('stored', 500);
            $table->char('fingerprint', 32);
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('replaced_at')->nullable();
            $table->unique(['part_id', 'frame_id', 'way']);
        });
        Schema::create('delivery_zips', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('part_id')->constrained('delivery_parts')->cascadeOnDelete();
            // all, or new: what the part brought
            $table->string('scope', 8);
            $table->unsignedInteger('number');
            $table->string('name');
            $table->string('stored');
            $table->unsignedInteger('files_count');
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('made_at');
            $table->timestamp('gone_at')->nullable();
            $table->unique(['part_id', 'scope', 'number']);
        });
        Schema::create('recipients', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120)->default('');
            $table->string('email')->default('');
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->timestamp('told_at')->nullable();
            $table->timestamp('withdrawn_at')->nullable();
            $table->timestamps();
        });
        Schema::create('receipts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 12);
            $table->unsignedBigInteger('from_byte')->default(0);
            $table->string('agent')->default('');
            $table->timestamp('at');
            $table->foreignId('recipient_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('zip_id')->nullable()->constrained('delivery_zips')->nullOnDelete();
            $table->foreignId('file_id')->nullable()->constrained('delivery_files')->nullOnDelete();
            $table->string('what')->default('');
            $table->unsignedBigInteger('size')->default(0);
            $table->unsignedBigInteger('sent_bytes')->nullable();
            $table->boolean('is_whole')->default(false);
            $table->timestamp('ended_at')->nullable();
            $table->index(['delivery_id', 'at']);
        });
        Schema::create('destinations', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            // drop, desk, sftp, s3
            $table->string('kind', 8);
            $table->text('settings');
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
        Schema::create('shipments', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('destination_id')->constrained()->cascadeOnDelete();
            $table->foreignId('output_id')->constrained()->cascadeOnDelete();
            $table->json('frames');
            $table->unsignedSmallInteger('copies')->default(1);
            $table->string('note', 500)->default('');
            // Whether frames that were dropped since are taken away there.
            $table->boolean('clears')->default(false);
            $table->timestamp('begun_at');
            $table->timestamp('done_at')->nullable();
        });
        Schema::create('shipped_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('destination_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shipment_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->foreignId('output_id')->constrained()->cascadeOnDelete();
            $table->string('folder');
            $table->string('name', 400);
            $table->char('fingerprint', 32);
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('sent_at');
            $table->unique(['destination_id', 'folder', 'frame_id', 'output_id']);
        });
        Schema::create('handoffs', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('round')->default(1);
            $table->timestamp('closed_at')->nullable();
            $table->timestamps();
        });
        Schema::create('handoff_frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('handoff_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            // In which turn it is out, and in which it came back last.
            $table->unsignedInteger('round')->default(1);
            $table->unsignedInteger('returned_round')->nullable();
            $table->unique(['handoff_id', 'frame_id']);
        });
        Schema::create('handoff_notes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('handoff_frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('round');
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

<?php

declare(strict_types=1);

use App\Studio\Revised;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('upload_links', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('shooter', 120);
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->timestamp('ends_at');
            $table->timestamp('withdrawn_at')->nullable();
            $table->timestamps();
        });
        Schema::create('name_patterns', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->string('folder');
            $table->string('file');
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
        Schema::create('renames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('file_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('version_id')->nullable()->constrained()->cascadeOnDelete();
            // Below a place. 3,072 bytes are the most that an index takes.
            $table->binary('from_path', 3072);
            $table->binary('to_path', 3072);
            $table->unsignedInteger('number')->nullable();
            $table->string('state', 10);
        });
        Schema::create('frame_metadata', function (Blueprint $table): void {
            // What the files of a frame said when they were read.
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->json('fields');
        });
        Schema::create('cards', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->unsignedSmallInteger('number');
            $table->string('slot', 1024);
            $table->string('name');
            $table->char('signature', 32);
            $table->string('shooter')->default('');
            $table->string('state', 12);
            $table->unsignedInteger('frames_count')->default(0);
            $table->unsignedInteger('files_count')->default(0);
            $table->unsignedBigInteger('bytes')->default(0);
            $table->timestamp('read_at')->nullable();
            $table->timestamp('safe_at')->nullable();
            $table->string('volume', 80)->default('');
            $table->boolean('is_uploaded')->default(false);
            $table->foreignId('upload_link_id')->nullable()->constrained()->nullOnDelete();
            // Paths on the card that are not copied.
            $table->json('left_out')->default('[]');
            // Whether it is copied as soon as it is read.
            $table->boolean('is_copied_at_once')->default(false);
            $table->timestamps();
            $table->unique(['shoot_id', 'signature']);
            $table->index('signature');
            $table->index('volume');
        });
        Revised::Cards->follow('cards', 'shoot_id', ['shoot_id', 'shooter']);
        Schema::table('frames', function (Blueprint $table): void {
            $table->foreign('card_id')->references('id')->on('cards')->cascadeOnDelete();
        });
        Schema::table('files', function (Blueprint $table): void {
            $table->foreign('card_id')->references('id')->on('cards')->cascadeOnDelete();
        });
        Schema::create('arrivals', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            // Files that arrive from a browser are those of a card, or of anything else that has a folder of its own.
            $table->char('owner', 36)->default('');
            $table->foreignId('card_id')->nullable()->constrained()->cascadeOnDelete();
            $table->binary('path', 2048);
            $table->char('path_hash', 32);
            $table->unsignedBigInteger('size');
            $table->unsignedBigInteger('modified_at');
            $table->char('hash', 32)->nullable();
            $table->timestamp('arrived_at', 3)->nullable();
            $table->unique(['owner', 'path_hash']);
            $table->unique(['card_id', 'path_hash']);
            $table->index(['card_id', 'arrived_at']);
        });
    }
};

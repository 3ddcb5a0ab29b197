<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Kanpai\Core\Ingest\Fingerprint;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('studios', function (Blueprint $table): void {
            $table->unsignedTinyInteger('copies_wanted')->default(2);
        });
        Schema::table('shoots', function (Blueprint $table): void {
            $table->string('folder_pattern')->default('');
            $table->string('file_pattern')->default('');
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
        // Those of the configuration belong to no studio and serve all.
        Schema::create('places', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('key', 80)->unique();
            $table->string('name', 40);
            $table->string('path', 1024);
            $table->char('mark', 36);
            $table->boolean('is_marked')->default(false);
            $table->timestamp('left_out_at')->nullable();
            $table->timestamps();
        });
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
        Schema::table('cards', function (Blueprint $table): void {
            $table->string('volume', 80)->default('');
            $table->boolean('is_uploaded')->default(false);
            $table->foreignId('upload_link_id')->nullable()->constrained()->nullOnDelete();
            $table->index('volume');
        });
        Schema::table('frames', function (Blueprint $table): void {
            // Pixels of the long side of the best picture that can be shown.
            $table->unsignedSmallInteger('best_px')->default(0);
            $table->timestamp('wanted_at', 3)->nullable();
            $table->index(['card_id', 'is_pictured', 'wanted_at', 'taken_ms'], 'frames_to_picture');
        });
        Schema::table('files', function (Blueprint $table): void {
            $table->boolean('is_ticked')->default(true);
            // The picture that its frame was read from.
            $table->boolean('is_main')->default(false);
            // Path, size and time in short: the same file on the same card is known again by it.
            $table->char('fingerprint', 16)->default('');
            // Name and size in short, wherever on a card it stood.
            $table->char('name_key', 16)->default('');
            $table->foreignId('same_as_id')->nullable()->constrained('files')->nullOnDelete();
            $table->char('arrived_hash', 32)->nullable();
            $table->string('copy_problem', 500)->nullable();
            $table->timestamp('copy_failed_at', 3)->nullable();
            $table->timestamp('compared_at', 3)->nullable();
            $table->index('fingerprint');
            $table->index('name_key');
            $table->index(['hash', 'size']);
            $table->index(['size', 'modified_at']);
        });
        DB::statement('ALTER TABLE files ADD INDEX files_destination (destination(200))');
        DB::statement(
            "UPDATE files JOIN frames ON frames.id = files.frame_id SET files.is_main = SUBSTRING_INDEX(files.path, '/', -1) = CAST(frames.name AS BINARY)",
        );
        DB::statement('UPDATE frames SET best_px = GREATEST(width, height)');
        foreach (DB::table('files')->orderBy('id')->lazyById(1000) as $file) {
            DB::table('files')
                ->where('id', $file->id)
                ->update([
                    'fingerprint' => Fingerprint::of([
                        'path' => $file->path,
                        'size' => (int) $file->size,
                        'modifiedAt' => (int) $file->modified_at,
                    ]),
                    'name_key' => Fingerprint::ofName($file->path, (int) $file->size),
                ]);
        }
        Schema::create('arrivals', function (Blueprint $table): void {
            $table->id();
            $table->char('uuid', 36)->unique();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->binary('path', length: 2048);
            $table->char('path_hash', 32);
            $table->unsignedBigInteger('size');
            $table->unsignedBigInteger('modified_at');
            $table->char('hash', 32)->nullable();
            $table->timestamp('arrived_at', 3)->nullable();
            $table->unique(['card_id', 'path_hash']);
            $table->index(['card_id', 'arrived_at']);
        });
        Schema::table('tasks', function (Blueprint $table): void {
            $table->unsignedInteger('pieces')->default(0);
            $table->unsignedInteger('pieces_total')->default(0);
            $table->unsignedBigInteger('resumed_from')->default(0);
        });
    }
};

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
            $table->string('code_mark', 3)->default('@');
            $table->json('required_fields')->default('[]');
            $table->boolean('writes_sidecars')->default(true);
        });
        Schema::table('frames', function (Blueprint $table): void {
            $table->string('label', 120)->default('');
        });
        // What the files of a frame said when they were read.
        Schema::create('frame_metadata', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->json('fields');
        });
        Schema::table('captions', function (Blueprint $table): void {
            $table->json('own')->default('[]');
            $table->boolean('tells')->default(false);
        });
        DB::statement(
            "UPDATE captions SET tells = COALESCE(JSON_VALUE(fields, '$.headline'), JSON_VALUE(fields, '$.description'), '') <> ''",
        );
        Schema::table('caption_sheets', function (Blueprint $table): void {
            // Of the studio, the shoot, a span of the shoot; or saved by name, to be taken again.
            $table->string('level', 8)->default('shoot');
            $table->foreignId('studio_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('name', 120)->default('');
            $table->bigInteger('from_ms')->nullable();
            $table->bigInteger('to_ms')->nullable();
            $table->json('added')->default('[]');
            $table->json('emptied')->default('[]');
            $table->index(['shoot_id', 'level', 'from_ms']);
        });
        Schema::table('caption_sheets', function (Blueprint $table): void {
            $table->dropUnique(['shoot_id']);
            $table->unsignedBigInteger('shoot_id')->nullable()->change();
        });
        DB::statement(
            'UPDATE caption_sheets JOIN shoots ON shoots.id = caption_sheets.shoot_id SET caption_sheets.studio_id = shoots.studio_id',
        );
        Schema::create('roster_people', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            foreach (['number', 'name', 'team', 'role', 'code'] as $column) {
                $table->string($column, 200)->default('');
            }
        });
        Schema::create('keywords', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('term', 200);
            $table->json('path');
            $table->index(['studio_id', 'term']);
        });
        Schema::create('caption_batches', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('said');
            $table->json('edit');
            $table->json('filter');
            $table->string('state', 8)->default('drafted');
            $table->timestamps();
        });
        Schema::create('caption_changes', function (Blueprint $table): void {
            $table->foreignId('batch_id')->constrained('caption_batches')->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->json('before');
            $table->json('after');
            $table->primary(['batch_id', 'frame_id']);
        });
        Schema::create('sidecars', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->string('place', 40);
            $table->binary('path', length: 3072);
            $table->char('path_hash', 32);
            // What stood in the file when it was last written or looked at.
            $table->char('hash', 32);
            $table->json('said');
            // What other software has made of it since.
            $table->json('theirs')->nullable();
            $table->unique(['frame_id', 'place', 'path_hash']);
        });
    }
};

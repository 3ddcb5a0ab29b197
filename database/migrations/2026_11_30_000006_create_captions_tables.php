<?php

declare(strict_types=1);

use App\Studio\Revised;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('captions', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->json('fields');
            $table->timestamp('written_at')->nullable();
            $table->json('own')->default('[]');
            $table->boolean('tells')->default(false);
            $table->index(['shoot_id', 'written_at']);
            $table->index(['shoot_id', 'tells', 'frame_id'], 'captions_counted');
        });
        Revised::Captions->follow('captions', 'shoot_id', ['shoot_id', 'tells', 'fields']);
        // Each caption brings its words, and each change of its fields.
        DB::unprepared(
            <<<'SQL'
                CREATE TRIGGER caption_words_of_new AFTER INSERT ON captions FOR EACH ROW
                REPLACE INTO caption_words VALUES (
                    NEW.frame_id,
                    COALESCE(LOWER(JSON_EXTRACT(NEW.fields, '$.*')), ''),
                    COALESCE(LOWER(JSON_EXTRACT(NEW.fields, '$.keywords')), '')
                )
                SQL,
        );
        DB::unprepared(
            <<<'SQL'
                CREATE TRIGGER caption_words_of_changed AFTER UPDATE ON captions FOR EACH ROW
                IF NOT (NEW.fields <=> OLD.fields) THEN
                    REPLACE INTO caption_words VALUES (
                        NEW.frame_id,
                        COALESCE(LOWER(JSON_EXTRACT(NEW.fields, '$.*')), ''),
                        COALESCE(LOWER(JSON_EXTRACT(NEW.fields, '$.keywords')), '')
                    );
                END IF
                SQL,
        );
        Schema::create('caption_words', function (Blueprint $table): void {
            // What can be looked for in captions, in small letters; in narrow rows, since thousands are looked through
            // at once.
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->mediumText('words')->charset('utf8mb4')->collation('utf8mb4_bin');
            $table->text('keywords')->charset('utf8mb4')->collation('utf8mb4_bin');
        });
        Schema::create('caption_sheets', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->nullable()->constrained()->cascadeOnDelete();
            $table->json('fields');
            // Of the studio, the shoot, a span of the shoot; or saved by name, to be taken again.
            $table->string('level', 8)->default('shoot');
            $table->foreignId('studio_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('name', 120)->default('');
            $table->bigInteger('from_ms')->nullable();
            $table->bigInteger('to_ms')->nullable();
            $table->json('added')->default('[]');
            $table->json('emptied')->default('[]');
            $table->timestamps();
            $table->index(['shoot_id', 'level', 'from_ms']);
        });
        Schema::create('caption_batches', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('title');
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
        Schema::create('roster_people', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('number', 200)->default('');
            $table->string('name', 200)->default('');
            $table->string('team', 200)->default('');
            $table->string('role', 200)->default('');
            $table->string('code', 200)->default('');
        });
        Schema::create('keywords', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('term', 200);
            $table->json('path');
            $table->index(['studio_id', 'term']);
        });
        Schema::create('sidecars', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->string('place', 40);
            $table->binary('path', 3072);
            $table->char('path_hash', 32);
            // What stood in the file when it was last written or looked at.
            $table->char('hash', 32);
            $table->json('written');
            // What other software has made of it since.
            $table->json('theirs')->nullable();
            $table->unique(['frame_id', 'place', 'path_hash']);
        });
    }
};

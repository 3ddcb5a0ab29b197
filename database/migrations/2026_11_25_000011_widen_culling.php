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
        Schema::table('frames', function (Blueprint $table): void {
            $table->char('colours', 72)->nullable();
            $table->float('sharpness')->nullable();
            $table->unsignedInteger('uses')->default(0);
            // How much of a border stands between a frame and the one before it; null before anybody looked.
            $table->float('border')->nullable();
            $table->unsignedInteger('moment')->default(0);
            $table->unsignedInteger('moment_size')->default(0);
            // When verdict, rating or uses last changed, as the shoot counts its turns.
            $table->unsignedBigInteger('turn')->default(0);
            $table->timestamp('aside_at', 3)->nullable();
            $table->index(['shoot_id', 'turn']);
            $table->index(['shoot_id', 'moment']);
            $table->index(['shoot_id', 'aside_at', 'taken_ms', 'id'], 'frames_in_order');
        });
        // What can be looked for in captions, in small letters; in narrow rows, since thousands are looked through at once.
        Schema::create('caption_words', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->mediumText('words')->charset('utf8mb4')->collation('utf8mb4_bin');
            $table->text('keywords')->charset('utf8mb4')->collation('utf8mb4_bin');
        });
        $words = fn (
            string $of,
        ): string => "{$of}frame_id, COALESCE(LOWER(JSON_EXTRACT({$of}fields, '$.*')), ''), COALESCE(LOWER(JSON_EXTRACT({$of}fields, '$.keywords')), '')";
        DB::statement("INSERT INTO caption_words SELECT {$words('')} FROM captions");
        DB::unprepared(
            "CREATE TRIGGER caption_words_of_new AFTER INSERT ON captions FOR EACH ROW REPLACE INTO caption_words VALUES ({$words(
                'NEW.',
            )})",
        );
        DB::unprepared(
            "CREATE TRIGGER caption_words_of_changed AFTER UPDATE ON captions FOR EACH ROW IF NOT (NEW.fields <=> OLD.fields) THEN REPLACE INTO caption_words VALUES ({$words(
                'NEW.',
            )}); END IF",
        );
        Schema::table('members', function (Blueprint $table): void {
            $table->json('habits')->default('{}');
        });
        Schema::create('uses', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->unsignedTinyInteger('bit');
            $table->string('name', 60);
            $table->unique(['studio_id', 'bit']);
            $table->unique(['studio_id', 'name']);
        });
        Schema::create('sets', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            // The filter of a live set.
            $table->text('rule')->nullable();
            $table->timestamps();
            $table->index(['studio_id', 'shoot_id', 'name']);
        });
        Schema::create('set_frames', function (Blueprint $table): void {
            $table->foreignId('set_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->primary(['set_id', 'frame_id']);
        });
        Schema::create('rounds', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('source', 4);
            $table->foreignId('set_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('from_round_id')->nullable()->constrained('rounds')->nullOnDelete();
            $table->string('doubt', 7);
            $table->boolean('starts_kept');
            $table->unsignedInteger('target')->nullable();
            $table->float('per_minute')->nullable();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('thrown_away_at', 3)->nullable();
            $table->timestamps(3);
            $table->unique(['shoot_id', 'number']);
        });
        // How every frame stood in a round: of the round that goes on, only how it began.
        Schema::create('round_frames', function (Blueprint $table): void {
            $table->foreignId('round_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->boolean('is_in');
            $table->string('verdict', 4);
            $table->primary(['round_id', 'frame_id']);
        });
        Schema::create('culls', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('round_id')->nullable()->constrained()->nullOnDelete();
            $table->unsignedBigInteger('turn')->default(0);
            $table->unsignedTinyInteger('fineness')->default(50);
        });
        Schema::create('moment_edits', function (Blueprint $table): void {
            // The frame before which a border is, or is not, whatever the slider says.
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 5);
        });
        Schema::create('steps', function (Blueprint $table): void {
            $table->id();
            // Given by the browser, so that a step sent twice counts once.
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('round_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('said');
            $table->unsignedBigInteger('turn')->default(0);
            $table->timestamp('made_at', 3);
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->index(['shoot_id', 'member_id', 'round_id', 'id']);
            $table->index(['shoot_id', 'turn']);
        });
        Schema::table('marks', function (Blueprint $table): void {
            $table->dropForeign(['shoot_id']);
            $table->dropForeign(['frame_id']);
            $table->dropForeign(['member_id']);
        });
        Schema::rename('marks', 'old_marks');
        Schema::create('marks', function (Blueprint $table): void {
            $table->foreignId('step_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->string('verdict_before', 4);
            $table->string('verdict', 4);
            $table->unsignedTinyInteger('rating_before');
            $table->unsignedTinyInteger('rating');
            $table->unsignedInteger('uses_before')->default(0);
            $table->unsignedInteger('uses')->default(0);
            $table->foreignId('set_id')->nullable()->constrained()->nullOnDelete();
            // Put into the set (1), taken out of it (0).
            $table->boolean('collected')->nullable();
            $table->primary(['step_id', 'frame_id']);
            $table->index('frame_id');
        });
        // Every mark that was made before is a step of its own.
        DB::statement(
            "INSERT INTO steps (uuid, shoot_id, member_id, said, made_at, taken_back_at) SELECT uuid, shoot_id, member_id, 'A mark', made_at, taken_back_at FROM old_marks ORDER BY id",
        );
        DB::statement(
            'INSERT INTO marks (step_id, frame_id, verdict_before, verdict, rating_before, rating) SELECT steps.id, old_marks.frame_id, old_marks.verdict_before, old_marks.verdict, old_marks.rating_before, old_marks.rating FROM old_marks JOIN steps USING (uuid)',
        );
        Schema::drop('old_marks');
    }
};

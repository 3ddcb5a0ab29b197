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
            $table->double('per_minute')->nullable();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->timestamp('discarded_at', 3)->nullable();
            $table->timestamps(3);
            $table->unique(['shoot_id', 'number']);
        });
        Schema::create('round_frames', function (Blueprint $table): void {
            // How every frame stood in a round: of the round that goes on, only how it began.
            $table->foreignId('round_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->boolean('is_in');
            $table->string('verdict', 4);
            $table->primary(['round_id', 'frame_id']);
        });
        Schema::create('culls', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('round_id')->nullable()->constrained()->nullOnDelete();
            $table->unsignedBigInteger('revision')->default(0);
            $table->unsignedTinyInteger('fineness')->default(50);
            // Which frames stand in which order: an open page sees by it that clocks were set, or that frames came or
            // left.
            $table->unsignedInteger('arrangement')->default(0);
            // What is proposed: whether at all, what the shoot is of, what counts how much, and how many of a hundred.
            $table->boolean('proposes')->default(true);
            $table->string('work', 7)->default('people');
            $table->text('weights')->nullable();
            $table->unsignedTinyInteger('share')->default(25);
        });
        Schema::create('steps', function (Blueprint $table): void {
            $table->id();
            // Given by the browser, so that a step sent twice counts once.
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('round_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('title');
            $table->unsignedBigInteger('revision')->default(0);
            $table->timestamp('made_at', 3);
            $table->timestamp('undone_at', 3)->nullable();
            $table->index(['shoot_id', 'member_id', 'round_id', 'id']);
            $table->index(['shoot_id', 'revision']);
        });
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
        // What was measured of each frame. Nothing here tells who a face is.
        Schema::create('frame_measures', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            // Of the frame, so that what is measured can be counted.
            $table->unsignedBigInteger('shoot_id');
            $table->unsignedSmallInteger('version');
            // Of the models; null where faces were not looked for.
            $table->unsignedSmallInteger('faces_version')->nullable();
            // Of the closer look at faces that are too small in the preview; 0 before anybody took one.
            $table->unsignedSmallInteger('closer_version')->default(0);
            $table->string('problem')->nullable();
            // Steepness of the edges of the sharpest part, 0 to 1.
            $table->double('sharpness')->nullable();
            // The same against what its lens and body usually reach in the shoot.
            $table->double('sharp')->nullable();
            $table->string('blur', 7)->default('none');
            $table->double('blur_angle')->nullable();
            $table->double('tilt')->nullable();
            $table->double('ev')->default(0);
            $table->double('lights')->default(0);
            $table->double('darks')->default(0);
            // Faces, and of them those with closed eyes, unsure ones, and those that look away.
            $table->unsignedSmallInteger('faces')->default(0);
            $table->unsignedSmallInteger('closed')->default(0);
            $table->unsignedSmallInteger('unsure')->default(0);
            $table->unsignedSmallInteger('away')->default(0);
            $table->timestamp('measured_at', 3);
            $table->index(['shoot_id', 'problem']);
        });
        Revised::Measures->follow('frame_measures', 'shoot_id', ['measured_at', 'sharp']);
        Schema::create('faces', function (Blueprint $table): void {
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            // From left to right.
            $table->unsignedSmallInteger('number');
            // Of the box, as shares of the picture.
            $table->double('left');
            $table->double('top');
            $table->double('width');
            $table->double('height');
            $table->string('lids', 6);
            $table->double('closedness');
            // Degrees.
            $table->double('roll');
            $table->double('yaw');
            $table->double('pitch');
            // How far the eyes are beside the camera, in widths of an eye.
            $table->double('contact')->nullable();
            $table->double('smile');
            $table->double('sharpness');
            $table->double('score');
            // Mean luminance of its middle, 0 to 1.
            $table->double('light')->default(0);
            $table->primary(['frame_id', 'number']);
        });
        // What counts of each frame before it is weighed, as proposals find it; of which measures, moments and times.
        Schema::create('findings', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->primary()->constrained()->cascadeOnDelete();
            $table->char('revision', 32);
            $table->json('moments');
        });
        // What a studio keeps, learned from its finished shoots.
        Schema::create('tastes', function (Blueprint $table): void {
            $table->foreignId('studio_id')->primary()->constrained()->cascadeOnDelete();
            // Empty where there was too little to learn from.
            $table->text('weights')->nullable();
            $table->string('words')->default('');
            // Shares of the held-out moments in which the first frame was kept: by what was learned, and as usual.
            $table->double('hits')->default(0);
            $table->double('usual')->default(0);
            $table->unsignedInteger('shoots')->default(0);
            $table->unsignedInteger('moments')->default(0);
            $table->timestamp('learned_at', 3);
        });
    }
};

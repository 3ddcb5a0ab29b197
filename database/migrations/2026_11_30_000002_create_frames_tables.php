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
        Schema::create('bodies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('make', 80);
            $table->string('model', 80);
            $table->string('serial', 80);
            $table->string('last_shooter')->default('');
            $table->timestamps();
            $table->unique(['studio_id', 'make', 'model', 'serial']);
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
        Schema::create('frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('card_id');
            $table->foreignId('body_id')->constrained();
            $table->string('name');
            $table->bigInteger('camera_ms');
            $table->smallInteger('camera_zone')->nullable();
            $table->boolean('is_dated');
            $table->bigInteger('taken_ms');
            $table->unsignedSmallInteger('width');
            $table->unsignedSmallInteger('height');
            $table->double('exposure')->nullable();
            $table->double('f_number')->nullable();
            $table->unsignedInteger('iso')->nullable();
            $table->double('focal_length')->nullable();
            $table->string('lens')->nullable();
            // Of the file, as Exif has it: 1 to 8.
            $table->unsignedTinyInteger('orientation')->default(1);
            $table->string('small_path', 120)->nullable();
            $table->string('large_path', 120)->nullable();
            $table->boolean('is_pictured')->default(false);
            $table->char('likeness', 16)->nullable();
            $table->string('verdict', 4)->default('open');
            $table->unsignedTinyInteger('rating')->default(0);
            // Pixels of the long side of the best picture that can be shown.
            $table->unsignedSmallInteger('best_px')->default(0);
            $table->timestamp('requested_at', 3)->nullable();
            $table->bigInteger('gps_ms')->nullable();
            // As other software wrote its label, where the uses would be written otherwise.
            $table->string('other_label', 120)->nullable();
            $table->char('colours', 72)->nullable();
            $table->double('sharpness')->nullable();
            $table->unsignedInteger('uses')->default(0);
            // How much of a border stands between a frame and the one before it; null before anybody looked.
            $table->double('border')->nullable();
            $table->unsignedInteger('moment')->default(0);
            $table->unsignedInteger('moment_size')->default(0);
            // When verdict, rating or uses last changed, as the shoot counts its revisions.
            $table->unsignedBigInteger('revision')->default(0);
            $table->timestamp('aside_at', 3)->nullable();
            // How many guests want it, for culling and for filters.
            $table->unsignedSmallInteger('chosen')->default(0);
            $table->unsignedSmallInteger('noted')->default(0);
            $table->unsignedBigInteger('version_id')->nullable();
            // What the camera called it, once its copies are called otherwise; empty while the two are the same.
            $table->string('camera_name')->default('');
            $table->index(['shoot_id', 'verdict', 'rating']);
            $table->index(['card_id', 'is_pictured', 'requested_at'], 'frames_to_picture');
            $table->index(['shoot_id', 'revision']);
            $table->index(['shoot_id', 'moment']);
            $table->index(['shoot_id', 'aside_at', 'taken_ms', 'id'], 'frames_in_order');
            // All that counts, lanes and the day line ask for. No third index holds the time: each costs at every frame
            // whose clock is set.
            $table->index(['shoot_id', 'body_id', 'verdict', 'aside_at', 'taken_ms', 'card_id'], 'frames_counted');
        });
        Schema::create('files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('card_id');
            $table->foreignId('frame_id')->nullable()->constrained()->cascadeOnDelete();
            // Names on a card are bytes; not all of them are text in any encoding.
            $table->binary('path', 2048);
            $table->string('kind', 10);
            $table->unsignedBigInteger('size');
            $table->unsignedBigInteger('modified_at');
            $table->binary('destination', 3072)->default('');
            $table->string('problem')->nullable();
            $table->char('hash', 32)->nullable();
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
            // The running number in the shoot that it was named with.
            $table->unsignedInteger('number')->nullable();
            $table->index(['card_id', 'id']);
            // All that the page of the cards counts.
            $table->index(['card_id', 'kind', 'is_ticked', 'same_as_id', 'size'], 'files_counted');
            $table->index('fingerprint');
            $table->index('name_key');
            $table->index(['hash', 'size']);
            $table->index(['size', 'modified_at']);
        });
        DB::statement('ALTER TABLE files ADD INDEX files_destination (destination(200))');
        Revised::Frames->follow(
            'frames',
            'shoot_id',
            ['shoot_id', 'card_id', 'body_id', 'verdict', 'aside_at', 'taken_ms'],
        );
        Revised::Copies->follow(
            'files',
            'card_id',
            [
                'card_id',
                'kind',
                'size',
                'destination',
                'problem',
                'copy_problem',
                'hash',
                'is_ticked',
                'same_as_id',
            ],
        );
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
        Schema::create('set_frames', function (Blueprint $table): void {
            $table->foreignId('set_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->primary(['set_id', 'frame_id']);
        });
        Schema::create('moment_edits', function (Blueprint $table): void {
            // The frame before which a border is, or is not, whatever the slider says.
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 5);
        });
    }
};

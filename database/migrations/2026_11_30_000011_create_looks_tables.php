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
        // The state of a shoot's finishing: whoever changes looks holds this row.
        Schema::create('finishings', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->primary()->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('revision')->default(0);
            // How finely the shoot is parted into lights.
            $table->unsignedTinyInteger('fineness')->default(50);
        });
        Schema::create('looks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            // Which picture of the frame it was made for: 0 for the camera's own.
            $table->unsignedBigInteger('version')->default(0);
            // 1 is what the frame looks like; the others are there beside it.
            $table->unsignedSmallInteger('number')->default(1);
            $table->json('values');
            // What its previews are called; they are made when somebody needs them.
            $table->string('large_path', 160)->nullable();
            $table->string('small_path', 160)->nullable();
            $table->boolean('is_made')->default(false);
            $table->unsignedBigInteger('revision')->default(0);
            $table->unique(['frame_id', 'version', 'number']);
            $table->index(['shoot_id', 'revision']);
            $table->index(['shoot_id', 'is_made']);
        });
        Revised::Looks->follow('looks', 'shoot_id', ['large_path']);
        Schema::create('look_steps', function (Blueprint $table): void {
            $table->id();
            // Given by the browser, so that a step sent twice counts once.
            $table->char('uuid', 36)->unique();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('member_id')->nullable()->constrained()->nullOnDelete();
            $table->string('title');
            $table->unsignedBigInteger('revision')->default(0);
            $table->timestamp('made_at', 3);
            $table->timestamp('undone_at', 3)->nullable();
            $table->index(['shoot_id', 'member_id', 'id']);
        });
        Schema::create('look_changes', function (Blueprint $table): void {
            $table->foreignId('step_id')->constrained('look_steps')->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('version')->default(0);
            $table->unsignedSmallInteger('number')->default(1);
            // The parts that changed, each with its value or null.
            $table->json('before');
            $table->json('after');
            $table->primary(['step_id', 'frame_id', 'version', 'number']);
            $table->index(['frame_id', 'step_id']);
        });
        Schema::create('light_edits', function (Blueprint $table): void {
            // The frame before which a light begins, or does not, whatever the slider says.
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 5);
        });
        Schema::create('studio_finishings', function (Blueprint $table): void {
            $table->foreignId('studio_id')->primary()->constrained()->cascadeOnDelete();
            // Of pairs of raw and JPEG, which one is finished.
            $table->boolean('raw_first')->default(false);
        });
        Schema::create('saved_looks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->json('values');
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
        // The lights of a studio's finished shoots, and how well they foretell each other.
        Schema::create('finishing_habits', function (Blueprint $table): void {
            $table->foreignId('studio_id')->primary()->constrained()->cascadeOnDelete();
            $table->mediumText('lights');
            // Groups of which what is foretold is nearer than leaving them, as a list.
            $table->json('better');
            $table->unsignedInteger('shoots')->default(0);
            // Whether somebody threw it away: nothing is learned until somebody asks for it.
            $table->boolean('is_off')->default(false);
            $table->timestamp('learned_at', 3);
        });
        // What was found on the sensor of a body, in the frames of one shoot.
        Schema::create('sensor_dust', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('body_id')->constrained()->cascadeOnDelete();
            // Frames that are looked at, and those that were already.
            $table->unsignedSmallInteger('frames');
            $table->unsignedSmallInteger('looked')->default(0);
            // Shares of the sides of the sensor; null before all frames were looked at.
            $table->json('specks')->nullable();
            $table->timestamp('found_at', 3)->nullable();
            $table->primary(['shoot_id', 'body_id']);
        });
        // Tables of colours from elsewhere, known by what is in them.
        Schema::create('colour_cubes', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->char('hash', 32);
            $table->unsignedTinyInteger('grid');
            // In base 64: 65 nodes a side are 1.6 MB.
            $table->mediumText('nodes');
            $table->unique(['studio_id', 'hash']);
            $table->index('hash');
        });
        // What raw files say of their colours, and their working previews in the colours of the sensor.
        Schema::create('raws', function (Blueprint $table): void {
            $table->foreignId('frame_id')->primary()->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('shoot_id');
            $table->json('colours')->nullable();
            $table->string('path', 160)->nullable();
            $table->unsignedInteger('width')->default(0);
            $table->unsignedInteger('height')->default(0);
            $table->string('problem')->nullable();
            $table->timestamp('developed_at', 3);
            $table->index('shoot_id');
        });
    }
};

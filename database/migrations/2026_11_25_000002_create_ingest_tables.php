<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
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
            $table->timestamps();
            $table->unique(['shoot_id', 'signature']);
            $table->index('signature');
        });
        Schema::create('frames', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('body_id')->constrained();
            $table->string('name');
            $table->bigInteger('camera_ms');
            $table->smallInteger('camera_zone')->nullable();
            $table->boolean('is_dated');
            $table->bigInteger('taken_ms');
            $table->unsignedSmallInteger('width');
            $table->unsignedSmallInteger('height');
            $table->double('exposure')->nullable();
            $table->float('f_number')->nullable();
            $table->unsignedInteger('iso')->nullable();
            $table->float('focal_length')->nullable();
            $table->string('lens')->nullable();
            $table->string('small_path', 120)->nullable();
            $table->string('large_path', 120)->nullable();
            $table->boolean('is_pictured')->default(false);
            $table->char('likeness', 16)->nullable();
            $table->string('verdict', 4)->default('open');
            $table->unsignedTinyInteger('rating')->default(0);
            $table->index(['shoot_id', 'taken_ms', 'id']);
            $table->index(['shoot_id', 'verdict', 'rating']);
            $table->index(['card_id', 'is_pictured']);
        });
        Schema::create('files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('card_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->nullable()->constrained()->cascadeOnDelete();
            // Names on a card are bytes; not all of them are text in any encoding.
            $table->binary('path', length: 2048);
            $table->string('kind', 10);
            $table->unsignedBigInteger('size');
            $table->unsignedBigInteger('modified_at');
            $table->binary('destination', length: 3072)->default('');
            $table->string('problem')->nullable();
            $table->char('hash', 32)->nullable();
            $table->index(['card_id', 'id']);
        });
        Schema::create('copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('file_id')->constrained()->cascadeOnDelete();
            $table->string('place', 40);
            $table->char('hash', 32);
            $table->timestamp('proved_at', 3);
            $table->unique(['file_id', 'place']);
        });
    }
};

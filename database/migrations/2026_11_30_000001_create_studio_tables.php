<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('studios', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->unsignedTinyInteger('copies_required')->default(2);
            $table->string('code_sign', 3)->default('@');
            $table->json('required_fields')->default('[]');
            $table->boolean('writes_sidecars')->default(true);
            // The studio's face on guests' pages.
            $table->string('logo_path', 120)->nullable();
            $table->string('ground', 7)->default('#faf8f3');
            $table->string('accent', 7)->default('#b93c15');
            $table->string('prefix', 40)->nullable()->unique();
            $table->timestamps();
        });
        Schema::create('members', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->string('role', 20);
            $table->string('remember_token', 100)->nullable();
            $table->json('habits')->default('{}');
            $table->timestamps();
        });
        Schema::create('shoots', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('client')->default('');
            $table->string('venue')->default('');
            $table->string('zone', 64);
            $table->date('held_on');
            $table->date('promised_on')->nullable();
            $table->timestamp('finished_at')->nullable();
            $table->string('folder_pattern')->default('');
            $table->string('file_pattern')->default('');
            $table->string('watched', 700)->nullable();
            $table->char('uuid', 36)->nullable()->unique();
            // Since when it is being deleted.
            $table->timestamp('removal_at')->nullable();
            $table->timestamps();
            $table->index(['studio_id', 'finished_at', 'promised_on']);
        });
        // How often rows that figures are counted from have changed, by shoot or by card.
        Schema::create('revisions', function (Blueprint $table): void {
            $table->string('kind', 10);
            $table->unsignedBigInteger('subject_id');
            $table->unsignedBigInteger('revision');
            $table->primary(['kind', 'subject_id']);
        });
        Schema::create('kept_figures', function (Blueprint $table): void {
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('name', 20);
            $table->char('revision', 32);
            $table->json('figures');
            $table->primary(['shoot_id', 'name']);
        });
        Schema::create('tasks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 30);
            $table->string('subject_type', 20);
            $table->unsignedBigInteger('subject_id');
            $table->string('title');
            $table->string('unit', 12);
            $table->string('state', 12);
            $table->unsignedBigInteger('done')->default(0);
            $table->unsignedBigInteger('total')->default(0);
            $table->text('problem')->nullable();
            $table->timestamp('started_at', 3)->nullable();
            $table->timestamp('ended_at', 3)->nullable();
            $table->unsignedInteger('pieces')->default(0);
            $table->unsignedInteger('pieces_total')->default(0);
            $table->unsignedBigInteger('resumed_from')->default(0);
            // What was found, where a task is a question.
            $table->longText('answer')->nullable();
            $table->json('checkpoint')->nullable();
            $table->timestamps(3);
            $table->index(['subject_type', 'subject_id', 'kind']);
            $table->index(['shoot_id', 'kind']);
        });
        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue');
            $table->longText('payload');
            $table->unsignedInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
            $table->index(['queue', 'reserved_at', 'available_at']);
        });
        Schema::create('failed_jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
        Schema::create('cache', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->mediumText('value');
            $table->integer('expiration');
            $table->index('expiration');
        });
        Schema::create('cache_locks', function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->string('owner');
            $table->integer('expiration');
            $table->index('expiration');
        });
        Schema::create('outbox_mails', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('recipient');
            $table->string('subject');
            $table->text('body');
            $table->string('file');
            $table->timestamp('sent_at');
        });
    }
};

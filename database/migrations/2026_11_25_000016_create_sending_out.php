<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('destinations', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            // drop, desk, sftp, s3
            $table->string('kind', 8);
            $table->text('settings');
            $table->timestamps();
            $table->unique(['studio_id', 'name']);
        });
        Schema::create('shipments', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('shoot_id')->constrained()->cascadeOnDelete();
            $table->foreignId('destination_id')->constrained()->cascadeOnDelete();
            $table->foreignId('output_id')->constrained()->cascadeOnDelete();
            $table->json('frames');
            $table->unsignedSmallInteger('copies')->default(1);
            $table->string('note', 500)->default('');
            // Whether frames that were dropped since are taken away there.
            $table->boolean('clears')->default(false);
            $table->timestamp('begun_at');
            $table->timestamp('done_at')->nullable();
        });
        // What stands out there. A frame goes once to a folder of a destination in one way; later it is replaced.
        Schema::create('shipped_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('destination_id')->constrained()->cascadeOnDelete();
            $table->foreignId('shipment_id')->constrained()->cascadeOnDelete();
            $table->foreignId('frame_id')->constrained()->cascadeOnDelete();
            $table->foreignId('output_id')->constrained()->cascadeOnDelete();
            $table->string('folder');
            $table->string('name', 400);
            $table->char('fingerprint', 32);
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('sent_at');
            $table->unique(['destination_id', 'folder', 'frame_id', 'output_id']);
        });
    }
};

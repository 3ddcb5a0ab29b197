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
        Schema::table('deliveries', function (Blueprint $table): void {
            $table->unsignedBigInteger('selection_id')->nullable()->change();
            $table->text('message')->nullable();
            $table->string('password')->nullable();
            $table->date('ends_on')->nullable();
            // How often each person may fetch each file.
            $table->unsignedSmallInteger('most_fetches')->nullable();
            $table->unsignedBigInteger('zip_bytes')->nullable();
            $table->timestamp('freed_at')->nullable();
        });
        Schema::create('recipients', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120)->default('');
            $table->string('email')->default('');
            $table->text('token');
            $table->char('token_hash', 64)->unique();
            $table->timestamp('told_at')->nullable();
            $table->timestamp('withdrawn_at')->nullable();
            $table->timestamps();
        });
        // What comes into a delivery at one time: a sneak peek, the rest, what has changed.
        Schema::create('delivery_parts', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('name', 120);
            $table->json('frames');
            $table->json('ways');
            $table->timestamp('opened_at');
            $table->timestamp('made_at')->nullable();
            $table->unique(['delivery_id', 'number']);
        });
        Schema::create('delivery_files', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('part_id')->constrained('delivery_parts')->cascadeOnDelete();
            $table->foreignId('frame_id')->nullable()->constrained()->nullOnDelete();
            // jpegs, output:4, original:17
            $table->string('way', 40);
            $table->string('name', 400);
            $table->string('stored', 500);
            $table->char('fingerprint', 32);
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('replaced_at')->nullable();
            $table->unique(['part_id', 'frame_id', 'way']);
        });
        Schema::create('delivery_zips', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('delivery_id')->constrained()->cascadeOnDelete();
            $table->foreignId('part_id')->constrained('delivery_parts')->cascadeOnDelete();
            // all, or new: what the part brought
            $table->string('scope', 8);
            $table->unsignedInteger('number');
            $table->string('name');
            $table->string('stored');
            $table->unsignedInteger('files_count');
            $table->unsignedBigInteger('bytes');
            $table->char('hash', 32);
            $table->timestamp('made_at');
            $table->timestamp('gone_at')->nullable();
            $table->unique(['part_id', 'scope', 'number']);
        });
        Schema::table('receipts', function (Blueprint $table): void {
            $table->foreignId('recipient_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('zip_id')->nullable()->constrained('delivery_zips')->nullOnDelete();
            $table->foreignId('file_id')->nullable()->constrained('delivery_files')->nullOnDelete();
            $table->string('what')->default('');
            $table->unsignedBigInteger('size')->default(0);
            $table->unsignedBigInteger('sent_bytes')->nullable();
            $table->boolean('is_whole')->default(false);
            $table->timestamp('ended_at')->nullable();
        });
        $this->carryOver();
        Schema::table('deliveries', function (Blueprint $table): void {
            $table->dropUnique(['token_hash']);
            $table->dropColumn(['token', 'token_hash', 'bytes', 'hash']);
        });
    }

    /** A delivery was one ZIP behind one link. */
    private function carryOver(): void
    {
        foreach (
            DB::table('deliveries')
                ->join('selections', 'selections.id', '=', 'deliveries.selection_id')
                ->select('deliveries.*', 'selections.name AS person', 'selections.email')
                ->get() as $old
        ) {
            $recipient = DB::table('recipients')->insertGetId([
                'delivery_id' => $old->id,
                'name' => $old->person,
                'email' => $old->email,
                'token' => $old->token,
                'token_hash' => $old->token_hash,
                'created_at' => $old->created_at,
                'updated_at' => $old->updated_at,
            ]);
            $frames = DB::table('selection_frames')
                ->where('selection_id', $old->selection_id)
                ->orderBy('id')
                ->pluck('frame_id')
                ->unique()
                ->values()
                ->all();
            $part = DB::table('delivery_parts')->insertGetId([
                'delivery_id' => $old->id,
                'number' => 1,
                'name' => '',
                'frames' => json_encode($frames),
                'ways' => '["jpegs"]',
                'opened_at' => $old->created_at,
                'made_at' => $old->made_at,
            ]);
            $zip =
                $old->made_at === null
                    ? null
                    : DB::table('delivery_zips')->insertGetId([
                        'delivery_id' => $old->id,
                        'part_id' => $part,
                        'scope' => 'all',
                        'number' => 1,
                        'name' => $old->name,
                        'stored' => 'package.zip',
                        'files_count' => $old->frames_count,
                        'bytes' => $old->bytes,
                        'hash' => $old->hash,
                        'made_at' => $old->made_at,
                    ]);
            DB::table('receipts')
                ->where('delivery_id', $old->id)
                ->update([
                    'recipient_id' => $recipient,
                    'zip_id' => DB::raw("IF(kind = 'fetched', ".($zip ?? 'NULL').', NULL)'),
                    'what' => $old->name,
                    'size' => $old->bytes,
                ]);
            DB::table('deliveries')
                ->where('id', $old->id)
                ->update(['name' => mb_substr((string) $old->name, 0, -4)]);
        }
    }
};

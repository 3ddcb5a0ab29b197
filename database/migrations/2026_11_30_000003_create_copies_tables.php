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
        Schema::create('places', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('studio_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('key', 80)->unique();
            $table->string('name', 40);
            $table->string('path', 1024);
            $table->char('marker', 36);
            $table->boolean('has_marker')->default(false);
            $table->timestamp('left_out_at')->nullable();
            // The originals inside a bag: read from, never written to.
            $table->boolean('is_bag')->default(false);
            $table->timestamps();
        });
        Schema::create('copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('file_id')->constrained()->cascadeOnDelete();
            $table->string('place', 40);
            $table->char('hash', 32);
            $table->timestamp('verified_at', 3);
            // Of which card, and whether the copy is as the card was: kept by the triggers below, to be counted.
            $table->unsignedBigInteger('card_id')->default(0);
            $table->boolean('is_sound')->default(false);
            $table->unique(['file_id', 'place']);
            $table->index(['card_id', 'place', 'is_sound', 'verified_at'], 'copies_counted');
            $table->index(['file_id', 'is_sound'], 'copies_sound');
        });
        foreach (['INSERT', 'UPDATE'] as $event) {
            DB::unprepared(
                <<<SQL
                    CREATE TRIGGER copies_before_{$event} BEFORE {$event} ON copies FOR EACH ROW
                    SET NEW.card_id = (SELECT card_id FROM files WHERE files.id = NEW.file_id),
                        NEW.is_sound = COALESCE(NEW.hash = (SELECT hash FROM files WHERE files.id = NEW.file_id), 0)
                    SQL,
            );
        }
        DB::unprepared(
            <<<'SQL'
                CREATE TRIGGER copies_after_files AFTER UPDATE ON files FOR EACH ROW
                IF NOT (NEW.hash <=> OLD.hash) THEN
                    UPDATE copies SET verified_at = verified_at WHERE file_id = NEW.id;
                END IF
                SQL,
        );
        Revised::Copies->follow('copies', 'card_id', ['place', 'hash', 'is_sound', 'verified_at']);
        Schema::create('version_copies', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('version_id')->constrained()->cascadeOnDelete();
            $table->string('place', 80);
            $table->char('hash', 32);
            $table->timestamp('verified_at', 3);
            $table->unique(['version_id', 'place']);
        });
    }
};

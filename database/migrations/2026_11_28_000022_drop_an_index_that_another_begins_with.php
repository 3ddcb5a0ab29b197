<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // `frames_to_picture` begins with the same two columns; each index costs at every frame that is read.
        Schema::table('frames', fn (Blueprint $table) => $table->dropIndex(['card_id', 'is_pictured']));
    }
};

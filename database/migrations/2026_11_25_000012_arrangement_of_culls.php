<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('culls', function (Blueprint $table): void {
            // Which frames stand in which order: an open page sees by it that clocks were set, or that frames came or left.
            $table->unsignedInteger('arrangement')->default(0);
        });
    }
};

<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Steps that arrived, so that a request that was held up on its way cannot undo what was done after it.
        Schema::create('guest_steps', function (Blueprint $table): void {
            $table->foreignId('guest_id')->constrained()->cascadeOnDelete();
            $table->char('uuid', 36);
            $table->text('refusal')->nullable();
            $table->timestamp('arrived_at')->useCurrent();
            $table->primary(['guest_id', 'uuid']);
        });
    }
};

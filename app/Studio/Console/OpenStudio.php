<?php

declare(strict_types=1);

namespace App\Studio\Console;

use App\Studio\Studio;
use Illuminate\Console\Command;

final class OpenStudio extends Command
{
    protected $signature = 'kanpai:studio {name : the studio} {member : the owner\'s name} {email} {password}';

    protected $description = 'Open a studio with its owner';

    public function handle(): int
    {
        $studio = Studio::query()->create(['name' => $this->argument('name')]);
        $studio
            ->members()
            ->create([
                'name' => $this->argument('member'),
                'email' => $this->argument('email'),
                'password' => $this->argument('password'),
                'role' => 'owner',
            ]);
        $this->info('Opened.');

        return self::SUCCESS;
    }
}

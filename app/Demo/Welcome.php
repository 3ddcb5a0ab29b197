<?php

declare(strict_types=1);

namespace App\Demo;

use App\Proof\Share;
use App\Studio\Member;
use Illuminate\Console\Command;

final class Welcome extends Command
{
    protected $signature = 'kanpai:welcome';

    protected $description = 'Say how to sign in';

    public function handle(): int
    {
        if (Member::query()->where('email', SeedDemo::EMAIL)->exists()) {
            $this->line('Sign in as        '.SeedDemo::EMAIL.'   password: '.SeedDemo::PASSWORD);
            $share = Share::query()
                ->whereHas('gallery', fn ($galleries) => $galleries->whereNotNull('published_at'))
                ->whereNull('withdrawn_at')
                ->orderBy('id')
                ->first();
            if ($share !== null) {
                $this->line('As a guest        '.$share->address());
            }
        } elseif (Member::query()->doesntExist()) {
            $this->line('Open your studio  '.url('/first-start'));
        }

        return self::SUCCESS;
    }
}

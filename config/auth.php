<?php

declare(strict_types=1);

return [
    'defaults' => ['guard' => 'web', 'passwords' => 'members'],
    'guards' => ['web' => ['driver' => 'session', 'provider' => 'members']],
    'providers' => ['members' => ['driver' => 'eloquent', 'model' => App\Studio\Member::class]],
    'passwords' => [
        'members' => ['provider' => 'members', 'table' => 'password_reset_tokens', 'expire' => 60, 'throttle' => 60],
    ],
];

<?php

declare(strict_types=1);

return [
    'driver' => env('SESSION_DRIVER', 'file'),
    'files' => storage_path('framework/sessions'),
    'lottery' => [2, 1000],
    'lifetime' => 720,
    'encrypt' => true,
    'cookie' => 'kanpai_session',
    'http_only' => true,
    'same_site' => 'lax',
    'secure' => env('SESSION_SECURE_COOKIE'),
];

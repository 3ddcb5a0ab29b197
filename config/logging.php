<?php

declare(strict_types=1);

return [
    'default' => 'file',
    'channels' => [
        'file' => ['driver' => 'single', 'path' => storage_path('log/laravel.log'), 'level' => 'warning'],
    ],
];

<?php

declare(strict_types=1);

return [
    // Mail is kept in the outbox of the studio until a mail server is set up.
    'default' => env('MAIL_MAILER', 'outbox'),
    'mailers' => [
        'outbox' => ['transport' => 'outbox'],
        'smtp' => [
            'transport' => 'smtp',
            'host' => env('MAIL_HOST'),
            'port' => env('MAIL_PORT', 587),
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
        ],
    ],
    'from' => [
        'address' => env('MAIL_FROM_ADDRESS', 'studio@kanpai.example'),
        'name' => env('MAIL_FROM_NAME', 'Kanpai'),
    ],
];

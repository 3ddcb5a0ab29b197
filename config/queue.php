<?php

declare(strict_types=1);

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync', 'after_commit' => true],
        // A job is a row of the same transaction as what it is about, so that neither is there without the other.
        // Work runs in turns of seconds, so a turn that was killed is taken up again after a minute.
        'database' => [
            'driver' => 'database',
            'connection' => null,
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => 60,
            'after_commit' => false,
        ],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'mariadb', 'table' => 'failed_jobs'],
];

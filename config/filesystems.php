<?php

declare(strict_types=1);

return [
    'default' => 'local',
    'disks' => [
        // Nothing of it is ever served: pictures and deliveries have doors of their own.
        'local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false, 'throw' => true],
    ],
];

<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'leave' => [
        'name.required' => 'Type the name of the shoot.',
    ],
];

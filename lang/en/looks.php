<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'save_look' => [
        'name.required' => 'Give the look a name.',
    ],
];

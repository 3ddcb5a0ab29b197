<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'cube' => [
        'table.required' => 'Choose a .cube file.',
        'table.max' => 'A table of colours has at most 12 MB.',
    ],
    'save_look' => [
        'name.required' => 'Give the look a name.',
    ],
];

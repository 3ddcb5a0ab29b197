<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'delete_copies' => [
        'name.required' => 'Type the name of the shoot.',
        'places.required' => 'Choose at least one place.',
    ],
    'rename_set' => [
        'name.required' => 'A set needs a name.',
    ],
    'reset' => [
        'name.required' => 'Type the name of the shoot.',
    ],
    'round' => [
        'set.required_if' => 'Choose the set from which the round starts.',
    ],
    'set' => [
        'name.required' => 'Give the set a name.',
    ],
    'use' => [
        'name.required' => 'Say what frames are for.',
        'name.not_regex' => 'A use is written with other uses between commas, so it has none itself.',
    ],
];

<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'contact_sheet' => [
        'columns.*' => 'Say how many columns, as a whole number.',
        'rows.*' => 'Say how many rows, as a whole number.',
    ],
    'next_round' => [
        'again.required' => 'Choose which pictures go out once more.',
    ],
    'originals' => [
        'place.*' => 'Choose the place that they are copied to.',
        'how.*' => 'Choose whether they are copied or moved.',
        'kind.*' => 'Choose raw files, JPEGs or both.',
    ],
    'remove_delivery' => [
        'sure.accepted' => 'Tick that its receipts may go as well.',
    ],
    'run_outputs' => [
        'outputs.required' => 'Choose at least one output.',
    ],
    'send_out' => [
        'destination.required' => 'Choose where it is sent.',
        'output.required' => 'Choose in which way it is written.',
        'copies.*' => 'From 1 to 500 copies of each.',
    ],
];

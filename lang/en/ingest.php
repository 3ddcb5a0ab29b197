<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'copies_required' => [
        'copies_required.*' => 'Between 1 and 9 copies can be asked for.',
    ],
    'copy' => [
        'shooter.required' => 'Say who shot this card; it goes into the folder’s name and the captions.',
    ],
    'place' => [
        'place_path.*' => 'Choose one of the disks that the server sees.',
        'place_name.not_in' => 'There is a place of that name already.',
        'place_name.regex' => 'The name of a place has a letter at least.',
        'place_name.required' => 'Give the place a name that says which disk it is.',
    ],
    'upload_link' => [
        'link_shooter.required' => 'Say whose cards will come by this link.',
    ],
];

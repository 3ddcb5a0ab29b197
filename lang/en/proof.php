<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'answer' => [
        'answer.required' => 'Write an answer first.',
    ],
    'branding' => [
        'name.required' => 'Guests see the name first.',
        'prefix.regex' => 'Use small letters, digits and hyphens, as in quill-photo.',
        'prefix.not_in' => 'This word is taken by the program itself.',
        'prefix.unique' => 'Another studio begins its links so.',
        'logo.max' => 'The logo is larger than 4 MB.',
        '*.regex' => 'A colour is written as #1d1c1a.',
    ],
    'final_list' => [
        'size.required_if' => 'Say how many pictures the list is to have.',
        'use.required_if' => 'Say what the pictures are for.',
        'use.not_regex' => 'A use has no comma.',
    ],
    'keep_link' => [
        'email.required' => 'Say where the link is to go.',
        'email.email' => 'This is no mail address.',
    ],
    'remove_gallery' => [
        'sure.accepted' => 'Tick that what guests said may go as well.',
    ],
    'send_selection' => [
        'name.required' => 'Please say who you are.',
        'email.required' => 'Please leave a mail address for the answer.',
        'email.email' => 'This is no mail address.',
    ],
    'use_selection' => [
        'use.required_if' => 'Say what the pictures are for.',
        'use.not_regex' => 'A use has no comma.',
    ],
];

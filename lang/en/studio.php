<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'first_start' => [
        'studio.required' => 'Say what the studio is called; guests see it first.',
        'name.required' => 'Say who you are.',
        'email.*' => 'This is no mail address. You sign in with it.',
        'password.min' => 'A password has at least 10 characters.',
        'password.confirmed' => 'The two passwords are not the same.',
    ],
];

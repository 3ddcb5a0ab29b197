<?php

declare(strict_types=1);

// What pages say where a request fails: by status; of what was not found, to members and to guests.
return [
    '400' => [
        'title' => 'This address cannot be read',
        'text' => 'Something in it is not as it should be. Follow the link you were given once more.',
    ],
    '403' => [
        'title' => 'This is not open to you',
        'text' => 'What you asked for is for somebody else in the studio. Ask its owner.',
    ],
    '404' => [
        'title' => 'There is nothing here',
        'text' => 'It was removed, or the address is not complete.',
    ],
    '404_guest' => [
        'title' => 'There is nothing here',
        'text' => 'The link is not complete, or what it led to was removed. Copy the whole link from your mail, or '.
            'ask whoever sent it.',
    ],
    '405' => [
        'title' => 'There is nothing to be shown here',
        'text' => 'This address takes what a form sends. Go back to the page with the form.',
    ],
    '409' => [
        'title' => 'This cannot be done just now',
        'text' => 'Something else is under way that has to end first. Wait a moment, then try again.',
    ],
    '410' => [
        'title' => 'This has ended',
        'text' => 'What was here is not shown any more. Ask the studio for another link.',
    ],
    '413' => [
        'title' => 'This is too large',
        'text' => 'More was sent than is taken at once. Send less, or in several parts.',
    ],
    '419' => [
        'title' => 'The page was open too long',
        'text' => 'Nothing was changed. Go back, load the page once more, and send it again.',
    ],
    '429' => [
        'title' => 'Too many tries, one upon another',
        'text' => 'Please wait :wait, then try again. Nothing is lost.',
    ],
    '503' => [
        'title' => 'Kanpai is being brought up to date',
        'text' => 'It is back in a minute. Nothing is lost.',
    ],
    'fault' => [
        'title' => 'Something went wrong here',
        'text' => 'It is a fault of the program and has been noted, not of what you did. What was saved before is '.
            'kept. Try again in a moment.',
    ],
];

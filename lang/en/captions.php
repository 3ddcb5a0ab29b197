<?php

declare(strict_types=1);

// What is said of input that cannot be taken: by form, field and rule.
return [
    'paste' => [
        'fields.required' => 'Choose at least one field to paste.',
    ],
    'replace' => [
        'find.required' => 'Say what is to be found.',
        'in.required' => 'Choose at least one field to look in.',
    ],
    'wishes' => [
        'code_sign.*' => 'The mark that starts a code is one to three signs that are no letter, figure, space, '.
            'brace or comma, such as @ or =.',
    ],
];

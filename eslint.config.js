import js from '@eslint/js';
import globals from 'globals';

export default [
    js.configs.recommended,
    {
        languageOptions: { globals: { ...globals.browser, ...globals.node } },
        rules: {
            // What is left out of a rest is left out on purpose.
            'no-unused-vars': ['error', { ignoreRestSiblings: true }],
            'no-unused-expressions': 'off',
            // Timers and pictures that are fetched ahead are held, not read.
            'no-unused-private-class-members': 'off',
            eqeqeq: 'error',
            'no-var': 'error',
            'prefer-const': 'error',
        },
    },
];

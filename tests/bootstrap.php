<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';

// Processes that run beside each other have a database each.
$token = getenv('TEST_TOKEN');
if (is_string($token) && ctype_digit($token)) {
    $_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = "kanpai_feature_{$token}";
    putenv("DB_DATABASE=kanpai_feature_{$token}");
}

<?php

declare(strict_types=1);

namespace App\Studio;

/** Addresses of the built styles and scripts. */
final class Build
{
    /** @var array<string, array{file: string, css?: list<string>}>|null */
    private ?array $manifest = null;

    public function __construct(private readonly string $folder)
    {
    }

    /** @param  string  $source  below resources/ */
    public function url(string $source): string
    {
        if ($this->manifest === null) {
            $json = is_file("{$this->folder}/manifest.json")
                ? (string) file_get_contents("{$this->folder}/manifest.json")
                : '{}';
            $this->manifest = (array) json_decode($json, true);
        }

        return '/build/'.($this->manifest['resources/'.$source]['file'] ?? 'missing/'.$source);
    }
}

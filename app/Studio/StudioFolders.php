<?php

declare(strict_types=1);

namespace App\Studio;

/**
 * The folders of this machine that are a studio's: where its cards appear, where its copies go, which disks it may add,
 * which folders a raw editor of its writes into.
 *
 * What the configuration names belongs to the first studio of an installation. Every other has folders of its own below
 * `kanpai.studios`, by its number, so that nobody sees another's cards. `kanpai.shared` gives the configured ones to
 * all.
 */
final readonly class StudioFolders
{
    private function __construct(private int $studio, private bool $hasConfigured)
    {
    }

    public static function of(int $studio): self
    {
        return new self($studio, (bool) config('kanpai.shared') || $studio === (int) Studio::query()->min('id'));
    }

    /** Whether the configured folders are this studio's, and with them the card rack. */
    public function hasConfigured(): bool
    {
        return $this->hasConfigured;
    }

    /** @return list<string> folders in which each folder with a DCIM is a card in a slot */
    public function slots(): array
    {
        return $this->hasConfigured ? $this->configured('kanpai.roots') : [$this->own('slots')];
    }

    /** @return array<string, string> name => folder of the places that are there from the beginning */
    public function places(): array
    {
        if (! $this->hasConfigured) {
            return ['work' => $this->own('places/work'), 'backup' => $this->own('places/backup')];
        }
        $places = [];
        foreach ((array) config('kanpai.places') as $name => $path) {
            $places[(string) $name] = (string) $path;
        }

        return $places;
    }

    /** @return array<string, string> key for forms => folder that may become a place */
    public function disks(): array
    {
        return self::below($this->hasConfigured ? $this->configured('kanpai.place_roots') : [$this->own('disks')]);
    }

    /** @return array<string, string> key for forms => folder that a shoot may watch */
    public function watchable(): array
    {
        return self::below($this->hasConfigured ? $this->configured('kanpai.watch_roots') : [$this->own('watched')]);
    }

    /** @return list<string> */
    private function configured(string $key): array
    {
        return array_values(array_map(strval(...), (array) config($key)));
    }

    private function own(string $name): string
    {
        return config('kanpai.studios')."/{$this->studio}/{$name}";
    }

    /**
     * @param  list<string>  $roots
     * @return array<string, string>
     */
    private static function below(array $roots): array
    {
        $folders = [];
        foreach ($roots as $number => $root) {
            foreach (glob($root.'/*', GLOB_ONLYDIR) ?: [] as $folder) {
                if (! is_link($folder)) {
                    $folders[$number.'/'.mb_scrub(basename($folder), 'UTF-8')] = $folder;
                }
            }
        }

        return $folders;
    }
}

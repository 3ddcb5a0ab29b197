<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/** An SVG drawing being put together: definitions once, shapes in order. */
final class Svg
{
    private string $definitions = '';

    private string $shapes = '';

    /** @var array<string, string> */
    private array $known = [];

    public function __construct(private readonly int $width, private readonly int $height)
    {
    }

    public function add(string $shapes): self
    {
        $this->shapes .= $shapes;

        return $this;
    }

    /**
     * A gradient from top to bottom, or along the given direction, as a paint.
     *
     * @param  list<array{float, string, 2?: float}>  $stops  place 0–1, colour, opacity
     */
    public function linear(array $stops, float $x1 = 0, float $y1 = 0, float $x2 = 0, float $y2 = 1): string
    {
        return $this->define(
            "<linearGradient id='%s' x1='{$x1}' y1='{$y1}' x2='{$x2}' y2='{$y2}'>".
                self::stops($stops).
                '</linearGradient>',
        );
    }

    /**
     * @param  list<array{float, string, 2?: float}>  $stops
     */
    public function radial(array $stops, float $cx = 0.5, float $cy = 0.5, float $r = 0.5): string
    {
        return $this->define(
            "<radialGradient id='%s' cx='{$cx}' cy='{$cy}' r='{$r}'>".self::stops($stops).'</radialGradient>',
        );
    }

    public function clip(string $path): string
    {
        return $this->define("<clipPath id='%s'><path d='{$path}'/></clipPath>");
    }

    public function __toString(): string
    {
        return "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' ".
            "width='{$this->width}' height='{$this->height}' viewBox='0 0 {$this->width} ".
            "{$this->height}'><defs>{$this->definitions}</defs>{$this->shapes}</svg>";
    }

    /** @param  string  $template  with %s where the id goes */
    private function define(string $template): string
    {
        if (! isset($this->known[$template])) {
            $id = 'd'.count($this->known);
            $this->known[$template] = "url(#{$id})";
            $this->definitions .= str_replace('%s', $id, $template);
        }

        return $this->known[$template];
    }

    /** @param  list<array{float, string, 2?: float}>  $stops */
    private static function stops(array $stops): string
    {
        $out = '';
        foreach ($stops as $stop) {
            $out .=
                "<stop offset='{$stop[0]}' stop-color='{$stop[1]}'".
                (isset($stop[2]) ? " stop-opacity='{$stop[2]}'" : '').
                '/>';
        }

        return $out;
    }
}

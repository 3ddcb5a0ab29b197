<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

use Kanpai\Demo\Drawing\Colour;
use Kanpai\Demo\Drawing\Random;
use Kanpai\Demo\Drawing\Svg;

/** Draws the places of the regatta: river, quay, bank and boathouse. */
final class Scenery
{
    public function __construct(
        private readonly Svg $svg,
        private readonly Random $random,
        private readonly Light $light,
        private readonly int $width,
        private readonly int $height,
    ) {
    }

    /** @param  float  $horizon  0–1 from the top */
    public function sky(float $horizon): void
    {
        $l = $this->light;
        $h = $this->height * $horizon;
        $w = $this->width;
        $this->svg->add(
            "<rect width='{$w}' height='{$this->height}' fill='".
                $this->svg->linear([
                    [0, $l->zenith],
                    [0.75, Colour::mix($l->zenith, $l->horizon, 0.75)],
                    [1, $l->horizon],
                ]).
                "'/>",
        );
        $this->svg->add(
            "<rect width='{$w}' height='".
                ($h + 2).
                "' fill='".
                $this->svg->linear([
                    [0, $l->zenith],
                    [0.55, Colour::mix($l->zenith, $l->horizon, 0.55)],
                    [1, $l->horizon],
                ]).
                "'/>",
        );
        $sunX = $l->sunX * $w;
        $sunY = $l->sunY * $h * 0.9;
        $this->svg->add(
            "<circle cx='{$sunX}' cy='{$sunY}' r='".
                $w * 0.36.
                "' fill='".
                $this->svg->radial([[0, $l->glint, 0.85], [0.12, $l->glint, 0.5], [1, $l->glint, 0.0]]).
                "'/>",
        );
        $puff = $this->svg->radial([[0, $l->cloud, 0.8], [0.6, $l->cloud, 0.45], [1, $l->cloud, 0.0]]);
        $shadow = $this->svg->radial([[0, Colour::mix($l->zenith, $l->cloud, 0.4), 0.5], [1, $l->zenith, 0.0]]);
        $banks = (int) round(4 + 9 * $l->clouds);
        for ($i = 0; $i < $banks; $i++) {
            $cx = $this->random->between(-0.1, 1.1) * $w;
            $cy = $this->random->between(0.02, 0.86) * $h;
            $size = $w * $this->random->between(0.05, 0.13) * (1.25 - (0.8 * $cy) / $h);
            for ($k = 0; $k < 9; $k++) {
                $dx = ($k - 4) * $size * 0.42 + $this->random->between(-0.2, 0.2) * $size;
                $dy = $this->random->between(-0.26, 0.06) * $size * (1 - abs($k - 4) / 6);
                $rx = $size * $this->random->between(0.5, 0.9) * (1 - abs($k - 4) / 8);
                $this->svg->add(
                    "<ellipse cx='".
                        round($cx + $dx).
                        "' cy='".
                        round($cy + $dy + $rx * 0.22).
                        "' rx='".
                        round($rx).
                        "' ry='".
                        round($rx * 0.36).
                        "' fill='{$shadow}'/><ellipse cx='".
                        round($cx + $dx).
                        "' cy='".
                        round($cy + $dy).
                        "' rx='".
                        round($rx).
                        "' ry='".
                        round($rx * 0.42).
                        "' fill='{$puff}'/>",
                );
            }
        }
    }

    /** Hills and the far bank with its trees, down to the horizon line. */
    public function land(float $horizon, bool $boathouse = true): void
    {
        $l = $this->light;
        $y = $this->height * $horizon;
        $w = $this->width;
        foreach ([0.12, 0.075, 0.045] as $i => $rise) {
            $colour = Colour::mix($l->hill, $l->horizon, max(0.05, $l->haze * (1 - $i * 0.35) + 0.2 - 0.1 * $i));
            $path = "M -20 {$y}";
            $phase = $this->random->between(0, 6);
            for ($x = -20; $x <= $w + 60; $x += 60) {
                $top =
                    $y -
                    $this->height *
                        $rise *
                        (0.62 + 0.24 * sin($x / ($w * 0.13) + $phase) + 0.14 * sin($x / ($w * 0.047) + $phase * 2));
                $path .= ' L '.$x.' '.round($top, 1);
            }
            $this->svg->add("<path d='{$path} L ".($w + 60)." {$y} Z' fill='{$colour}'/>");
        }
        $bank = Colour::mix($l->bank, $l->horizon, $l->haze * 0.4);
        for ($x = -40; $x < $w + 40;) {
            $r = ($this->random->between(12, 40) * $this->width) / 2400;
            $tone = Colour::mix(
                $bank,
                $this->random->chance(0.5) ? '#1d2a1c' : '#d6cf8a',
                $this->random->between(0.02, 0.22),
            );
            $this->svg->add(
                "<ellipse cx='".
                    round($x).
                    "' cy='".
                    round($y - $r * 0.7).
                    "' rx='".
                    round($r * 1.25).
                    "' ry='".
                    round($r).
                    "' fill='{$tone}'/>",
            );
            $x += $r * $this->random->between(0.5, 1.2);
        }
        $this->svg->add(
            "<rect x='0' y='".($y - 12)."' width='{$w}' height='16' fill='".Colour::darker($bank, 0.15)."'/>",
        );
        if ($boathouse) {
            $this->farHouses($y, $bank);
        }
    }

    private function farHouses(float $y, string $bank): void
    {
        $u = $this->width / 2400;
        $x = $this->width * $this->random->between(0.1, 0.72);
        $wall = Colour::mix('#e9dcc6', $this->light->horizon, 0.25);
        $roof = Colour::mix('#8a4f3a', $this->light->horizon, 0.25);
        foreach ([[0, 150, 58], [158, 96, 44], [268, 130, 66], [-120, 84, 40]] as [$dx, $bw, $bh]) {
            $x0 = $x + $dx * $u;
            $bw *= $u;
            $bh *= $u;
            $this->svg->add(
                "<rect x='{$x0}' y='".
                    ($y - $bh).
                    "' width='{$bw}' height='{$bh}' fill='{$wall}'/><path d='M ".
                    ($x0 - 8 * $u).
                    ' '.
                    ($y - $bh).
                    ' L '.
                    ($x0 + $bw / 2).
                    ' '.
                    ($y - $bh - 34 * $u).
                    ' L '.
                    ($x0 + $bw + 8 * $u).
                    ' '.
                    ($y - $bh).
                    " Z' fill='{$roof}'/>",
            );
            for ($k = 0; $k < 3; $k++) {
                $this->svg->add(
                    "<rect x='".
                        ($x0 + $bw * (0.14 + 0.28 * $k)).
                        "' y='".
                        ($y - $bh * 0.7).
                        "' width='".
                        $bw * 0.13.
                        "' height='".
                        $bh * 0.34.
                        "' fill='".
                        Colour::darker($bank, 0.4).
                        "' fill-opacity='.7'/>",
                );
            }
        }
    }

    /** Water from the horizon to the lower edge, with ripples that grow towards us. */
    public function water(float $horizon, float $chop = 1.0): void
    {
        $l = $this->light;
        $y = $this->height * $horizon;
        $w = $this->width;
        $depth = $this->height - $y;
        $this->svg->add(
            "<rect x='0' y='{$y}' width='{$w}' height='{$depth}' fill='".
                $this->svg->linear([
                    [0, $l->waterFar],
                    [0.25, Colour::mix($l->waterFar, $l->waterNear, 0.5)],
                    [1, $l->waterNear],
                ]).
                "'/>",
        );
        $this->svg->add(
            "<rect x='0' y='{$y}' width='{$w}' height='".
                $depth * 0.16.
                "' fill='".
                $this->svg->linear([[0, Colour::darker($l->bank, 0.2), 0.5], [1, $l->bank, 0.0]]).
                "'/>",
        );
        $dark = Colour::darker($l->waterNear, 0.28);
        $count = (int) round(340 * $chop);
        $shapes = '';
        for ($i = 0; $i < $count; $i++) {
            $t = $this->random->between(0, 1) ** 1.7;
            $ry = 0.8 + 7.5 * $t * $this->random->between(0.4, 1.0);
            $rx = $ry * $this->random->between(9, 26);
            $isGlint = $this->random->chance(0.45);
            $cx =
                $isGlint && $this->random->chance(0.5)
                    ? $w * $l->sunX + $this->random->normal(0, $w * (0.06 + 0.2 * $t))
                    : $this->random->between(-0.05, 1.05) * $w;
            $opacity = round($isGlint ? $this->random->between(0.1, 0.5) : $this->random->between(0.08, 0.3), 2);
            $shapes .=
                "<ellipse cx='".
                round($cx).
                "' cy='".
                round($y + 4 + $depth * $t).
                "' rx='".
                round($rx).
                "' ry='".
                round($ry, 1).
                "' fill='".
                ($isGlint ? $l->glint : $dark).
                "' fill-opacity='{$opacity}'/>";
        }
        $this->svg->add($shapes);
    }

    /** A stone quay with a rail and posts, as a background for people. */
    public function quay(float $top): void
    {
        $y = $this->height * $top;
        $w = $this->width;
        $stone = Colour::mix('#a79a88', $this->light->horizon, 0.15);
        $this->svg->add(
            "<rect x='0' y='{$y}' width='{$w}' height='".
                ($this->height - $y).
                "' fill='".
                $this->svg->linear([
                    [0, Colour::lighter($stone, 0.12)],
                    [0.1, $stone],
                    [1, Colour::darker($stone, 0.4)],
                ]).
                "'/>",
        );
        for ($row = 0; $row < 9; $row++) {
            $ry = $y + 26 + $row * 84 * (1 + $row * 0.08);
            $this->svg->add(
                "<path d='M 0 {$ry} L {$w} {$ry}' stroke='".
                    Colour::darker($stone, 0.35).
                    "' stroke-width='4' stroke-opacity='.5'/>",
            );
            for ($x = ($row % 2) * 110 - 60; $x < $w; $x += 230) {
                $this->svg->add(
                    "<path d='M {$x} {$ry} l 0 84' stroke='".
                        Colour::darker($stone, 0.35).
                        "' stroke-width='4' stroke-opacity='.4'/><rect x='{$x}' y='{$ry}' width='230' height='84' fill='".
                        ($this->random->chance(0.5) ? '#ffffff' : '#000000').
                        "' fill-opacity='".
                        round($this->random->between(0, 0.07), 3).
                        "'/>",
                );
            }
        }
        for ($x = 60; $x < $w; $x += 420) {
            $this->svg->add(
                "<rect x='{$x}' y='".
                    ($y - 190).
                    "' width='26' height='200' rx='8' fill='#3a3f44'/><circle cx='".
                    ($x + 13).
                    "' cy='".
                    ($y - 194).
                    "' r='20' fill='#4a5056'/>",
            );
        }
        $this->svg->add(
            "<path d='M 0 ".
                ($y - 150).
                " L {$w} ".
                ($y - 150).
                ' M 0 '.
                ($y - 80).
                " L {$w} ".
                ($y - 80).
                "' stroke='#3a3f44' stroke-width='9'/>",
        );
    }

    /** Bunting between poles, above a crowd. */
    public function bunting(float $at): void
    {
        $y = $this->height * $at;
        $w = $this->width;
        $colours = ['#b8432f', '#e2b23f', '#f1ece0', '#33618c', '#3f7a5a'];
        $span = $w / 3;
        for ($s = 0; $s < 3; $s++) {
            $x0 = $s * $span;
            $this->svg->add(
                "<path d='M {$x0} {$y} Q ".
                    ($x0 + $span / 2).
                    ' '.
                    ($y + 110).
                    ' '.
                    ($x0 + $span).
                    " {$y}' stroke='#f4efe4' stroke-width='5' fill='none'/>",
            );
            for ($i = 1; $i < 10; $i++) {
                $t = $i / 10;
                $px = $x0 + $span * $t;
                $py = $y + 220 * $t * (1 - $t);
                $sway = $this->random->between(-8, 8);
                $this->svg->add(
                    "<path d='M ".
                        ($px - 28).
                        " {$py} L ".
                        ($px + 28).
                        " {$py} L ".
                        ($px + $sway).
                        ' '.
                        ($py + 72).
                        " Z' fill='{$colours[($i + $s) % 5]}'/>",
                );
            }
        }
    }

    /** Grass and reeds along our own bank. */
    public function meadow(float $top): void
    {
        $y = $this->height * $top;
        $grass = Colour::mix($this->light->bank, '#8fa04a', 0.35);
        $this->svg->add(
            "<rect x='0' y='{$y}' width='{$this->width}' height='".
                ($this->height - $y).
                "' fill='".
                $this->svg->linear([[0, Colour::lighter($grass, 0.12)], [1, Colour::darker($grass, 0.35)]]).
                "'/>",
        );
        $shapes = '';
        for ($i = 0; $i < 420; $i++) {
            $x = $this->random->between(0, $this->width);
            $t = $this->random->between(0, 1);
            $gy = $y + ($this->height - $y) * $t;
            $len = 14 + 50 * $t;
            $shapes .=
                "<path d='M ".
                round($x).
                ' '.
                round($gy).
                ' q '.
                round($this->random->between(-8, 8)).
                ' '.
                round(-$len * 0.6).
                ' '.
                round($this->random->between(-14, 14)).
                ' '.
                round(-$len).
                "' stroke='".
                ($i % 3 === 0 ? Colour::lighter($grass, 0.25) : Colour::darker($grass, 0.3)).
                "' stroke-width='".
                round(2 + 3 * $t, 1).
                "' stroke-opacity='.6' fill='none'/>";
        }
        $this->svg->add($shapes);
    }

    /** The boathouse from inside, by lantern light. */
    public function boathouse(): void
    {
        $w = $this->width;
        $h = $this->height;
        $this->svg->add(
            "<rect width='{$w}' height='{$h}' fill='".
                $this->svg->linear([[0, '#1d130d'], [0.5, '#3a2416'], [1, '#22160f']]).
                "'/>",
        );
        for ($x = 0; $x < $w; $x += 104) {
            $tone = Colour::mix('#4a2f1c', '#6b4426', $this->random->between(0, 1));
            $this->svg->add(
                "<rect x='{$x}' y='0' width='100' height='".$h * 0.74."' fill='{$tone}' fill-opacity='.55'/>",
            );
        }
        foreach ([0.1, 0.32] as $beam) {
            $this->svg->add(
                "<rect x='0' y='".
                    $h * $beam.
                    "' width='{$w}' height='54' fill='#2a190f'/><rect x='0' y='".
                    $h * $beam.
                    "' width='{$w}' height='8' fill='#8a5a30' fill-opacity='.5'/>",
            );
        }
        foreach ([0.18, 0.56, 0.9] as $i => $px) {
            $this->svg->add(
                "<path d='M ".
                    ($w * $px - 420).
                    ' '.
                    $h * (0.42 + 0.05 * $i).
                    ' C '.
                    ($w * $px - 200).
                    ' '.
                    $h * (0.4 + 0.05 * $i).
                    ' '.
                    ($w * $px + 200).
                    ' '.
                    $h * (0.4 + 0.05 * $i).
                    ' '.
                    ($w * $px + 420).
                    ' '.
                    $h * (0.42 + 0.05 * $i).
                    ' C '.
                    ($w * $px + 200).
                    ' '.
                    $h * (0.46 + 0.05 * $i).
                    ' '.
                    ($w * $px - 200).
                    ' '.
                    $h * (0.46 + 0.05 * $i).
                    ' '.
                    ($w * $px - 420).
                    ' '.
                    $h * (0.42 + 0.05 * $i).
                    " Z' fill='".
                    ['#a8472f', '#d9c08a', '#4b6f86'][$i].
                    "' fill-opacity='.8'/>",
            );
        }
        for ($i = 0; $i < 13; $i++) {
            $this->lantern(
                $this->random->between(0, 1) * $w,
                $h * $this->random->between(0.06, 0.42),
                $this->random->between(34, 74),
            );
        }
    }

    public function lantern(float $x, float $y, float $r): void
    {
        $glow = $this->svg->radial([[0, '#ffdf9a', 0.75], [0.25, '#ffb95a', 0.4], [1, '#ff9a3a', 0.0]]);
        $paper = $this->svg->radial([[0, '#fff6d8'], [0.5, '#ffd98a'], [1, '#e8913c']], 0.5, 0.62, 0.6);
        $this->svg->add(
            "<circle cx='{$x}' cy='{$y}' r='".
                $r * 4.2.
                "' fill='{$glow}'/><path d='M {$x} ".
                ($y - $r * 1.3).
                " L {$x} ".
                ($y - $r * 4).
                "' stroke='#1a100a' stroke-width='3'/><ellipse cx='{$x}' cy='{$y}' rx='{$r}' ry='".
                $r * 1.18.
                "' fill='{$paper}'/>",
        );
        foreach ([-0.7, -0.35, 0, 0.35, 0.7] as $k) {
            $half = $r * sqrt(1 - $k * $k * 0.9);
            $this->svg->add(
                "<path d='M ".
                    ($x - $half).
                    ' '.
                    ($y + $k * $r * 1.18).
                    ' Q '.
                    $x.
                    ' '.
                    ($y + $k * $r * 1.18 + 7).
                    ' '.
                    ($x + $half).
                    ' '.
                    ($y + $k * $r * 1.18).
                    "' stroke='#c8742e' stroke-width='2' stroke-opacity='.5' fill='none'/>",
            );
        }
        $this->svg->add(
            "<rect x='".
                ($x - $r * 0.4).
                "' y='".
                ($y - $r * 1.32).
                "' width='".
                $r * 0.8.
                "' height='".
                $r * 0.2.
                "' rx='4' fill='#3a2416'/><rect x='".
                ($x - $r * 0.36).
                "' y='".
                ($y + $r * 1.12).
                "' width='".
                $r * 0.72.
                "' height='".
                $r * 0.18.
                "' rx='4' fill='#3a2416'/>",
        );
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Demo\Scene;

use Kanpai\Demo\Drawing\Boat;
use Kanpai\Demo\Drawing\Colour;
use Kanpai\Demo\Drawing\Expression;
use Kanpai\Demo\Drawing\Person;
use Kanpai\Demo\Drawing\Portrait;
use Kanpai\Demo\Drawing\Random;
use Kanpai\Demo\Drawing\Svg;

/**
 * Composes one picture of a moment: which scenery, who is in it, what they do, in how many depths.
 *
 * All sizes are for a canvas 2,400 × 1,600, or 1,600 × 2,400 upright; the background is drawn a little larger so
 * that the hand of the photographer can move.
 */
final class Scene
{
    public const MARGIN = 80;

    public function __construct(
        private readonly int $seed,
        private readonly string $moment,
        private readonly float $hour,
        private readonly string $body,
        private readonly bool $upright,
    ) {
    }

    /**
     * @param  'river'|'race'|'start'|'crew'|'crowd'|'pair'|'prize'|'supper'|'detail'  $kind
     * @param  array{phase?: float, progress?: float, blinking?: list<int>, wide?: bool, people?: int, clothes?: string, detail?: string, toast?: bool}  $with
     * @param  int  $frame  number within the moment, for what changes from frame to frame
     * @return list<Layer> from the back to the front
     */
    public function layers(string $kind, array $with, int $frame): array
    {
        return match ($kind) {
            'river' => $this->river($with),
            'race', 'start' => $this->race($kind === 'start', $with, $frame),
            'detail' => $this->detail($with['detail'] ?? 'flag', $frame),
            default => $this->people($kind, $with, $frame),
        };
    }

    private function width(): int
    {
        return $this->upright ? 1600 : 2400;
    }

    private function height(): int
    {
        return $this->upright ? 2400 : 1600;
    }

    private function still(string $name): string
    {
        return implode('/', [$this->moment, $this->body, $name, $this->upright ? 'u' : 'w']);
    }

    private function random(string|int ...$words): Random
    {
        return Random::for($this->seed, $this->moment, ...$words);
    }

    /** @param  callable(Scenery, Svg): void  $draw */
    private function background(string $name, callable $draw, float $blur): Layer
    {
        $w = $this->width() + 2 * self::MARGIN;
        $h = $this->height() + 2 * self::MARGIN;
        $svg = new Svg($w, $h);
        $draw(new Scenery($svg, $this->random($this->body, $name), Light::at($this->hour), $w, $h), $svg);

        return new Layer((string) $svg, $blur, $this->still($name));
    }

    /**
     * @param  array{wide?: bool}  $with
     * @return list<Layer>
     */
    private function river(array $with): array
    {
        $horizon = $with['wide'] ?? true ? 0.52 : 0.36;

        return [
            $this->background(
                'river',
                function (Scenery $s) use ($horizon): void {
                    $s->sky($horizon);
                    $s->land($horizon);
                    $s->water($horizon, 1.2);
                },
                0.8,
            ),
            $this->reeds(3.5),
        ];
    }

    private function reeds(float $blur): Layer
    {
        $w = $this->width() + 2 * self::MARGIN;
        $h = $this->height() + 2 * self::MARGIN;
        $svg = new Svg($w, $h);
        $random = $this->random($this->body, 'reeds');
        $light = Light::at($this->hour);
        $shapes = '';
        $left = $random->chance(0.5);
        for ($i = 0; $i < 90; $i++) {
            $x = ($left ? 0 : $w) + ($left ? 1 : -1) * abs($random->normal(0, $w * 0.16));
            $len = $random->between(0.14, 0.42) * $h;
            $bend = $random->between(-90, 120);
            $tone = Colour::mix(Colour::darker($light->bank, 0.25), '#c9b672', $random->between(0, 0.6));
            $shapes .=
                "<path d='M ".
                round($x).
                " {$h} q ".
                round($bend * 0.2).
                ' '.
                round(-$len * 0.6).
                ' '.
                round($bend).
                ' '.
                round(-$len).
                "' stroke='{$tone}' stroke-width='".
                round($random->between(4, 11), 1).
                "' fill='none' stroke-linecap='round'/>";
            if ($i % 5 === 0) {
                $shapes .=
                    "<ellipse cx='".
                    round($x + $bend).
                    "' cy='".
                    round($h - $len).
                    "' rx='11' ry='40' fill='#6b4a2c' transform='rotate(".
                    round($bend * 0.1).
                    ' '.
                    round($x + $bend).
                    ' '.
                    round($h - $len).
                    ")'/>";
            }
        }
        $svg->add($shapes);

        return new Layer((string) $svg, $blur, $this->still('reeds'));
    }

    /**
     * @param  array{phase?: float, progress?: float, wide?: bool}  $with
     * @return list<Layer>
     */
    private function race(bool $start, array $with, int $frame): array
    {
        $wide = $with['wide'] ?? false;
        $progress = $with['progress'] ?? 0.5;
        $phase = $with['phase'] ?? 0.0;
        $horizon = $wide ? 0.46 : 0.24;
        $light = Light::at($this->hour);
        $layers = [
            $this->background(
                'race'.($wide ? 'w' : 't'),
                function (Scenery $s) use ($horizon, $wide): void {
                    $s->sky($horizon);
                    $s->land($horizon);
                    $s->water($horizon, $wide ? 1.1 : 0.9);
                },
                $wide ? 0.9 : 9.0,
            ),
        ];
        $svg = new Svg($this->width(), $this->height());
        $crews = $this->random('crews');
        $colours = [['#a8322c', '#c9412f'], ['#2d4f86', '#e9e3d3'], ['#2f6b4c', '#e2b23f'], ['#5b3a72', '#86c0c9']];
        $first = $crews->int(0, 3);
        $boats = $wide ? ($start ? 4 : 3) : 2;
        $base = $wide ? ($this->upright ? 0.34 : 0.46) : ($this->upright ? 1.2 : 1.66);
        for ($b = $boats - 1; $b >= 0; $b--) {
            [$clothes, $blade] = $colours[($first + $b) % 4];
            $crew = [];
            for ($k = 0; $k < 4; $k++) {
                $crew[] = Person::random($this->random('rower', $b, $k), $clothes, 'vest');
            }
            $depth = 1 - $b * ($wide ? 0.22 : 0.36);
            $lead = $b === 0 ? 0 : $crews->between(-300, 300) * $depth;
            $x =
                $this->width() * (0.5 + ($start ? 0 : ($progress - 0.5) * ($wide ? 0.5 : 0.24))) +
                $lead -
                $b * 120 * ($wide ? 1 : 2);
            $y = $this->height() * ($horizon + ($wide ? 0.34 : 0.5) * $depth ** 1.6);
            (new Boat(
                $svg,
                $crew,
                $b % 2 === 0 ? '#efe9dc' : '#2c3640',
                $blade,
                $light->waterNear,
                $light->glint,
            ))->draw(
                $x,
                $y,
                $base * $depth,
                $start && $progress < 0.3 ? 0.02 : fmod($phase + $b * 0.17, 1.0),
                $this->random('water', $b, $frame),
            );
        }
        $layers[] = new Layer((string) $svg, 0.0);
        if ($start) {
            $layers[] = $this->starter($progress);
        } elseif ($wide) {
            $layers[] = $this->reeds(5.0);
        }

        return $layers;
    }

    private function starter(float $progress): Layer
    {
        $svg = new Svg($this->width(), $this->height());
        $h = $this->height();
        $x = $this->width() * 0.12;
        $angle = $progress < 0.3 ? -8 : 72;
        $svg->add(
            "<path d='M {$x} ".
                $h * 0.72.
                " L {$x} {$h}' stroke='#27313a' stroke-width='150' stroke-linecap='round'/><circle cx='{$x}' cy='".
                $h * 0.6.
                "' r='66' fill='#c99a72'/><path d='M ".
                ($x - 68).
                ' '.
                $h * 0.595.
                ' A 68 68 0 0 1 '.
                ($x + 68).
                ' '.
                $h * 0.595.
                ' L '.
                ($x + 96).
                ' '.
                $h * 0.6.
                " Z' fill='#ece4d6'/>",
        );
        $svg->add(
            "<g transform='rotate({$angle} {$x} ".
                $h * 0.7.
                ")'><path d='M ".
                ($x + 30).
                ' '.
                $h * 0.7.
                ' L '.
                ($x + 70).
                ' '.
                $h * 0.5.
                "' stroke='#27313a' stroke-width='44' stroke-linecap='round'/><path d='M ".
                ($x + 72).
                ' '.
                $h * 0.52.
                ' L '.
                ($x + 92).
                ' '.
                $h * 0.24.
                "' stroke='#8b6b45' stroke-width='11' stroke-linecap='round'/><path d='M ".
                ($x + 92).
                ' '.
                $h * 0.24.
                ' q 80 -26 150 10 t 130 -4 l -10 130 q -70 30 -130 0 t -150 6 Z\' fill=\'#c23b2a\'/></g>',
        );

        return new Layer((string) $svg, 1.4);
    }

    /**
     * @param  array{blinking?: list<int>, people?: int, clothes?: string, toast?: bool, wide?: bool}  $with
     * @return list<Layer>
     */
    private function people(string $kind, array $with, int $frame): array
    {
        $light = Light::at($this->hour);
        $indoors = $kind === 'supper';
        $layers = [
            $this->background(
                $kind,
                function (Scenery $s, Svg $svg) use ($kind): void {
                    if ($kind === 'supper') {
                        $s->boathouse();

                        return;
                    }
                    $horizon = $kind === 'crowd' ? 0.34 : 0.42;
                    $s->sky($horizon);
                    $s->land($horizon);
                    $s->water($horizon, 0.6);
                    if ($kind === 'crowd') {
                        $s->meadow(0.62);
                    } else {
                        $s->quay(0.66);
                    }
                    if ($kind !== 'pair') {
                        $s->bunting(0.06);
                    }
                },
                $indoors ? 22.0 : 16.0,
            ),
        ];
        $count = $with['people'] ?? 4;
        if ($kind === 'crowd' || $kind === 'prize' || $kind === 'supper') {
            $layers[] = $this->row(
                'back',
                $kind,
                7,
                0.62,
                $this->height() * ($this->upright ? 0.5 : 0.44),
                $with,
                $frame,
                $indoors ? 12.0 : 9.0,
                $light,
                true,
            );
        }
        $size = match (true) {
            $this->upright => $count > 2 ? 1.55 : 2.5,
            $count >= 6 => 1.5,
            $count >= 5 => 1.75,
            $count >= 4 => 2.05,
            $count === 3 => 2.4,
            default => 2.9,
        };
        $layers[] = $this->row(
            'front',
            $kind,
            $count,
            $size,
            $this->height() * ($this->upright ? 0.42 : 0.46),
            $with,
            $frame,
            0.0,
            $light,
            false,
        );
        if ($kind === 'prize') {
            $layers[] = $this->cup();
        } elseif ($indoors) {
            $layers[] = $this->table((bool) ($with['toast'] ?? false));
        } elseif ($kind === 'crowd') {
            $layers[] = $this->reeds(14.0);
        }

        return $layers;
    }

    /** @param  array{blinking?: list<int>, clothes?: string, toast?: bool}  $with */
    private function row(
        string $name,
        string $kind,
        int $count,
        float $size,
        float $y,
        array $with,
        int $frame,
        float $blur,
        Light $light,
        bool $far,
    ): Layer {
        $margin = $far ? 2 * self::MARGIN : 0;
        $svg = new Svg($this->width() + $margin, $this->height() + $margin);
        $place = $this->random($name, 'places');
        $indoors = $kind === 'supper';
        $spread = ($this->width() * ($far ? 1.1 : 0.98)) / max(1, $count);
        // Whoever kisses is close.
        $step = min($spread, (! $far && ($with['kissing'] ?? false) ? 138 : 330) * $size);
        $order = range(0, $count - 1);
        // Those at the sides are in front, as people do when a group closes in.
        usort($order, fn (int $a, int $b): int => abs($a - ($count - 1) / 2) <=> abs($b - ($count - 1) / 2));
        foreach ($order as $i) {
            $person = Person::random(
                $this->random($name, 'person', $i),
                $far ? null : $with['clothes'] ?? null,
                ($with['clothes'] ?? null) !== null && ! $far ? 'vest' : null,
            );
            $px = $this->width() / 2 + ($i - ($count - 1) / 2) * $step + $place->between(-0.06, 0.06) * $step;
            $py = $y + $place->between(-30, 40) * $size;
            $now = $far ? $this->random($name, 'still', $i) : $this->random($name, 'now', $frame, $i);
            $mood = $kind === 'crowd' ? $now->between(0.2, 1.0) : $now->between(0.35, 1.0);
            $turn = ($i < ($count - 1) / 2 ? 1 : -1) * $now->between(0.02, 0.34) + $now->between(-0.12, 0.12);
            if ($kind === 'prize' && $count === 2) {
                $turn = ($i === 0 ? 1 : -1) * $now->between(0.35, 0.6);
            }
            $face = new Expression(
                $now->between(0.86, 1.05),
                $mood,
                $now->chance($kind === 'supper' ? 0.6 : 0.42),
                $turn,
                $now->between(-5, 5),
                $now->between(-0.3, 0.3),
            );
            if (! $far) {
                $face = $this->doing($face, $i, $count, $with);
            }
            (new Portrait(
                $svg,
                $person,
                $face,
                $indoors ? ($i % 2 === 0 ? 1.0 : -1.0) : $light->side,
                $indoors ? '#ffb45e' : '#d5e2ee',
            ))->draw(
                round($px + $now->between(-6, 6) + $margin / 2),
                round($py + $now->between(-5, 5) + $margin / 2),
                $size * $place->between(0.95, 1.05),
                ($this->height() - $py) / $size + 60,
            );
        }
        if ($indoors) {
            $svg->add(
                "<rect width='100%' height='100%' fill='".
                    $svg->linear([[0, '#ff9d3a', 0.0], [1, '#ff9d3a', 0.0]]).
                    "'/>",
            );
        }

        return new Layer((string) $svg, $blur, $far ? $this->still($name) : null);
    }

    /** @param  array<string, mixed>  $with  what people do in this frame */
    private function doing(Expression $face, int $person, int $count, array $with): Expression
    {
        $isIn = fn (string $who): bool => in_array($person, (array) ($with[$who] ?? []), true);
        $inwards = $person < ($count - 1) / 2 ? 1.0 : -1.0;

        return match (true) {
            (bool) ($with['kissing'] ?? false) => $face->kissing($inwards),
            (bool) ($with['best'] ?? false) => new Expression(1.0, 0.9, $face->teeth, 0.5 * $face->turn, $face->tilt),
            $isIn('laughing') => $face->laughing(),
            $isIn('lowered') => $face->lowered(),
            $isIn('away') => $face->away(-$inwards),
            $isIn('blinking') => $face->blinking(),
            (bool) ($with['aside'] ?? false) => new Expression(
                $face->lids,
                $face->smile,
                $face->teeth,
                $face->turn,
                $face->tilt,
                -0.8 * $inwards,
            ),
            default => $face,
        };
    }

    private function cup(): Layer
    {
        $svg = new Svg($this->width(), $this->height());
        $x = $this->width() / 2;
        $y = $this->height() * 0.8;
        $metal = $svg->linear(
            [[0, '#8d8f94'], [0.22, '#f8f8f6'], [0.42, '#b9bcc0'], [0.7, '#f1f1ee'], [1, '#7c7e84']],
            0,
            0,
            1,
            0,
        );
        $svg->add(
            "<path d='M ".
                ($x - 150).
                ' '.
                ($y - 190).
                ' C '.
                ($x - 290).
                ' '.
                ($y - 210).
                ' '.
                ($x - 270).
                ' '.
                ($y - 20).
                ' '.
                ($x - 100).
                ' '.
                ($y - 10).
                ' M '.
                ($x + 150).
                ' '.
                ($y - 190).
                ' C '.
                ($x + 290).
                ' '.
                ($y - 210).
                ' '.
                ($x + 270).
                ' '.
                ($y - 20).
                ' '.
                ($x + 100).
                ' '.
                ($y - 10).
                "' stroke='{$metal}' stroke-width='26' fill='none'/>",
        );
        $svg->add(
            "<path d='M ".
                ($x - 170).
                ' '.
                ($y - 220).
                ' C '.
                ($x - 160).
                ' '.
                ($y - 40).
                ' '.
                ($x - 90).
                ' '.
                ($y + 40).
                ' '.
                ($x - 30).
                ' '.
                ($y + 60).
                ' L '.
                ($x - 30).
                ' '.
                ($y + 150).
                ' L '.
                ($x - 110).
                ' '.
                ($y + 190).
                ' L '.
                ($x + 110).
                ' '.
                ($y + 190).
                ' L '.
                ($x + 30).
                ' '.
                ($y + 150).
                ' L '.
                ($x + 30).
                ' '.
                ($y + 60).
                ' C '.
                ($x + 90).
                ' '.
                ($y + 40).
                ' '.
                ($x + 160).
                ' '.
                ($y - 40).
                ' '.
                ($x + 170).
                ' '.
                ($y - 220).
                " Z' fill='{$metal}'/><ellipse cx='{$x}' cy='".
                ($y - 220).
                "' rx='170' ry='30' fill='#6f7278'/><ellipse cx='{$x}' cy='".
                ($y - 224).
                "' rx='170' ry='28' fill='none' stroke='#ffffff' stroke-width='6'/><rect x='".
                ($x - 140).
                "' y='".
                ($y + 186).
                "' width='280' height='110' rx='8' fill='#3a2a1c'/>",
        );
        foreach ([[-190, -30, '#d9a074', 1], [190, -40, '#a56b43', -1]] as [$dx, $dy, $skin, $s]) {
            $svg->add(
                "<path d='M ".
                    ($x + $dx * 2.6).
                    ' '.
                    ($y + 330).
                    ' C '.
                    ($x + $dx * 2).
                    ' '.
                    ($y + 200).
                    ' '.
                    ($x + $dx * 1.4).
                    ' '.
                    ($y + 60).
                    ' '.
                    ($x + $dx).
                    ' '.
                    ($y + $dy).
                    "' stroke='".
                    Colour::darker($skin, 0.12).
                    "' stroke-width='84' stroke-linecap='round' fill='none'/><ellipse cx='".
                    ($x + $dx * 0.86).
                    '\' cy=\''.
                    ($y + $dy - 14).
                    "' rx='66' ry='52' fill='{$skin}'/>",
            );
            for ($f = 0; $f < 4; $f++) {
                $svg->add(
                    "<path d='M ".
                        ($x + $dx * 0.9).
                        ' '.
                        ($y + $dy - 44 + $f * 24).
                        ' l '.
                        -$s * -62 .
                        ' '.
                        $f * 2 .
                        "' stroke='".
                        Colour::lighter($skin, 0.06).
                        "' stroke-width='23' stroke-linecap='round'/>",
                );
            }
        }

        return new Layer((string) $svg, 1.0);
    }

    private function table(bool $toast): Layer
    {
        $w = $this->width() + 2 * self::MARGIN;
        $h = $this->height() + 2 * self::MARGIN;
        $svg = new Svg($w, $h);
        $random = $this->random('table', $this->body);
        $svg->add(
            "<rect x='0' y='".
                $h * 0.9.
                "' width='{$w}' height='".
                $h * 0.1.
                "' fill='".
                $svg->linear([[0, '#d9c7a4'], [1, '#7a5a36']]).
                "'/>",
        );
        for ($i = 0; $i < 7; $i++) {
            $x = $w * (0.04 + 0.15 * $i) + $random->between(-40, 40);
            $y = $h * 0.93;
            if ($i % 3 === 1) {
                $svg->add(
                    "<path d='M ".
                        ($x - 34).
                        " {$y} L ".
                        ($x - 34).
                        ' '.
                        ($y - 190).
                        ' C '.
                        ($x - 34).
                        ' '.
                        ($y - 240).
                        ' '.
                        ($x - 14).
                        ' '.
                        ($y - 240).
                        ' '.
                        ($x - 14).
                        ' '.
                        ($y - 330).
                        ' L '.
                        ($x + 14).
                        ' '.
                        ($y - 330).
                        ' C '.
                        ($x + 14).
                        ' '.
                        ($y - 240).
                        ' '.
                        ($x + 34).
                        ' '.
                        ($y - 240).
                        ' '.
                        ($x + 34).
                        ' '.
                        ($y - 190).
                        ' L '.
                        ($x + 34).
                        " {$y} Z' fill='#2f4a34' fill-opacity='.92'/><path d='M ".
                        ($x - 22).
                        ' '.
                        ($y - 30).
                        ' L '.
                        ($x - 22).
                        ' '.
                        ($y - 190).
                        "' stroke='#c9e0b8' stroke-width='8' stroke-opacity='.5'/>",
                );
            } elseif ($i % 3 === 2) {
                $glow = $svg->radial([[0, '#ffe2a0', 0.8], [1, '#ff9a3a', 0.0]]);
                $svg->add(
                    "<circle cx='{$x}' cy='".
                        ($y - 100).
                        "' r='190' fill='{$glow}'/><rect x='".
                        ($x - 22).
                        "' y='".
                        ($y - 90).
                        "' width='44' height='100' rx='6' fill='#f6ecd6'/><path d='M {$x} ".
                        ($y - 92).
                        " c -20 -26 -6 -44 0 -62 c 8 18 22 36 0 62 Z' fill='#fff3c4'/>",
                );
            } else {
                $svg->add(
                    "<path d='M ".
                        ($x - 52).
                        ' '.
                        ($y - 230).
                        ' C '.
                        ($x - 56).
                        ' '.
                        ($y - 120).
                        ' '.
                        ($x - 20).
                        ' '.
                        ($y - 96).
                        ' '.
                        ($x - 8).
                        ' '.
                        ($y - 90).
                        ' L '.
                        ($x - 8).
                        " {$y} L ".
                        ($x + 8).
                        " {$y} L ".
                        ($x + 8).
                        ' '.
                        ($y - 90).
                        ' C '.
                        ($x + 20).
                        ' '.
                        ($y - 96).
                        ' '.
                        ($x + 56).
                        ' '.
                        ($y - 120).
                        ' '.
                        ($x + 52).
                        ' '.
                        ($y - 230).
                        " Z' fill='#ffffff' fill-opacity='.22' stroke='#fff2d8' stroke-width='4' stroke-opacity='.5'/><path d='M ".
                        ($x - 50).
                        ' '.
                        ($y - 170).
                        ' C '.
                        ($x - 44).
                        ' '.
                        ($y - 120).
                        ' '.
                        ($x - 20).
                        ' '.
                        ($y - 100).
                        ' '.
                        $x.
                        ' '.
                        ($y - 100).
                        ' C '.
                        ($x + 20).
                        ' '.
                        ($y - 100).
                        ' '.
                        ($x + 44).
                        ' '.
                        ($y - 120).
                        ' '.
                        ($x + 50).
                        ' '.
                        ($y - 170).
                        " Z' fill='".
                        ($toast ? '#e8c75a' : '#8c2438').
                        "' fill-opacity='.85'/>",
                );
            }
        }

        return new Layer((string) $svg, 12.0, $this->still('table'));
    }

    /** @return list<Layer> */
    private function detail(string $what, int $frame): array
    {
        $light = Light::at($this->hour);
        $w = $this->width();
        $h = $this->height();
        $indoors = $what === 'lantern';
        $background = $this->background(
            'detail-'.$what,
            function (Scenery $s, Svg $svg) use ($indoors, $light): void {
                if ($indoors) {
                    $s->boathouse();

                    return;
                }
                $s->sky(0.46);
                $s->land(0.46, false);
                $s->water(0.46);
                $spots = $this->random('bokeh');
                for ($i = 0; $i < 40; $i++) {
                    $svg->add(
                        "<circle cx='".
                            $spots->int(0, 2500).
                            "' cy='".
                            $spots->int(700, 2400).
                            "' r='".
                            $spots->int(18, 60).
                            "' fill='{$light->glint}' fill-opacity='.3'/>",
                    );
                }
            },
            26.0,
        );
        $svg = new Svg($w, $h);
        $now = $this->random('detail', $frame);
        $u = min($w, $h) / 1600;
        if ($what === 'flag') {
            $wave = $now->between(-60, 60);
            $cloth = $svg->linear(
                [[0, '#8e2622'], [0.2, '#d04a3a'], [0.42, '#a02c26'], [0.65, '#d9523f'], [1, '#8a231f']],
                0,
                0,
                1,
                0.12,
            );
            $x = $w * 0.2;
            $svg->add(
                "<path d='M {$x} 60 L {$x} {$h}' stroke='#8b6b45' stroke-width='34' stroke-linecap='round'/><circle cx='{$x}' cy='60' r='40' fill='#d8b45a'/><path d='M ".
                    ($x + 16).
                    ' 140 C '.
                    $w * 0.4.
                    ' '.
                    (40 + $wave).
                    ' '.
                    $w * 0.55.
                    ' '.
                    (300 - $wave).
                    ' '.
                    $w * 0.92.
                    ' '.
                    (160 + $wave).
                    ' L '.
                    $w * 0.88.
                    ' '.
                    (760 * $u + $wave).
                    ' C '.
                    $w * 0.6.
                    ' '.
                    (900 * $u - $wave).
                    ' '.
                    $w * 0.42.
                    ' '.
                    (640 * $u + $wave).
                    ' '.
                    ($x + 16).
                    ' '.
                    780 * $u.
                    " Z' fill='{$cloth}'/><circle cx='".
                    $w * 0.52.
                    "' cy='".
                    460 * $u.
                    "' r='".
                    150 * $u.
                    "' fill='#f3ecdc'/><path d='M ".
                    ($w * 0.52 - 100 * $u).
                    ' '.
                    490 * $u.
                    ' q 50 -50 100 0 t 100 0 M '.
                    ($w * 0.52 - 100 * $u).
                    ' '.
                    440 * $u.
                    " q 50 -50 100 0 t 100 0' stroke='#2d4f86' stroke-width='".
                    20 * $u.
                    "' fill='none'/>",
            );
        } elseif ($what === 'oars') {
            foreach (['#c9412f', '#e9e3d3', '#2d4f86', '#e2b23f', '#2f6b4c'] as $i => $blade) {
                $x = $w * (0.14 + 0.18 * $i) + $now->between(-6, 6);
                $paint = $svg->linear(
                    [[0, Colour::lighter($blade, 0.25)], [0.5, $blade], [1, Colour::darker($blade, 0.4)]],
                    0,
                    0,
                    1,
                    0,
                );
                $svg->add(
                    "<path d='M {$x} ".
                        $h * 0.5.
                        ' L '.
                        ($x + 40).
                        " {$h}' stroke='".
                        $svg->linear([[0, '#f0e4c8'], [1, '#a98b5c']], 0, 0, 1, 0).
                        "' stroke-width='44'/><path d='M ".
                        ($x - 96).
                        ' '.
                        $h * 0.1.
                        ' C '.
                        ($x - 60).
                        ' '.
                        $h * 0.05.
                        ' '.
                        ($x + 60).
                        ' '.
                        $h * 0.05.
                        ' '.
                        ($x + 92).
                        ' '.
                        $h * 0.1.
                        ' L '.
                        ($x + 60).
                        ' '.
                        $h * 0.48.
                        ' C '.
                        ($x + 40).
                        ' '.
                        $h * 0.55.
                        ' '.
                        ($x - 30).
                        ' '.
                        $h * 0.55.
                        ' '.
                        ($x - 50).
                        ' '.
                        $h * 0.48.
                        " Z' fill='{$paint}'/><path d='M ".
                        ($x - 70).
                        ' '.
                        $h * 0.2.
                        ' L '.
                        ($x + 80).
                        ' '.
                        $h * 0.2.
                        "' stroke='#ffffff' stroke-opacity='.6' stroke-width='16'/>",
                );
            }
        } elseif ($what === 'medals') {
            foreach (['#d8b45a', '#c5c8cc', '#b77a4a'] as $i => $metal) {
                $x = $w * (0.24 + 0.26 * $i);
                $y = $h * (0.56 + 0.05 * $i) + $now->between(-8, 8);
                $r = 190 * $u;
                $disc = $svg->radial(
                    [[0, Colour::lighter($metal, 0.55)], [0.7, $metal], [1, Colour::darker($metal, 0.4)]],
                    0.36,
                    0.3,
                    0.8,
                );
                $svg->add(
                    "<path d='M ".
                        ($x - 170 * $u).
                        " -20 L {$x} ".
                        ($y - $r * 0.8).
                        ' L '.
                        ($x + 170 * $u).
                        ' -20 L '.
                        ($x + 80 * $u).
                        " -20 L {$x} ".
                        ($y - $r * 1.5).
                        ' L '.
                        ($x - 80 * $u).
                        " -20 Z' fill='#2d4f86'/><circle cx='{$x}' cy='{$y}' r='{$r}' fill='{$disc}'/><circle cx='{$x}' cy='{$y}' r='".
                        $r * 0.82.
                        "' fill='none' stroke='".
                        Colour::darker($metal, 0.35).
                        "' stroke-width='6'/><path d='M ".
                        ($x - $r * 0.6).
                        ' '.
                        ($y + 10).
                        ' l '.
                        $r * 1.2.
                        ' 0 M '.
                        ($x - $r * 0.4).
                        ' '.
                        ($y - $r * 0.3).
                        ' l '.
                        $r * 0.5.
                        ' '.
                        $r * 0.7.
                        ' M '.
                        ($x + $r * 0.3).
                        ' '.
                        ($y - $r * 0.3).
                        ' l '.
                        -$r * 0.3.
                        ' '.
                        $r * 0.7.
                        "' stroke='".
                        Colour::darker($metal, 0.45).
                        "' stroke-width='12' stroke-linecap='round' fill='none'/>",
                );
            }
        } else {
            $scenery = new Scenery($svg, $now, $light, $w, $h);
            $scenery->lantern($w * 0.36 + $now->between(-10, 10), $h * 0.5, 270 * $u);
            $scenery->lantern($w * 0.74, $h * 0.36, 170 * $u);
        }

        return [$background, new Layer((string) $svg, 0.0)];
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/**
 * Draws a person from the chest up, in a space where the middle of the head is (0, 0), the top of the skull
 * is at −112 and the chin at 112.
 */
final class Portrait
{
    private const HEAD = 'M -75 -22 C -78 -86 -44 -114 0 -114 C 44 -114 78 -86 75 -22 C 75 26 %3$.1f 66 %1$.1f 92 C %2$.1f 108 10 114 0 114 C -10 114 -%2$.1f 108 -%1$.1f 92 C -%3$.1f 66 -75 26 -75 -22 Z';

    private string $out = '';

    private readonly string $head;

    public function __construct(
        private readonly Svg $svg,
        private readonly Person $person,
        private readonly Expression $face,
        private readonly float $light = -1.0,
        private readonly string $ambient = '#c9d6e2',
    ) {
        $chin = 24 + 16 * $person->jaw;
        $this->head = sprintf(self::HEAD, $chin, $chin * 0.62, 62 + 8 * $person->jaw);
    }

    /** @param  float  $length  how far down the body is drawn, in head units */
    public function draw(float $x, float $y, float $scale, float $length = 420): void
    {
        $this->backHair();
        $backHair = $this->out;
        $this->out = '';
        $this->body($length);
        $body = $this->out;
        $this->out = '';
        $this->skull();
        $skull = $this->out;
        $this->out = '';
        $this->features();
        $this->frontHair();
        // A bowed head shows more of its hair: the face slides down and is seen from above.
        [$slide, $shorter] = [26 * $this->face->down, 1 - 0.2 * $this->face->down];
        $head = "{$skull}<g transform='translate(0 {$slide}) scale(1 {$shorter})'>{$this->out}</g>";
        $w = $this->person->width;
        $this->svg->add(
            "<g transform='translate({$x} {$y}) scale({$scale})'><g transform='rotate({$this->face->tilt} 0 90) ".
                "scale({$w} 1)'>{$backHair}</g>{$body}<g transform='rotate({$this->face->tilt} 0 90) scale({$w} ".
                "1)'>{$head}</g></g>",
        );
        $this->out = '';
    }

    private function body(float $length): void
    {
        $skin = $this->person->skin;
        $neckShade = $this->svg->linear([
            [0, Colour::darker($skin, 0.42)],
            [0.45, Colour::darker($skin, 0.2)],
            [1, Colour::darker($skin, 0.08)],
        ]);
        $cloth = $this->person->clothes;
        $from = $this->light < 0 ? 0 : 1;
        $side = $this->svg->linear(
            [[0, Colour::lighter($cloth, 0.1)], [0.5, $cloth], [1, Colour::darker($cloth, 0.36)]],
            $from,
            0,
            1 - $from,
            0.35,
        );
        $half = 150;
        $shoulders =
            "M -34 132 C -70 152 -128 158 -{$half} 200 C -172 244 -178 330 -182 {$length} L 182 {$length} C 178 330 ".
            "172 244 {$half} 200 C 128 158 70 152 34 132 C 22 156 -22 156 -34 132 Z";
        $this->out .= "<path d='{$shoulders}' fill='{$side}'/>";
        $fold = Colour::darker($cloth, 0.3);
        $this->out .= "<path d='M -118 250 C -112 300 -116 350 -122 {$length} M 116 250 C 110 310 116 350 120 {$length}' stroke='{$fold}' stroke-width='5' stroke-opacity='.5' fill='none'/>";
        $this->out .= "<path d='M -40 176 C -20 230 -26 290 -10 340 M 52 184 C 40 240 52 300 44 360' stroke='{$fold}' stroke-width='7' stroke-opacity='.14' fill='none'/>";
        $trim = $this->person->trim;
        $clip = $this->svg->clip($shoulders);
        match ($this->person->garment) {
            'stripes' => ($this->out .=
                "<g clip-path='{$clip}'>".
                implode(
                    '',
                    array_map(
                        fn (int $i): string => "<path d='M -200 ".
                            (210 + $i * 44).
                            ' C -80 '.
                            (196 + $i * 44).
                            ' 80 '.
                            (196 + $i * 44).
                            ' 200 '.
                            (210 + $i * 44).
                            "' stroke='{$trim}' stroke-width='17' fill='none' stroke-opacity='.85'/>",
                        range(0, 5),
                    ),
                ).
                '</g>'),
            'vest' => ($this->out .=
                "<g clip-path='{$clip}'><path d='M -190 190 L -96 150 L -74 {$length} L -200 {$length} Z M 190 190 L 96 150 L 74 {$length} L 200 {$length} Z' fill='{$skin}'/><path d='M -190 190 L -96 150 L -74 {$length} M 190 190 L 96 150 L 74 {$length}' stroke='{$trim}' stroke-width='9' fill='none'/><path d='M -200 190 L -140 160 L -130 {$length} L -220 {$length} Z M 200 190 L 140 160 L 130 {$length} L 220 {$length} Z' fill='".
                Colour::darker($skin, 0.25).
                "' fill-opacity='.35'/><path d='M -80 262 C -30 276 30 276 80 262' stroke='{$trim}' stroke-width='16' fill='none'/></g>"),
            'jacket' => ($this->out .=
                "<path d='M -36 138 L -8 {$length} L 8 {$length} L 36 138 C 20 160 -20 160 -36 138 Z' fill='{$trim}'/><path d='M -38 132 C -66 150 -72 176 -64 214 L -10 320 L -30 160 Z M 38 132 C 66 150 72 176 64 214 L 10 320 L 30 160 Z' fill='".
                Colour::darker($cloth, 0.2).
                "'/>"),
            'collar' => ($this->out .=
                "<path d='M -44 128 L -58 164 L -6 196 L 0 158 Z M 44 128 L 58 164 L 6 196 L 0 158 Z' fill='".
                Colour::lighter($cloth, 0.22).
                "'/><path d='M 0 160 L 0 {$length}' stroke='{$fold}' stroke-width='3' stroke-opacity='.6'/><circle cx='4' cy='230' r='4' fill='{$fold}'/><circle cx='4' cy='290' r='4' fill='{$fold}'/>"),
            default => null,
        };
        // The neck is in front of the cloth and the head throws its shadow on it.
        $this->out .= "<path d='M -38 60 L -40 126 C -40 150 -20 166 0 170 C 20 166 40 150 40 126 L 38 60 Z' fill='{$neckShade}'/>";
        if ($this->person->garment === 'crew' || $this->person->garment === 'stripes') {
            $this->out .=
                "<path d='M -42 128 C -34 164 34 164 42 128 L 47 136 C 38 180 -38 180 -47 136 Z' fill='".
                Colour::lighter($cloth, 0.12).
                "'/>";
        }
        if ($this->person->garment === 'scarf') {
            $knit = $this->svg->linear([[0, Colour::lighter($trim, 0.1)], [1, Colour::darker($trim, 0.3)]]);
            $this->out .=
                "<path d='M -56 112 C -30 138 30 138 56 112 C 70 130 66 158 46 172 C 20 186 -20 186 -46 172 C -66 158 -70 130 -56 112 Z' fill='{$knit}'/><path d='M 14 168 C 30 220 26 280 34 340 L 74 334 C 66 270 66 210 48 160 Z' fill='{$knit}'/><path d='M -44 138 C -18 156 18 156 44 138 M -46 158 C -18 172 18 172 46 158' stroke='".
                Colour::darker($trim, 0.35).
                "' stroke-width='3' stroke-opacity='.45' fill='none'/>";
        }
    }

    private function skull(): void
    {
        $skin = $this->person->skin;
        $ear = Colour::darker($skin, 0.12);
        $turn = $this->face->turn;
        foreach ([-1, 1] as $s) {
            if ($turn * $s < 0.55) {
                $ex = $s * (76 - 6 * abs($turn));
                $this->out .=
                    "<ellipse cx='{$ex}' cy='6' rx='11' ry='22' fill='{$ear}'/><path d='M ".
                    ($ex - 3 * $s).
                    ' -8 C '.
                    ($ex + 6 * $s).
                    ' -2 '.
                    ($ex + 5 * $s).
                    ' 14 '.
                    ($ex - 2 * $s).
                    " 20' stroke='".
                    Colour::darker($skin, 0.34).
                    "' stroke-width='2.4' fill='none' stroke-opacity='.6'/>";
            }
        }
        $cx = 0.5 + 0.16 * $this->light;
        $base = $this->svg->radial(
            [
                [0, Colour::lighter($skin, 0.16)],
                [0.55, $skin],
                [0.85, Colour::darker($skin, 0.14)],
                [1, Colour::darker($skin, 0.3)],
            ],
            $cx,
            0.4,
            0.66,
        );
        $this->out .= "<path d='{$this->head}' fill='{$base}'/>";
        $clip = $this->svg->clip($this->head);
        $far = $this->light < 0 ? 1 : -1;
        $shade = $this->svg->linear(
            [
                [0, Colour::darker($skin, 0.5), 0.0],
                [0.55, Colour::darker($skin, 0.5), 0.05],
                [1, Colour::darker($skin, 0.55), 0.5],
            ],
            $far > 0 ? 0 : 1,
            0,
            $far > 0 ? 1 : 0,
            0.1,
        );
        $rim = $this->svg->linear(
            [[0, $this->ambient, 0.0], [0.86, $this->ambient, 0.0], [1, $this->ambient, 0.42]],
            $far > 0 ? 0 : 1,
            0.3,
            $far > 0 ? 1 : 0,
            0.2,
        );
        $this->out .= "<g clip-path='{$clip}'><rect x='-90' y='-120' width='180' height='240' fill='{$shade}'/><rect x='-90' y='-120' width='180' height='240' fill='{$rim}'/>";
        $blush = Colour::mix($skin, '#c2412f', 0.5);
        $glow = $this->svg->radial([[0, $blush, 0.34], [1, $blush, 0.0]]);
        $d = $turn * 20;
        $this->out .=
            "<ellipse cx='".
            (-42 + $d).
            "' cy='40' rx='26' ry='20' fill='{$glow}'/><ellipse cx='".
            (42 + $d).
            "' cy='40' rx='26' ry='20' fill='{$glow}'/>";
        $shine = $this->svg->radial([[0, '#ffffff', 0.26], [1, '#ffffff', 0.0]]);
        $this->out .=
            "<ellipse cx='".
            (18 * $this->light + $d * 0.6).
            "' cy='-62' rx='34' ry='22' fill='{$shine}'/><ellipse cx='".
            (44 * $this->light + $d).
            "' cy='26' rx='15' ry='9' fill='{$shine}'/>";
        $under = $this->svg->radial([[0, Colour::darker($skin, 0.5), 0.32], [1, Colour::darker($skin, 0.5), 0.0]]);
        $this->out .= "<ellipse cx='0' cy='118' rx='58' ry='22' fill='{$under}'/>";
        if ($this->person->freckles) {
            $dot = Colour::mix($skin, '#8a4a22', 0.55);
            foreach (
                [
                    [-50, 34],
                    [-38, 42],
                    [-30, 32],
                    [-44, 48],
                    [-22, 40],
                    [50, 34],
                    [38, 42],
                    [30, 32],
                    [44, 48],
                    [22, 40],
                    [-8, 30],
                    [8, 32],
                ] as [$fx, $fy]
            ) {
                $this->out .= "<circle cx='".($fx + $d)."' cy='{$fy}' r='1.9' fill='{$dot}' fill-opacity='.6'/>";
            }
        }
        $this->out .= '</g>';
    }

    private function features(): void
    {
        $turn = $this->face->turn;
        $shift = $turn * 21;
        $skin = $this->person->skin;
        $dark = Colour::darker($skin, 0.5);
        if ($this->person->beard) {
            $this->beard($shift);
        }
        foreach ([-1, 1] as $side) {
            $squeeze = 1 - 0.2 * max(0.0, $turn * $side);
            $this->eye($side * 33 * $squeeze + $shift, -6, $side, $squeeze);
        }
        // Nose: the shadowed flank, wings, nostrils, a light on the tip.
        $n = $this->person->nose;
        $far = $this->light < 0 ? 1 : -1;
        $nx = $shift * 1.25;
        $flank = $this->svg->linear([[0, $dark, 0.0], [1, $dark, 0.42]]);
        $this->out .=
            "<path d='M ".
            ($nx * 0.8 + 5 * $far).
            ' -12 C '.
            ($nx + 6 * $far).
            ' 8 '.
            ($nx + 13 * $n * $far).
            ' 26 '.
            ($nx + 14 * $n * $far).
            ' 36 C '.
            ($nx + 8 * $far).
            " 42 {$nx} 42 {$nx} 40 C ".
            ($nx + 4 * $far).
            ' 24 '.
            ($nx + 2 * $far).
            ' 6 '.
            ($nx * 0.8 + 5 * $far).
            " -12 Z' fill='{$flank}'/>";
        $this->out .=
            "<path d='M ".
            ($nx - 15 * $n).
            ' 33 C '.
            ($nx - 17 * $n).
            ' 42 '.
            ($nx - 8).
            ' 44 '.
            ($nx - 5).
            ' 41 C '.
            ($nx - 2).
            ' 46 '.
            ($nx + 2).
            ' 46 '.
            ($nx + 5).
            ' 41 C '.
            ($nx + 8).
            ' 44 '.
            ($nx + 17 * $n).
            ' 42 '.
            ($nx + 15 * $n).
            " 33' stroke='{$dark}' stroke-width='2.2' stroke-opacity='.55' fill='none' stroke-linecap='round'/>";
        $this->out .=
            "<ellipse cx='".
            ($nx - 7 * $n).
            "' cy='41' rx='3.6' ry='2' fill='".
            Colour::darker($skin, 0.66).
            "' fill-opacity='.75'/><ellipse cx='".
            ($nx + 7 * $n).
            "' cy='41' rx='3.6' ry='2' fill='".
            Colour::darker($skin, 0.66).
            "' fill-opacity='.75'/>";
        $tip = $this->svg->radial([[0, '#ffffff', 0.4], [1, '#ffffff', 0.0]]);
        $this->out .= "<ellipse cx='".($nx + 3 * $this->light)."' cy='29' rx='9' ry='8' fill='{$tip}'/>";
        $this->mouth($shift * 1.1);
        if ($this->person->age > 0.62) {
            $line = Colour::darker($skin, 0.45);
            $o = 0.2 + 0.3 * ($this->person->age - 0.62);
            $this->out .=
                "<path d='M ".
                (-26 + $shift).
                ' 40 C '.
                (-36 + $shift).
                ' 52 '.
                (-38 + $shift).
                ' 60 '.
                (-36 + $shift).
                ' 70 M '.
                (26 + $shift).
                ' 40 C '.
                (36 + $shift).
                ' 52 '.
                (38 + $shift).
                ' 60 '.
                (36 + $shift).
                ' 70 M '.
                (-30 + $shift).
                ' -66 C '.
                (-10 + $shift).
                ' -70 '.
                (10 + $shift).
                ' -70 '.
                (30 + $shift).
                ' -66 M '.
                (-22 + $shift).
                ' -78 C '.
                (-8 + $shift).
                ' -81 '.
                (8 + $shift).
                ' -81 '.
                (22 + $shift).
                " -78' stroke='{$line}' stroke-width='2' stroke-opacity='{$o}' fill='none' stroke-linecap='round'/>";
        }
        if ($this->person->glasses) {
            $rim = Colour::darker($this->person->trim, 0.55);
            foreach ([-1, 1] as $s) {
                $gx = $s * 34 + $shift;
                $this->out .=
                    "<rect x='".
                    ($gx - 25).
                    "' y='-25' width='50' height='40' rx='17' fill='#ffffff' fill-opacity='.10' stroke='{$rim}' stroke-width='4'/><path d='M ".
                    ($gx - 14).
                    ' 2 L '.
                    ($gx - 2).
                    " -18' stroke='#ffffff' stroke-width='3' stroke-opacity='.28' stroke-linecap='round'/>";
            }
            $this->out .=
                "<path d='M ".
                (-9 + $shift).
                ' -8 C '.
                (-4 + $shift).
                ' -14 '.
                (4 + $shift).
                ' -14 '.
                (9 + $shift).
                ' -8 M '.
                (-59 + $shift).
                ' -10 L -76 -6 M '.
                (59 + $shift).
                " -10 L 76 -6' stroke='{$rim}' stroke-width='4' fill='none'/>";
        }
    }

    private function eye(float $x, float $y, int $side, float $squeeze): void
    {
        $skin = $this->person->skin;
        $lash = Colour::darker($this->person->hair === '#dcd7cf' ? '#6b5a4a' : $this->person->hair, 0.55);
        $crease = Colour::darker($skin, 0.42);
        $socket = $this->svg->radial([[0, Colour::darker($skin, 0.42), 0.36], [1, Colour::darker($skin, 0.42), 0.0]]);
        $w = 19.5 * $squeeze * $this->person->eyes;
        $up =
            11.5 *
            $this->person->eyes *
            max(0.0, min(1.1, $this->face->lids)) *
            (1 - 0.16 * max(0.0, $this->face->smile));
        $down = 7.5 * $this->person->eyes * (1 - 0.25 * max(0.0, $this->face->smile));
        $this->out .= "<ellipse cx='{$x}' cy='".($y - 4)."' rx='".($w + 9)."' ry='19' fill='{$socket}'/>";
        $inner = $x - $side * $w;
        $outer = $x + $side * $w;
        $oy = $y - 2;
        if ($this->face->lids < 0.2) {
            $lid = $this->svg->linear([
                [0, Colour::darker($skin, 0.2)],
                [0.6, $skin],
                [1, Colour::darker($skin, 0.12)],
            ]);
            $this->out .=
                "<path d='M {$inner} {$y} C ".
                ($x - $side * $w * 0.5).
                ' '.
                ($y - 13).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y - 13).
                " {$outer} {$oy} C ".
                ($x + $side * $w * 0.5).
                ' '.
                ($y + 10).
                ' '.
                ($x - $side * $w * 0.5).
                ' '.
                ($y + 10).
                " {$inner} {$y} Z' fill='{$lid}'/>";
            $this->out .=
                "<path d='M {$inner} {$y} C ".
                ($x - $side * $w * 0.5).
                ' '.
                ($y + 9).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y + 9).
                " {$outer} {$oy}' stroke='{$lash}' stroke-width='3.6' fill='none' stroke-linecap='round'/>";
            foreach ([-0.45, -0.05, 0.35, 0.7] as $k) {
                $lx = $x + $side * $w * $k;
                $this->out .=
                    "<path d='M {$lx} ".
                    ($y + 5.4).
                    ' L '.
                    ($lx + $side * 2).
                    ' '.
                    ($y + 10).
                    "' stroke='{$lash}' stroke-width='1.6' stroke-linecap='round'/>";
            }
        } else {
            $shape =
                "M {$inner} {$y} C ".
                ($x - $side * $w * 0.55).
                ' '.
                ($y - $up * 1.35).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y - $up * 1.38).
                " {$outer} {$oy} C ".
                ($x + $side * $w * 0.5).
                ' '.
                ($y + $down).
                ' '.
                ($x - $side * $w * 0.4).
                ' '.
                ($y + $down * 1.1).
                " {$inner} {$y} Z";
            $clip = $this->svg->clip($shape);
            $white = $this->svg->linear([[0, '#b9b2ac'], [0.4, '#f4f0ea'], [1, '#e6dfd8']]);
            $iris = $this->person->iris;
            $pattern = $this->svg->radial([
                [0, Colour::darker($iris, 0.2)],
                [0.45, Colour::lighter($iris, 0.16)],
                [0.8, $iris],
                [1, Colour::darker($iris, 0.6)],
            ]);
            $ix = $x + $this->face->gaze * 6 + $this->face->turn * 2.5;
            $r = 9.6 * $this->person->eyes;
            $this->out .=
                "<path d='{$shape}' fill='{$white}'/><g clip-path='{$clip}'><circle cx='{$ix}' cy='".
                ($y - 1.5).
                "' r='{$r}' fill='{$pattern}'/><circle cx='{$ix}' cy='".
                ($y - 1.5).
                "' r='".
                $r * 0.44.
                "' fill='#0c0908'/><circle cx='".
                ($ix + 3.2 * $this->light).
                "' cy='".
                ($y - 5).
                "' r='2.5' fill='#ffffff'/><circle cx='".
                ($ix - 3 * $this->light).
                "' cy='".
                ($y + 2.4).
                "' r='1.2' fill='#ffffff' fill-opacity='.5'/><path d='M {$inner} ".
                ($y - $up * 1.1).
                " L {$outer} ".
                ($y - $up * 1.1).
                "' stroke='#2a1a14' stroke-width='7' stroke-opacity='.2'/></g>";
            $this->out .=
                "<path d='M {$inner} {$y} C ".
                ($x - $side * $w * 0.55).
                ' '.
                ($y - $up * 1.35).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y - $up * 1.38).
                " {$outer} {$oy} L ".
                ($outer + $side * 3).
                ' '.
                ($oy - 2).
                "' stroke='{$lash}' stroke-width='3.2' fill='none' stroke-linecap='round' stroke-linejoin='round'/>";
            $this->out .=
                "<path d='M {$inner} {$y} C ".
                ($x - $side * $w * 0.4).
                ' '.
                ($y + $down * 1.1).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y + $down).
                " {$outer} {$oy}' stroke='{$crease}' stroke-width='1.3' stroke-opacity='.7' fill='none'/>";
            $this->out .=
                "<path d='M ".
                ($inner + $side * 3).
                ' '.
                ($y - $up - 3).
                ' C '.
                ($x - $side * $w * 0.4).
                ' '.
                ($y - $up * 1.2 - 5).
                ' '.
                ($x + $side * $w * 0.5).
                ' '.
                ($y - $up * 1.2 - 5).
                " {$outer} ".
                ($oy - 6).
                "' stroke='{$crease}' stroke-width='1.8' stroke-opacity='.55' fill='none' stroke-linecap='round'/>";
        }
        $brow = Colour::mix(Colour::darker($this->person->hair, 0.22), $skin, 0.14);
        $by = $y - 29 + $this->person->brow * 0.6 - 4 * max(0.0, $this->face->smile - 0.5);
        $this->out .=
            "<path d='M ".
            ($x - $side * 17 * $squeeze).
            ' '.
            ($by + 3).
            ' C '.
            ($x - $side * 4).
            ' '.
            ($by - 6).
            ' '.
            ($x + $side * 12 * $squeeze).
            ' '.
            ($by - 7).
            ' '.
            ($x + $side * 25 * $squeeze).
            ' '.
            ($by + 3).
            ' C '.
            ($x + $side * 12 * $squeeze).
            ' '.
            ($by - 2).
            ' '.
            ($x - $side * 4).
            ' '.
            ($by + 1).
            ' '.
            ($x - $side * 16 * $squeeze).
            ' '.
            ($by + 8).
            " Z' fill='{$brow}' fill-opacity='.9'/>";
    }

    private function mouth(float $x): void
    {
        $skin = $this->person->skin;
        $lip = Colour::mix($skin, '#a8332f', 0.42);
        $dark = Colour::darker($lip, 0.5);
        $s = $this->face->smile;
        $w = 22 + 10 * max(0.0, $s);
        $cy = 68 - 3 * max(0.0, $s);
        $corner = $cy - 9 * $s;
        $l = $this->person->lips;
        if ($this->face->teeth) {
            $open = 9 + 14 * max(0.0, $s);
            $shape =
                "M -{$w} {$corner} C -12 ".
                ($cy + 3).
                ' 12 '.
                ($cy + 3).
                " {$w} {$corner} C ".
                $w * 0.7.
                ' '.
                ($cy + $open * 1.25).
                ' -'.
                $w * 0.7.
                ' '.
                ($cy + $open * 1.25).
                " -{$w} {$corner} Z";
            $clip = $this->svg->clip($shape);
            $this->out .=
                "<g transform='translate({$x} 0)'><path d='M -".
                ($w + 3).
                " {$corner} C -14 ".
                ($cy - 7 * $l).
                ' -5 '.
                ($cy - 6 * $l).
                ' 0 '.
                ($cy - 3 * $l).
                ' C 5 '.
                ($cy - 6 * $l).
                ' 14 '.
                ($cy - 7 * $l).
                ' '.
                ($w + 3).
                " {$corner} C ".
                $w * 0.8.
                ' '.
                ($cy + $open * 1.6).
                ' -'.
                $w * 0.8.
                ' '.
                ($cy + $open * 1.6).
                ' -'.
                ($w + 3).
                " {$corner} Z' fill='{$lip}'/>".
                "<path d='{$shape}' fill='#4a1a18'/><g clip-path='{$clip}'><path d='M -{$w} ".
                ($corner - 2).
                ' C -12 '.
                ($cy + 1).
                ' 12 '.
                ($cy + 1).
                " {$w} ".
                ($corner - 2).
                ' L '.
                ($w - 4).
                ' '.
                ($cy + $open * 0.42).
                ' C 10 '.
                ($cy + $open * 0.62).
                ' -10 '.
                ($cy + $open * 0.62).
                ' -'.
                ($w - 4).
                ' '.
                ($cy + $open * 0.42).
                " Z' fill='#f4efe6'/><ellipse cx='0' cy='".
                ($cy + $open * 1.15).
                "' rx='14' ry='".
                $open * 0.4.
                "' fill='#b5534c'/></g>".
                "<path d='M -".
                ($w + 5).
                ' '.
                ($corner - 1).
                ' C -'.
                ($w + 2).
                ' '.
                ($corner + 3).
                " -{$w} ".
                ($corner + 3).
                ' -'.
                ($w - 2).
                ' '.
                ($corner + 2).
                "' stroke='{$dark}' stroke-width='2' fill='none' stroke-opacity='.6'/></g>";
        } else {
            $shadow = Colour::darker($skin, 0.45);
            $this->out .=
                "<g transform='translate({$x} 0)'><path d='M -{$w} {$corner} C -12 ".
                ($cy - 6 * $l).
                ' -5 '.
                ($cy - 8 * $l).
                ' 0 '.
                ($cy - 5 * $l).
                ' C 5 '.
                ($cy - 8 * $l).
                ' 12 '.
                ($cy - 6 * $l).
                " {$w} {$corner} C 10 ".
                ($cy + 2).
                ' -10 '.
                ($cy + 2).
                " -{$w} {$corner} Z' fill='".
                Colour::darker($lip, 0.16).
                "'/>".
                "<path d='M -{$w} {$corner} C -10 ".
                ($cy + 2).
                ' 10 '.
                ($cy + 2).
                " {$w} {$corner} C 14 ".
                ($cy + 13 * $l).
                ' -14 '.
                ($cy + 13 * $l).
                " -{$w} {$corner} Z' fill='{$lip}'/>".
                "<path d='M -".
                ($w + 2).
                " {$corner} C -10 ".
                ($cy + 3).
                ' 10 '.
                ($cy + 3).
                ' '.
                ($w + 2).
                " {$corner}' stroke='{$dark}' stroke-width='2.4' fill='none' stroke-linecap='round'/>".
                "<ellipse cx='-3' cy='".
                ($cy + 6 * $l).
                "' rx='9' ry='2.4' fill='#ffffff' fill-opacity='.22'/><path d='M -12 ".
                ($cy + 15 * $l).
                ' C -4 '.
                ($cy + 18 * $l).
                ' 4 '.
                ($cy + 18 * $l).
                ' 12 '.
                ($cy + 15 * $l).
                "' stroke='{$shadow}' stroke-width='3' stroke-opacity='.3' fill='none' stroke-linecap='round'/></g>";
        }
    }

    private function beard(float $x): void
    {
        $hair = $this->person->hair;
        $clip = $this->svg->clip($this->head);
        $fill = $this->svg->linear([[0, $hair, 0.0], [0.3, $hair, 0.55], [1, Colour::darker($hair, 0.25), 0.92]]);
        $this->out .= "<g clip-path='{$clip}'><path d='M -80 4 C -62 30 -58 52 -44 54 C -30 48 -14 48 {$x} 52 C 14 48 30 48 44 54 C 58 52 62 30 80 4 L 90 130 L -90 130 Z' fill='{$fill}'/></g>";
    }

    private function backHair(): void
    {
        $hair = $this->person->hair;
        $deep = $this->svg->linear([[0, Colour::darker($hair, 0.2)], [1, Colour::darker($hair, 0.46)]]);
        $this->out .= match ($this->person->style) {
            'bob' => "<path d='M -84 -30 C -92 -110 -40 -134 0 -132 C 40 -134 92 -110 84 -30 C 92 30 92 70 80 100 C 60 112 ".
                "-60 112 -80 100 C -92 70 -92 30 -84 -30 Z' fill='{$deep}'/>",
            'long' => "<path d='M -84 -30 C -92 -112 -40 -134 0 -132 C 40 -134 92 -112 84 -30 C 94 50 102 150 96 214 C 60 ".
                "236 -60 236 -96 214 C -102 150 -94 50 -84 -30 Z' fill='{$deep}'/>",
            'wavy' => "<path d='M -86 -30 C -96 -114 -40 -136 0 -134 C 40 -136 96 -114 86 -30 C 108 0 84 34 106 70 C 122 ".
                "110 92 140 104 178 C 70 206 -70 206 -104 178 C -92 140 -122 110 -106 70 C -84 34 -108 0 -86 -30 Z' ".
                "fill='{$deep}'/>",
            'bun' => "<circle cx='6' cy='-138' r='36' fill='{$deep}'/><path d='M -24 -148 C -6 -168 26 -166 36 -140' stroke='".
                Colour::lighter($hair, 0.14).
                "' stroke-width='3' stroke-opacity='.5' fill='none'/>",
            'ponytail' => "<path d='M 50 -104 C 128 -110 134 -20 112 50 C 106 84 118 116 104 144 C 88 110 84 60 82 10 Z' ".
                "fill='{$deep}'/>",
            'curly' => $this->curls(86, 26, 22, '0.2'),
            'afro' => "<ellipse cx='0' cy='-58' rx='116' ry='104' fill='{$deep}'/>".$this->curls(106, 18, 26, '0.1'),
            'scarf' => "<path d='M -86 -40 C -92 -116 -40 -136 0 -134 C 40 -136 92 -116 86 -40 C 92 40 84 110 60 140 L -60 140 C -84 110 -92 40 -86 -40 Z' fill='".
                $this->svg->linear([[0, $this->person->trim], [1, Colour::darker($this->person->trim, 0.3)]]).
                "'/>",
            default => '',
        };
    }

    private function frontHair(): void
    {
        $hair = $this->person->hair;
        $x = $this->face->turn * 10;
        $light = Colour::lighter($hair, 0.2);
        $sheen = $this->svg->linear([[0, $light], [0.35, $hair], [1, Colour::darker($hair, 0.3)]], 0.2, 0, 0.7, 1);
        $strand = "stroke='{$light}' stroke-opacity='.35' stroke-width='2.4' fill='none' stroke-linecap='round'";
        $this->out .= match ($this->person->style) {
            'short' => "<path d='M -79 -12 C -92 -104 -46 -136 4 -134 C 58 -134 92 -100 79 -12 C 74 -40 70 -58 58 -72 C 30 ".
                "-60 -20 -66 -44 -82 C -62 -66 -72 -44 -79 -12 Z' fill='{$sheen}'/><path d='M -40 -112 C -10 -126 30 ".
                "-124 56 -100 M -56 -94 C -30 -112 10 -112 40 -100' {$strand}/>",
            'parted' => "<path d='M -79 -4 C -94 -100 -50 -138 6 -134 C 62 -132 90 -98 80 -2 C 76 -36 70 -62 48 -84 C 20 -70 ".
                "-10 -74 -34 -98 C -50 -70 -70 -50 -79 -4 Z' fill='{$sheen}'/><path d='M -34 -98 C -10 -122 30 -124 ".
                "60 -96 M -34 -98 C -50 -90 -66 -66 -72 -44' {$strand}/>",
            'bob' => "<path d='M -86 56 C -94 -20 -90 -96 -52 -120 C -20 -138 30 -138 56 -118 C 90 -94 94 -20 86 56 C 80 ".
                "30 76 -10 70 -44 C 40 -56 10 -62 -14 -84 C -34 -60 -60 -50 -70 -40 C -76 -10 -80 30 -86 56 Z' ".
                "fill='{$sheen}'/><path d='M -14 -84 C 10 -64 46 -58 68 -46 M -14 -90 C 20 -80 56 -76 78 -40 M -18 ".
                "-90 C -40 -70 -62 -58 -76 -30' {$strand}/>",
            'long',
            'wavy' => "<path d='M -88 70 C -98 -20 -92 -100 -50 -122 C -20 -140 26 -138 52 -122 C 92 -100 98 -20 88 70 C 82 ".
                "20 80 -20 66 -56 C 36 -66 12 -84 2 -104 C -8 -84 -36 -66 -66 -56 C -80 -20 -82 20 -88 70 Z' ".
                "fill='{$sheen}'/><path d='M 2 -106 C 24 -78 56 -66 74 -36 M 2 -112 C 34 -96 70 -80 84 -20 M 0 -106 C ".
                "-24 -78 -56 -66 -74 -36 M 0 -112 C -34 -96 -70 -80 -84 -20' {$strand}/>",
            'bun',
            'ponytail' => "<path d='M -78 -8 C -92 -96 -48 -132 0 -131 C 48 -132 92 -96 78 -8 C 74 -44 54 -82 10 -92 C -34 -84 ".
                "-70 -52 -78 -8 Z' fill='{$sheen}'/><path d='M -72 -38 C -56 -78 -20 -104 8 -118 M 72 -38 C 58 -78 36 ".
                "-104 8 -118 M -54 -62 C -40 -88 -16 -108 6 -120' {$strand}/>",
            'curly' => "<path d='M -80 -14 C -92 -100 -46 -132 0 -130 C 46 -132 92 -100 80 -14 C 70 -50 46 -74 8 -82 C -30 -76 -64 -50 -80 -14 Z' fill='{$sheen}'/>".
                $this->curls(74, 20, 14, '0.3', -96),
            'afro' => "<path d='M -80 -16 C -96 -96 -46 -130 0 -128 C 46 -130 96 -96 80 -16 C 68 -52 44 -78 0 -82 C -44 -78 -68 -52 -80 -16 Z' fill='".
                Colour::darker($hair, 0.12).
                "'/>",
            'crop' => "<path d='M -77 -20 C -84 -96 -46 -124 0 -123 C 46 -124 84 -96 77 -20 C 72 -52 58 -80 30 -88 C 10 -92 ".
                "-10 -92 -30 -88 C -58 -80 -72 -52 -77 -20 Z' fill='{$sheen}' fill-opacity='.93'/>",
            'bald' => "<path d='M -77 4 C -84 -22 -82 -50 -72 -62 C -70 -40 -72 -20 -77 4 Z M 77 4 C 84 -22 82 -50 72 -62 C ".
                "70 -40 72 -20 77 4 Z' fill='{$hair}' fill-opacity='.75'/>",
            'cap' => $this->cap($x),
            'straw' => "<path d='M -79 20 C -90 -40 -84 -70 -74 -80 L -60 -60 C -70 -36 -72 -10 -79 20 Z M 79 20 C 90 -40 84 -70 74 -80 L 60 -60 C 70 -36 72 -10 79 20 Z' fill='{$hair}'/><ellipse cx='{$x}' cy='-66' rx='142' ry='27' fill='".
                $this->svg->linear([[0, '#ead9a4'], [1, '#b99a5c']]).
                "'/><path d='M -74 -70 C -78 -140 -40 -152 {$x} -152 C 40 -152 78 -140 74 -70 C 40 -58 -40 -58 -74 -70 Z' fill='".
                $this->svg->linear([[0, '#f3e6bb'], [1, '#cfb373']], 0, 0, 1, 0.3).
                "'/><path d='M -75 -84 C -40 -70 40 -70 75 -84 L 74 -66 C 40 -54 -40 -54 -74 -66 Z' ".
                    "fill='{$this->person->clothes}'/><path d='M -76 -52 C -40 -38 40 -38 76 -52 L 76 -30 C 40 -20 ".
                    "-40 -20 -76 -30 Z' fill='#000000' fill-opacity='.16'/>",
            'scarf' => "<path d='M -82 6 C -90 -90 -46 -128 0 -127 C 46 -128 90 -90 82 6 C 76 -40 54 -78 0 -84 C -54 -78 -76 -40 -82 6 Z' fill='".
                $this->svg->linear([[0, Colour::lighter($this->person->trim, 0.14)], [1, $this->person->trim]]).
                "'/><path d='M -60 -80 C -20 -108 30 -108 62 -78 M -72 -54 C -40 -92 40 -92 72 -54' stroke='".
                Colour::darker($this->person->trim, 0.4).
                "' stroke-opacity='.3' stroke-width='3' fill='none'/>",
            default => '',
        };
    }

    private function cap(float $x): string
    {
        $crown = $this->svg->linear(
            [[0, Colour::lighter($this->person->trim, 0.1)], [1, Colour::darker($this->person->trim, 0.26)]],
            0,
            0,
            1,
            0.4,
        );
        $hair = $this->person->hair;

        return "<path d='M -78 -4 C -86 -40 -82 -60 -76 -66 L -68 -50 C -72 -36 -74 -20 -78 -4 Z M 78 -4 C 86 -40 82 -60 76 -66 L 68 -50 C 72 -36 74 -20 78 -4 Z' fill='{$hair}'/>".
            "<path d='M -82 -52 C -86 -118 -44 -140 0 -139 C 44 -140 86 -118 82 -52 C 40 -66 -40 -66 -82 -52 Z' fill='{$crown}'/>".
            "<path d='M ".
            (-80 + $x).
            ' -58 C '.
            (-50 + $x).
            ' -72 '.
            (50 + $x).
            ' -72 '.
            (80 + $x).
            ' -58 C '.
            (70 + $x * 2).
            ' -34 '.
            (40 + $x * 2).
            ' -30 '.
            $x * 2 .
            ' -30 C '.
            (-40 + $x * 2).
            ' -30 '.
            (-70 + $x * 2).
            ' -34 '.
            (-80 + $x).
            " -58 Z' fill='".
            Colour::darker($this->person->trim, 0.36).
            "'/>".
            '<path d=\'M -74 -36 C -40 -18 40 -18 74 -36 L 74 -20 C 40 -4 -40 -4 -74 -20 Z\' fill=\'#000\' '.
                'fill-opacity=\'.14\'/>';
    }

    private function curls(float $radius, int $count, float $size, string $light, float $top = -40): string
    {
        $out = '';
        $random = Random::for(7, $this->person->hair, $count);
        for ($i = 0; $i < $count; $i++) {
            $angle = M_PI + (M_PI * ($i + 0.5)) / $count + ($top < -60 ? 0 : $random->between(-0.3, 0.3));
            $r = $radius * $random->between(0.86, 1.06);
            $cx = round($r * cos($angle), 1);
            $cy = round(($top < -60 ? $top + 24 : $top) + $r * sin($angle) * ($top < -60 ? 0.5 : 1.0), 1);
            $tone = Colour::mix(
                $this->person->hair,
                $i % 3 === 0 ? '#ffffff' : '#000000',
                $i % 3 === 0 ? (float) $light * 0.3 : 0.16,
            );
            $out .=
                "<circle cx='{$cx}' cy='{$cy}' r='".
                round($size * $random->between(0.8, 1.2), 1).
                "' fill='{$tone}'/>";
        }

        return $out;
    }
}

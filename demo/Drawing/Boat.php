<?php

declare(strict_types=1);

namespace Kanpai\Demo\Drawing;

/** A racing shell seen from the side, with its crew at one instant of the stroke. */
final class Boat
{
    /** @param  list<Person>  $crew  bow first */
    public function __construct(
        private readonly Svg $svg,
        private readonly array $crew,
        private readonly string $hull,
        private readonly string $blade,
        private readonly string $water,
        private readonly string $glint,
    ) {
    }

    /**
     * @param  float  $y  the waterline
     * @param  float  $scale  1 draws a seat every 150 pixels
     * @param  float  $phase  0–1 of the stroke: 0 is the catch, 0.45 the finish
     */
    public function draw(float $x, float $y, float $scale, float $phase, Random $random): void
    {
        $seats = count($this->crew);
        $length = 150 * $seats + 420;
        $body = $this->shell($length);
        $rowers = '';
        // The blades go through the water for the first 45 % of the stroke and swing back above it.
        $pull = $phase < 0.45 ? $phase / 0.45 : 1 - ($phase - 0.45) / 0.55;
        $inWater = $phase < 0.45;
        foreach ($this->crew as $i => $person) {
            $rowers .= $this->rower($person, -$length / 2 + 250 + $i * 150, $pull, $inWater, $random);
        }
        $cox = $this->cox(-$length / 2 + 250 + $seats * 150 - 14, $this->crew[0]);
        $mirror =
            "<g transform='scale(1 -0.42)' opacity='.3'>{$body}".str_replace('opacity=', 'data-o=', $rowers).'</g>';
        $wake = '';
        for ($i = 0; $i < 16; $i++) {
            $wx = $random->between(-$length / 2 - 260, $length / 2);
            $wake .=
                "<ellipse cx='".
                round($wx).
                "' cy='".
                round($random->between(4, 30)).
                "' rx='".
                round($random->between(30, 120)).
                "' ry='".
                round($random->between(1.5, 4.5), 1).
                "' fill='{$this->glint}' fill-opacity='".
                round($random->between(0.15, 0.5), 2).
                "'/>";
        }
        $this->svg->add(
            "<g transform='translate({$x} {$y}) scale({$scale})'>{$mirror}{$body}{$rowers}{$cox}{$wake}</g>",
        );
    }

    private function shell(float $length): string
    {
        $half = $length / 2;
        $paint = $this->svg->linear([
            [0, Colour::lighter($this->hull, 0.35)],
            [0.4, $this->hull],
            [1, Colour::darker($this->hull, 0.5)],
        ]);

        return "<path d='M -{$half} -14 C ".
            (-$half + 140).
            ' -22 '.
            ($half - 140).
            " -22 {$half} -16 C ".
            ($half - 120).
            ' 8 '.
            (-$half + 120).
            " 8 -{$half} -14 Z' fill='{$paint}'/><path d='M -{$half} -14 C ".
            (-$half + 140).
            ' -21 '.
            ($half - 140).
            " -21 {$half} -16' stroke='#ffffff' stroke-width='3' stroke-opacity='.7' fill='none'/><circle cx='".
            (-$half + 2).
            "' cy='-15' r='7' fill='#ffffff'/>";
    }

    private function rower(Person $person, float $x, float $pull, bool $inWater, Random $random): string
    {
        // At the catch the body leans over the feet (to the right), at the finish it lies back (to the left).
        $lean = 22 - 44 * $pull + $random->between(-1.5, 1.5);
        $seat = $x + 16 - 34 * $pull;
        $rad = deg2rad($lean);
        $sx = $seat + 78 * sin($rad);
        $sy = -30 - 78 * cos($rad);
        $hx = $seat + 112 * sin($rad * 1.05);
        $hy = -30 - 112 * cos($rad * 1.05);
        $hand = [$x + 66 - 64 * $pull, -62 - ($inWater ? 0 : 10)];
        $skin = $person->skin;
        $cloth = $person->clothes;
        $dark = Colour::darker($skin, 0.3);
        $kneeX = $x + 74 - 6 * $pull;
        $kneeY = -74 + 34 * $pull;
        $leg =
            "<path d='M {$seat} -30 L {$kneeX} {$kneeY} L ".
            ($x + 104).
            " -26' stroke='{$dark}' stroke-width='17' fill='none' stroke-linecap='round' stroke-linejoin='round'/>";
        $torso =
            "<path d='M {$seat} -30 L {$sx} {$sy}' stroke='".
            Colour::darker($cloth, 0.12).
            "' stroke-width='44' stroke-linecap='round'/><path d='M ".
            ($seat - 6).
            ' -34 L '.
            ($sx - 6).
            " {$sy}' stroke='".
            Colour::lighter($cloth, 0.16).
            "' stroke-width='24' stroke-linecap='round' stroke-opacity='.7'/>";
        $ex = ($sx + $hand[0]) / 2 - 4;
        $ey = ($sy + 8 + $hand[1]) / 2 + 20 * $pull;
        $arm =
            "<path d='M {$sx} ".
            ($sy + 6).
            " L {$ex} {$ey} L {$hand[0]} {$hand[1]}' stroke='{$skin}' stroke-width='14' fill='none' ".
                "stroke-linecap='round' stroke-linejoin='round'/>";
        $cap =
            $person->style === 'cap' || $person->style === 'straw'
                ? "<path d='M ".
                    ($hx - 24).
                    ' '.
                    ($hy - 2).
                    ' A 24 25 0 0 1 '.
                    ($hx + 24).
                    ' '.
                    ($hy - 4).
                    ' L '.
                    ($hx + 40).
                    ' '.
                    ($hy - 1).
                    ' L '.
                    ($hx - 24).
                    ' '.
                    ($hy + 2).
                    " Z' fill='{$person->trim}'/>"
                : "<path d='M ".
                    ($hx - 25).
                    ' '.
                    ($hy + 8).
                    ' C '.
                    ($hx - 30).
                    ' '.
                    ($hy - 32).
                    ' '.
                    ($hx + 22).
                    ' '.
                    ($hy - 36).
                    ' '.
                    ($hx + 22).
                    ' '.
                    ($hy - 8).
                    ' C '.
                    ($hx + 8).
                    ' '.
                    ($hy - 18).
                    ' '.
                    ($hx - 12).
                    ' '.
                    ($hy - 12).
                    ' '.
                    ($hx - 25).
                    ' '.
                    ($hy + 8).
                    " Z' fill='{$person->hair}'/>";
        $head =
            "<path d='M ".
            $sx.
            ' '.
            $sy.
            ' L '.
            $hx.
            ' '.
            $hy.
            "' stroke='{$dark}' stroke-width='17' stroke-linecap='round'/><circle cx='{$hx}' cy='{$hy}' r='23' fill='{$skin}'/><path d='M ".
            ($hx + 12).
            ' '.
            ($hy + 18).
            ' A 23 23 0 0 0 '.
            ($hx + 20).
            ' '.
            ($hy - 8).
            "' stroke='{$dark}' stroke-width='5' stroke-opacity='.4' fill='none'/><circle cx='".
            ($hx + 12).
            '\' cy=\''.
            ($hy - 3).
            "' r='2.6' fill='#1c1512'/><path d='M ".
            ($hx + 9).
            ' '.
            ($hy + 11).
            ' l 9 -1\' stroke=\'#7a2c26\' stroke-width=\'2.6\' stroke-linecap=\'round\'/>'.
            $cap;
        // The blade: ahead at the catch, behind at the finish.
        $bx = $x + 250 - 330 * $pull;
        $by = $inWater ? 20 : -8;
        $oar =
            "<path d='M {$hand[0]} {$hand[1]} L {$bx} {$by}' stroke='#efe6d2' stroke-width='7' stroke-linecap='round'/><path d='M {$hand[0]} ".
            ($hand[1] + 3).
            " L {$bx} ".
            ($by + 3).
            "' stroke='#8b7a5c' stroke-width='2.5'/>";
        $angle = rad2deg(atan2($by - $hand[1], $bx - $hand[0]));
        $oar .= "<path d='M 0 -9 C 20 -18 52 -18 66 -10 L 66 12 C 50 18 20 16 0 8 Z' transform='translate({$bx} {$by}) rotate({$angle})' fill='{$this->blade}'/>";
        $splash = '';
        if ($inWater) {
            for ($k = 0; $k < 9; $k++) {
                $splash .=
                    "<circle cx='".
                    round($bx + $random->between(-30, 70)).
                    "' cy='".
                    round($by + $random->between(-36, 8)).
                    "' r='".
                    round($random->between(2, 6.5), 1).
                    "' fill='{$this->glint}' fill-opacity='".
                    round($random->between(0.4, 0.9), 2).
                    "'/>";
            }
            $splash .=
                "<ellipse cx='".
                ($bx + 30).
                "' cy='".
                ($by + 8).
                "' rx='62' ry='9' fill='{$this->glint}' fill-opacity='.5'/><path d='M ".
                ($bx + 4).
                ' '.
                ($by + 4).
                ' L '.
                ($bx + 76).
                ' '.
                ($by + 4).
                ' L '.
                ($bx + 70).
                ' '.
                ($by + 34).
                " L {$bx} ".
                ($by + 34).
                " Z' fill='{$this->water}' fill-opacity='.75'/>";
        } else {
            $splash .=
                "<ellipse cx='".($x + 120)."' cy='20' rx='46' ry='6' fill='{$this->glint}' fill-opacity='.4'/>";
        }

        return $leg.$torso.$head.$oar.$arm.$splash;
    }

    private function cox(float $x, Person $like): string
    {
        return "<path d='M {$x} -24 L ".
            ($x - 8).
            " -84' stroke='#2b3138' stroke-width='42' stroke-linecap='round'/><circle cx='".
            ($x - 14).
            "' cy='-118' r='21' fill='#e0b48c'/><path d='M ".
            ($x - 38).
            ' -120 A 23 23 0 0 1 '.
            ($x + 8).
            ' -122 L '.
            ($x + 6).
            ' -116 L '.
            ($x - 52).
            " -114 Z' fill='#d8d2c4'/><path d='M ".
            ($x - 10).
            ' -70 L '.
            ($x - 50).
            " -44' stroke='#2b3138' stroke-width='13' stroke-linecap='round'/>";
    }
}

<?php

declare(strict_types=1);

namespace App\Deliver\ContactSheet;

use App\Captions\FrameCaption;
use App\Copies\Disk;
use App\Frames\Frame;
use App\Imaging\PictureWriter;
use App\Imaging\UnableToMakePicture;
use App\Looks\FinishedPreview;
use App\Proof\Watermark;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Filesystem\Filesystem;
use Kanpai\Core\Deliver\ContactSheet\SheetPlan;
use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use TCPDF;

/** Makes the small pictures of contact sheets, then the PDF of them. */
final class MakeContactSheet extends WorkInTurns
{
    public const KIND = 'sheet';

    public const UNIT = 'frames';

    /** Pixels an inch of the small pictures. */
    private const PPI = 220;

    private const QUALITY = 82;

    private const FONT = 'dejavusans';

    /** Fonts that readers of PDF bring along. */
    private const FONT_OF_HAN = 'cid0jp';

    private const FONT_OF_HANGUL = 'cid0kr';

    private const BOX = '□';

    private const POINTS = 7.0;

    protected function turn(Task $task): bool
    {
        $sheet = $task->about(ContactSheet::class)->load('shoot.studio');
        $frames = Frame::query()->whereKey($sheet->frames)->orderBy('taken_ms')->orderBy('id')->get();
        $task->begin($frames->count());
        $folder = config('kanpai.sheets')."/{$sheet->uuid}";
        Disk::makeFolder($folder, 0700);
        $mark = $this->watermark($sheet);
        foreach ($frames as $place => $frame) {
            $this->prepare($frame, $sheet->plan(), $mark, "{$folder}/{$frame->id}.jpg");
            if (! $task->reach($place + 1) || $this->isTurnOver()) {
                return false;
            }
        }
        $this->write($sheet, $frames, $folder);
        app(Filesystem::class)->deleteDirectory($folder);

        return true;
    }

    /** Its place on the sheet stays empty, with its name, where it cannot be made. */
    private function prepare(Frame $frame, SheetPlan $plan, ?Watermark $watermark, string $path): void
    {
        if (is_file($path) || $frame->large_path === null) {
            return;
        }
        try {
            $this->small($frame, $plan, $watermark, $path);
        } catch (UnableToMakePicture) {
            touch($path);
        }
    }

    private function watermark(ContactSheet $sheet): ?Watermark
    {
        return $sheet->plan()->isMarked
            ? Watermark::of([
                'text' => $sheet->shoot->studio->name,
                'image' => $sheet->shoot->studio->logo_path,
                'place' => 'bottom right',
                'size' => 30,
                'opacity' => 70,
            ])
            : null;
    }

    private function small(Frame $frame, SheetPlan $plan, ?Watermark $mark, string $target): void
    {
        ['width' => $width, 'height' => $height] = $plan->cell(0);
        $picture = app(FinishedPreview::class)->picture($frame)
            ->within((int) round((max($width, $height) / 25.4) * self::PPI))
            ->inMemory();
        $picture = $mark === null ? $picture : $mark->on($picture);
        PictureWriter::jpeg($picture, "{$target}.part.jpg", self::QUALITY);
        rename("{$target}.part.jpg", $target);
    }

    /** @param  Collection<int, Frame>  $frames */
    private function write(ContactSheet $sheet, Collection $frames, string $folder): void
    {
        $plan = $sheet->plan();
        $pdf = $this->document($sheet, $plan);
        $pages = $plan->pages($frames->count());
        $captions = self::captions($plan, $frames);
        $page = -1;
        foreach ($frames as $place => $frame) {
            $cell = $plan->cell($place);
            if ($cell['page'] !== $page) {
                $page = $cell['page'];
                $this->openPage($pdf, $sheet, $page + 1, $pages);
            }
            $this->picture($pdf, $cell, "{$folder}/{$frame->id}.jpg");
            $this->lines($pdf, $plan, $cell, $frame, $captions->get($frame->id)?->caption());
        }
        self::save($sheet, $pages, $pdf->Output('', 'S'));
    }

    /**
     * @param  Collection<int, Frame>  $frames
     * @return Collection<array-key, FrameCaption> by frame; none where the sheet shows none
     */
    private static function captions(SheetPlan $plan, Collection $frames): Collection
    {
        return $plan->captions
            ? FrameCaption::query()->whereIn('frame_id', $frames->modelKeys())->get()->keyBy('frame_id')
            : new Collection();
    }

    private static function save(ContactSheet $sheet, int $pages, string $bytes): void
    {
        $part = $sheet->path().'.part';
        file_put_contents($part, $bytes);
        rename($part, $sheet->path());
        $sheet->update(['pages' => $pages, 'bytes' => strlen($bytes), 'made_at' => now()]);
    }

    private function document(ContactSheet $sheet, SheetPlan $plan): TCPDF
    {
        [$width, $height] = $plan->size();
        $pdf = new TCPDF($width > $height ? 'L' : 'P', 'mm', [$width, $height]);
        $pdf->setPrintHeader(false);
        $pdf->setPrintFooter(false);
        $pdf->SetAutoPageBreak(false);
        $pdf->SetTitle($sheet->title);
        $pdf->SetAuthor($sheet->shoot->studio->name);
        $pdf->SetCreator('Kanpai');
        $pdf->setFontSubsetting(true);

        return $pdf;
    }

    /** @param  int  $page  from 1 */
    private function openPage(TCPDF $pdf, ContactSheet $sheet, int $page, int $pages): void
    {
        [$width, $height] = $sheet->plan()->size();
        $shoot = $sheet->shoot;
        $pdf->AddPage();
        $this->text($pdf, 12, 10, $width - 24, $sheet->title, 13.0);
        $this->text($pdf, 12, 16.5, $width - 24, $shoot->studio->name.' · '.$shoot->held_on->format('j F Y'));
        $this->text($pdf, 12, $height - 11, $width - 24, "Sheet {$page} of {$pages}");
    }

    /** @param  array{page: int, x: float, y: float, width: float, height: float}  $cell */
    private function picture(TCPDF $pdf, array $cell, string $path): void
    {
        if (! is_file($path) || filesize($path) === 0) {
            $pdf->Rect($cell['x'], $cell['y'], $cell['width'], $cell['height'], 'D', [], []);

            return;
        }
        [$width, $height] = getimagesize($path) ?: [1, 1];
        $at = SheetPlan::within($cell, $width, $height);
        $pdf->Image($path, $at['x'], $at['y'], $at['width'], $at['height'], 'JPEG');
    }

    /**
     * What is below a picture.
     *
     * @param  array{page: int, x: float, y: float, width: float, height: float}  $cell
     */
    private function lines(TCPDF $pdf, SheetPlan $plan, array $cell, Frame $frame, ?Caption $caption): void
    {
        $y = $cell['y'] + $cell['height'] + 0.4;
        if ($plan->names || $plan->ratings) {
            $rating = str_repeat('●', $frame->rating).str_repeat('○', 5 - $frame->rating);
            $words = ($plan->names ? $frame->name : '').($plan->ratings ? "  {$rating}" : '');
            $this->text($pdf, $cell['x'], $y, $cell['width'], trim($words));
            $y += SheetPlan::LINE;
        }
        if ($plan->captions) {
            $words = $caption?->text(Field::Headline) ?: $caption?->text(Field::Description);
            $this->text($pdf, $cell['x'], $y, $cell['width'], (string) $words);
        }
    }

    /** A line of words, cut where the width ends. */
    private function text(
        TCPDF $pdf,
        float $x,
        float $y,
        float $width,
        string $text,
        float $points = self::POINTS,
    ): void {
        $pdf->setFont(self::FONT, '', $points);
        [$font, $text] = $this->shown($pdf, $text);
        $pdf->setFont($font, '', $points);
        $cut = $text;
        while ($cut !== '' && $pdf->GetStringWidth($cut) > $width - 0.5) {
            $text = mb_substr($text, 0, mb_strlen($text) - max(1, intdiv(mb_strlen($text), 20)));
            $cut = rtrim($text).'…';
        }
        $pdf->setXY($x, $y);
        $pdf->Cell($width, SheetPlan::LINE, $cut, 0, 0, 'L', false, '', 0, true);
    }

    /**
     * A font that has the characters of a line, and the line with those that none has as a box.
     *
     * @return array{string, string}
     */
    private function shown(TCPDF $pdf, string $text): array
    {
        $font = match (true) {
            preg_match('/[\p{Han}\p{Hiragana}\p{Katakana}]/u', $text) === 1 => self::FONT_OF_HAN,
            preg_match('/\p{Hangul}/u', $text) === 1 => self::FONT_OF_HANGUL,
            default => self::FONT,
        };
        $shown = '';
        foreach (mb_str_split($text) as $character) {
            $code = mb_ord($character);
            // Beyond the basic plane are emoji, which no font of a sheet has; fonts that the reader brings have the
            // rest.
            $isShown = $code <= 0xFFFF && ($font !== self::FONT || $pdf->isCharDefined($code, self::FONT));
            $shown .= $isShown ? $character : self::BOX;
        }

        return [$font, $shown];
    }
}

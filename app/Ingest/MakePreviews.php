<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Kanpai\Core\Card\ByteSource;
use Kanpai\Core\Card\DcfName;
use Kanpai\Core\Card\ExifReader;
use Kanpai\Core\Card\FileKind;
use Kanpai\Core\Card\UnreadableFile;

/** Makes the previews of a card's frames, in the order of time. */
final class MakePreviews extends WorkInTurns
{
    public static function ofCard(Card $card): void
    {
        $task = Task::open($card->shoot, 'previews', $card->subject(), "Previews of card {$card->number}", 'frames', $card->frames_count);
        self::dispatch($task->id)->onQueue('pictures');
    }

    protected function turn(Task $task): bool
    {
        $card = Card::query()->findOrFail((int) substr($task->subject, 5));
        $total = $card->frames()->count();
        $done = $total - $card->frames()->where('is_pictured', false)->count();
        $task->begin($total);
        foreach ($card->frames()->where('is_pictured', false)->orderBy('taken_ms')->limit(100)->with('files.copies', 'files.card')->get() as $frame) {
            $this->picture($frame, $card);
            if (! $task->reach(++$done) || $this->isTurnOver()) {
                return false;
            }
        }

        return $card->frames()->where('is_pictured', false)->doesntExist();
    }

    private function picture(Frame $frame, Card $card): void
    {
        $file = $frame->files->first(fn (CardFile $file): bool => DcfName::displayable($file->path) === $frame->name);
        $facts = ['is_pictured' => true];
        if ($file !== null) {
            $name = $card->uuid.'/'.CardReader::pictureName($file->path);
            $folder = (string) config('kanpai.pictures');
            try {
                $path = $file->readablePath();
                [$jpeg, $longSide] = $file->kind === FileKind::Raw ? $this->embedded($path) : [null, max($frame->width, $frame->height)];
                $likeness = app(PreviewMaker::class)->make($path, $jpeg, $longSide, "{$folder}/{$name}-l.jpg", "{$folder}/{$name}-s.jpg");
                $facts += ['large_path' => "{$name}-l.jpg", 'small_path' => "{$name}-s.jpg", 'likeness' => (string) $likeness];
            } catch (UnableToMakePicture|UnreadableFile $reason) {
                $file->update(['problem' => mb_substr($reason->getMessage(), 0, 255)]);
            }
        }
        $frame->update($facts);
    }

    /** @return array{string, int} the largest embedded JPEG of a raw file, and its long side */
    private function embedded(string $path): array
    {
        $source = ByteSource::ofFile($path);
        $preview = app(ExifReader::class)->read($source)->previews[0] ?? throw UnableToMakePicture::because('show the raw file', 'no preview is embedded in it');

        return [$preview->bytes($source), max($preview->width, $preview->height)];
    }
}

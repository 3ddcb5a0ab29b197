<?php

declare(strict_types=1);

namespace App\Deliver\Handoff;

use App\Deliver\Way\FileToDeliver;
use App\Deliver\Way\FrameToDeliver;
use App\Imaging\Picture;
use App\Imaging\PictureReader;
use App\Imaging\PictureWriter;

/** The picture with what was drawn on it. */
final readonly class NotePicture implements FileToDeliver
{
    public const KEY = 'handoff:note';

    private const QUALITY = 85;

    /** @param  list<HandoffNote>  $notes  of the round in which the frame is out */
    private function __construct(private FrameToDeliver $frame, private array $notes, private HandoffStem $stem)
    {
    }

    /** Null where nothing was drawn. */
    public static function of(FrameToDeliver $frame, HandoffStem $stem): ?self
    {
        $one = HandoffFrame::query()
            ->where('frame_id', $frame->frame->id)
            ->whereHas('handoff', fn ($handoff) => $handoff->where('delivery_id', $frame->delivery->id))
            ->with('notes')
            ->first();
        $notes = $one === null ? [] : array_values($one->notes->where('round', $one->round)->all());

        return array_filter($notes, fn (HandoffNote $note): bool => $note->drawing !== null) === []
            ? null
            : new self($frame, $notes, $stem);
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function fingerprint(): string
    {
        $notes = array_map(fn (HandoffNote $note): array => [$note->round, $note->text, $note->drawing], $this->notes);

        return hash('xxh128', serialize($notes));
    }

    public function name(): string
    {
        return "{$this->stem->text()}-note.jpg";
    }

    public function write(string $target): void
    {
        $picture = PictureReader::jpeg(config('kanpai.pictures').'/'.$this->frame->frame->large_path);
        foreach ($this->notes as $note) {
            $picture = self::drawn($picture, $note);
        }
        PictureWriter::jpeg($picture, $target, self::QUALITY);
    }

    private static function drawn(Picture $picture, HandoffNote $note): Picture
    {
        $drawing = $note->drawing();

        return $drawing === null
            ? $picture
            : $picture->under(PictureReader::svg($drawing->toSvg(), $picture->width() / $drawing->width))->inMemory();
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest;

use App\Copies\Places;
use App\Frames\CardFile;
use App\Frames\Frame;
use App\Imaging\PreviewMaker;
use App\Imaging\UnableToMakePicture;
use App\Studio\NamedLock;
use App\Studio\Task;
use App\Studio\WorkInTurns;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Imaging\UnreadableFile;

/**
 * Makes the previews of a card's frames from their verified copies, so that the card is read once: first those that
 * somebody is looking at, then in the order of time. Several workers share one card.
 */
final class MakePreviews extends WorkInTurns
{
    public const KIND = 'previews';

    public const UNIT = 'frames';

    public const QUEUE = 'pictures';

    /** Frames that are looked at for one that no other worker has taken. */
    private const AHEAD = 32;

    /** Seconds after which it is asked anew what is being looked at. */
    private const FRESH = 0.5;

    /** @var list<int> */
    private array $ahead = [];

    private float $asked = 0.0;

    public function __construct(int $taskId, private readonly int $hand = 0)
    {
        parent::__construct($taskId);
    }

    /** Begins, or goes on when there are more copies. */
    public static function ofCard(Card $card): void
    {
        DB::transaction(function () use ($card): void {
            $task = self::latest($card);
            if ($task?->isUnderWay() !== true) {
                if (self::unpictured($card)->doesntExist()) {
                    return;
                }
                $title = "Previews of card {$card->number}";
                $task = Task::open($card, self::KIND, $title, self::UNIT, $card->frames_count);
            }
            for ($hand = 0; $hand < max(1, (int) config('kanpai.workers')); $hand++) {
                self::dispatch($task->id, $hand)->onQueue(self::QUEUE);
            }
        });
    }

    protected function hand(): int
    {
        return $this->hand;
    }

    protected function over(Task $task): void
    {
        $card = Card::query()->find($task->subject_id);
        if ($card !== null) {
            event(new PicturesMade($card));
        }
    }

    protected function turn(Task $task): bool
    {
        $card = $task->about(Card::class);
        $places = app(Places::class)->folders($card->shoot->studio_id);
        $task->begin($this->total($card));
        while (! $this->isTurnOver()) {
            $frame = $this->take($card);
            if ($frame === null) {
                $isAllMade = self::unpictured($card)->doesntExist();

                return $isAllMade && ! CopyCard::isUnderWay($card) ? true : $this->waitFor(1);
            }
            if (! $this->makeAndLetGo($task, $frame, $card, $places) || ! $task->reach($this->done($card))) {
                return false;
            }
        }

        return false;
    }

    /**
     * @param  array<string, string>  $places
     * @return bool whether a copy could be read
     */
    private function makeAndLetGo(Task $task, Frame $frame, Card $card, array $places): bool
    {
        try {
            $isMade = $this->picture($frame, $card, $places);
        } finally {
            $this->letGo($frame);
        }
        if (! $isMade) {
            $task->fail(
                "The copy of {$frame->name} is out of reach: plug in the disk of one of its places. The ".
                    'previews go on when somebody looks at the frames.',
            );
        }

        return $isMade;
    }

    /** The next frame that no other worker has in hand. */
    private function take(Card $card): ?Frame
    {
        if ($this->ahead === [] || microtime(true) - $this->asked > self::FRESH) {
            $this->ahead = self::next($card);
            $this->asked = microtime(true);
        }
        while (($id = array_shift($this->ahead)) !== null) {
            if (! self::lock($id)->take()) {
                continue;
            }
            $frame = Frame::query()
                ->with('files.copies', 'files.sameAs.copies')
                ->whereKey($id)
                ->where('is_pictured', false)
                ->first();
            if ($frame !== null) {
                return $frame;
            }
            self::lock($id)->free();
        }

        return null;
    }

    /** @return list<int> frames, those first that somebody looks at */
    private static function next(Card $card): array
    {
        $ids = self::unpictured($card)
            ->orderByRaw('requested_at IS NULL, requested_at DESC, id')
            ->limit(self::AHEAD)
            ->pluck('id');

        return array_values($ids->map(fn ($id): int => (int) $id)->all());
    }

    private function letGo(Frame $frame): void
    {
        self::lock($frame->id)->free();
    }

    private static function lock(int $frame): NamedLock
    {
        return new NamedLock("preview-{$frame}");
    }

    /** @return Builder<Frame> frames without a preview that have a verified copy */
    private static function unpictured(Card $card): Builder
    {
        return Frame::query()
            ->where(['card_id' => $card->id, 'is_pictured' => false])
            ->whereHas('files', fn (Builder $files) => $files->where('is_main', true)->whereNotNull('hash'));
    }

    private function total(Card $card): int
    {
        return Frame::query()
            ->where('card_id', $card->id)
            ->where(
                fn (Builder $query) => $query
                    ->where('is_pictured', true)
                    ->orWhereHas('files', fn (Builder $files) => $files->where('is_ticked', true)),
            )
            ->count();
    }

    private function done(Card $card): int
    {
        return Frame::query()
            ->where(['card_id' => $card->id, 'is_pictured' => true])
            ->count();
    }

    /**
     * @param  array<string, string>  $places
     * @return bool whether a copy could be read
     */
    private function picture(Frame $frame, Card $card, array $places): bool
    {
        $file = $frame->files->firstOrFail('is_main', true);
        $path = $file->verifiedPath($places);
        if ($path === null) {
            return false;
        }
        $facts = ['is_pictured' => true];
        try {
            $facts += self::previews($frame, $file, $path, $card->uuid.'/'.GroupReader::pictureName($file->path));
        } catch (UnableToMakePicture|UnreadableFile $reason) {
            $file->update(['problem' => mb_substr($reason->getMessage(), 0, 255)]);
        }
        $frame->update($facts);

        return true;
    }

    /**
     * @param  string  $name  of the previews, below the folder of pictures
     * @return array<string, mixed> columns of the frame
     *
     * @throws UnableToMakePicture
     * @throws UnreadableFile
     */
    private static function previews(Frame $frame, CardFile $file, string $path, string $name): array
    {
        $folder = (string) config('kanpai.pictures');
        $embedded = $file->kind === FileKind::Raw ? app(EmbeddedPictures::class)->largest($path) : null;
        $longSide = $embedded === null ? max($frame->width, $frame->height) : $embedded['pixels'];
        $seen = app(PreviewMaker::class)->make(
            $path,
            $embedded['bytes'] ?? null,
            $longSide,
            "{$folder}/{$name}-l.jpg",
            "{$folder}/{$name}-s.jpg",
        );

        return [
            'large_path' => "{$name}-l.jpg",
            'small_path' => "{$name}-s.jpg",
            ...$seen->columns(),
            'best_px' => min(65535, $longSide),
        ];
    }
}

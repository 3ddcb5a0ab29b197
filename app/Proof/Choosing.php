<?php

declare(strict_types=1);

namespace App\Proof;

use Illuminate\Support\Facades\DB;
use Kanpai\Core\Proof\ChoiceList;
use Kanpai\Core\Proof\Drawing;
use Kanpai\Core\Proof\InvalidDrawing;
use Kanpai\Core\Proof\Rights;

/**
 * What guests do in a gallery. Steps may come twice, late, or from two devices of one person: each counts once, when it
 * first arrives, and numbers are counted while the guest's row is held.
 *
 * @phpstan-type StepSaid array{id: string, kind: string, number: int, list?: string|null, on?: bool, rating?: int,
 *     text?: string|null, drawing?: mixed}
 */
final class Choosing
{
    public const LONGEST_COMMENT = 4000;

    private const MOST_COMMENTS = 2000;

    /**
     * @param  list<StepSaid>  $steps  in the order in which they were made
     * @return array<string, string> step => why it was not taken
     */
    public function apply(Guest $guest, Share $share, array $steps): array
    {
        return DB::transaction(function () use ($guest, $share, $steps): array {
            $guest = Guest::query()->whereKey($guest->id)->lockForUpdate()->firstOrFail();
            $arrived = $this->arrived($guest, array_column($steps, 'id'));
            $refusals = $this->takeNew($guest, $share, $steps, $arrived);
            $this->remember($guest, $refusals);
            $guest->update(['seen_at' => now()]);
            CountChoices::soon($share->gallery_id);

            return array_filter($arrived + $refusals, fn (?string $refusal): bool => $refusal !== null);
        }, 3);
    }

    /**
     * @param  list<StepSaid>  $steps
     * @param  array<string, string|null>  $arrived
     * @return array<string, string|null> step that was not here before => why it is refused
     */
    private function takeNew(Guest $guest, Share $share, array $steps, array $arrived): array
    {
        $proofs = GalleryFrame::query()
            ->where('gallery_id', $share->gallery_id)
            ->whereIn('number', array_column($steps, 'number'))
            ->get()
            ->keyBy('number');
        $refusals = [];
        foreach ($steps as $step) {
            if (! array_key_exists($step['id'], $arrived + $refusals)) {
                $proof = $proofs[$step['number']] ?? null;
                $refusals[$step['id']] = $this->take($guest, $share->rights(), $proof, $step);
            }
        }

        return $refusals;
    }

    /**
     * @param  StepSaid  $step
     * @return string|null why it is refused
     */
    private function take(Guest $guest, Rights $rights, ?GalleryFrame $proof, array $step): ?string
    {
        return match (true) {
            $guest->sent_at !== null => UnableToSend::closed()->getMessage(),
            $proof === null => "There is no picture {$step['number']} in this gallery.",
            $step['kind'] === 'choose' => $this->chooses($guest, $rights, $proof, $step),
            $step['kind'] === 'rate' => $this->rates($guest, $rights, $proof, (int) ($step['rating'] ?? 0)),
            $step['kind'] === 'comment' => $this->comments($guest, $rights, $proof, $step),
            default => 'This is not known here.',
        };
    }

    /**
     * Steps that came before. A browser sends again what it got no answer to, and a page that is left sends once more
     * what waits; such a request can be held up and arrive after steps that were made later.
     *
     * @param  list<string>  $ids
     * @return array<string, string|null> step => why it was refused then
     */
    private function arrived(Guest $guest, array $ids): array
    {
        return DB::table('guest_steps')
            ->where('guest_id', $guest->id)
            ->whereIn('uuid', $ids)
            ->pluck('refusal', 'uuid')
            ->all();
    }

    /** @param  array<string, string|null>  $refusals  by step */
    private function remember(Guest $guest, array $refusals): void
    {
        $rows = [];
        foreach ($refusals as $id => $refusal) {
            $rows[] = ['guest_id' => $guest->id, 'uuid' => $id, 'refusal' => $refusal];
        }
        DB::table('guest_steps')->insert($rows);
    }

    /**
     * Fixes the choices as they are now, tells the studio and thanks the guest. Afterwards the guest's choices are
     * closed.
     *
     * @throws UnableToSend
     */
    public function send(Guest $guest, string $name, string $email, string $message): Selection
    {
        return DB::transaction(function () use ($guest, $name, $email, $message): Selection {
            $guest = Guest::query()->whereKey($guest->id)->lockForUpdate()->firstOrFail();
            $this->demandEnough($guest);
            $facts = ['name' => $name, 'email' => $email, 'sent_at' => now()];
            $guest->update($facts);
            $selection = Selection::query()->create([
                ...$facts,
                'gallery_id' => $guest->gallery_id,
                'guest_id' => $guest->id,
                'message' => $message,
            ]);
            foreach (array_chunk($this->chosen($guest, $selection), 500) as $some) {
                DB::table('selection_frames')->insert($some);
            }
            $selection->load('gallery.shoot.studio', 'guest');
            app(Mailing::class)->tellStudio($selection);
            app(Mailing::class)->receipt($selection);

            return $selection;
        });
    }

    /** @throws UnableToSend */
    private function demandEnough(Guest $guest): void
    {
        if ($guest->sent_at !== null) {
            throw UnableToSend::sentAlready();
        }
        $counts = $this->counts($guest);
        foreach ($guest->share->rights()->lists as $list) {
            if (! $list->isEnough($counts[$list->name] ?? 0)) {
                throw UnableToSend::tooFew($list, $counts[$list->name] ?? 0);
            }
        }
    }

    /** @return list<array<string, mixed>> rows of `selection_frames` */
    private function chosen(Guest $guest, Selection $selection): array
    {
        $words = Comment::query()
            ->where('guest_id', $guest->id)
            ->orderBy('id')
            ->get()
            ->groupBy('gallery_frame_id')
            ->map(fn ($comments): string => $comments->map($this->inWords(...))->implode("\n"));
        $ratings = DB::table('guest_ratings')->where('guest_id', $guest->id)->pluck('rating', 'gallery_frame_id');
        $rows = [];
        foreach (self::choicesOf($guest) as $choice) {
            $rows[] = [
                'selection_id' => $selection->id,
                'frame_id' => $choice->frame_id,
                'list' => $choice->list,
                'rating' => (int) ($ratings[$choice->gallery_frame_id] ?? 0),
                'comment' => ($words[$choice->gallery_frame_id] ?? '') ?: null,
            ];
        }

        return $rows;
    }

    /** @return iterable<\stdClass> */
    private static function choicesOf(Guest $guest): iterable
    {
        return DB::table('choices')
            ->join('gallery_frames', 'gallery_frames.id', '=', 'choices.gallery_frame_id')
            ->where('guest_id', $guest->id)
            ->orderBy('number')
            ->orderBy('choices.id')
            ->get(['gallery_frame_id', 'frame_id', 'list', 'number']);
    }

    private function inWords(Comment $comment): string
    {
        $drawn = $comment->drawing === null ? '' : ' (drawn: '.Drawing::words($comment->drawing).')';

        return trim($comment->text.$drawn);
    }

    /** The guest may choose again; what was sent stays as it was. */
    public function reopen(Guest $guest): void
    {
        if (
            Guest::query()
                ->whereKey($guest->id)
                ->whereNotNull('sent_at')
                ->update(['sent_at' => null]) === 1
        ) {
            app(Mailing::class)->reopened($guest->refresh());
        }
    }

    /** @return array<string, int> list => how many pictures that are still there */
    public function counts(Guest $guest): array
    {
        return DB::table('choices')
            ->join('gallery_frames', 'gallery_frames.id', '=', 'choices.gallery_frame_id')
            ->where('guest_id', $guest->id)
            ->whereNull('gone_at')
            ->groupBy('list')
            ->selectRaw('list, COUNT(*) AS n')
            ->pluck('n', 'list')
            ->map(fn ($n): int => (int) $n)
            ->all();
    }

    /** @param  StepSaid  $step */
    private function chooses(Guest $guest, Rights $rights, GalleryFrame $proof, array $step): ?string
    {
        $list = $rights->lists[$step['list'] ?? array_key_first($rights->lists) ?? ''] ?? null;
        if (! $list instanceof ChoiceList) {
            return 'Nothing is to be chosen for this list.';
        }
        $choice = ['guest_id' => $guest->id, 'gallery_frame_id' => $proof->id, 'list' => $list->name];
        $there = DB::table('choices')->where($choice);
        if (! ($step['on'] ?? false)) {
            $there->delete();

            return null;
        }

        return $there->exists() ? null : $this->add($choice, $proof, $list, $this->counts($guest)[$list->name] ?? 0);
    }

    /** @param  array<string, int|string>  $choice */
    private function add(array $choice, GalleryFrame $proof, ChoiceList $list, int $chosen): ?string
    {
        if ($proof->gone_at !== null) {
            return "Picture {$proof->number} has left the gallery, so it cannot be chosen any more.";
        }
        if (! $list->takes($chosen)) {
            return "{$list->most} are chosen for “{$list->name}”, and no more can be. Remove one first.";
        }
        DB::table('choices')->insert([...$choice, 'chosen_at' => now()]);

        return null;
    }

    private function rates(Guest $guest, Rights $rights, GalleryFrame $proof, int $rating): ?string
    {
        if (! $rights->rates || $rating < 0 || $rating > 5) {
            return 'A rating is a number from 0 to 5, where the studio asks for one.';
        }
        $rating === 0
            ? DB::table('guest_ratings')
                ->where(['guest_id' => $guest->id, 'gallery_frame_id' => $proof->id])
                ->delete()
            : DB::table('guest_ratings')->upsert(
                [['guest_id' => $guest->id, 'gallery_frame_id' => $proof->id, 'rating' => $rating]],
                ['guest_id', 'gallery_frame_id'],
                ['rating'],
            );

        return null;
    }

    /** @param  StepSaid  $step */
    private function comments(Guest $guest, Rights $rights, GalleryFrame $proof, array $step): ?string
    {
        $text = trim((string) ($step['text'] ?? ''));
        try {
            $drawing = ($step['drawing'] ?? null) === null || ! $rights->draws
                ? null
                : Drawing::of($step['drawing'], $proof->width, $proof->height)->marks;
        } catch (InvalidDrawing $reason) {
            return $reason->getMessage();
        }
        $refusal = $this->refusal($guest, $rights, $text, $step);
        if ($refusal === null) {
            Comment::query()->firstOrCreate(
                ['uuid' => $step['id']],
                ['guest_id' => $guest->id, 'gallery_frame_id' => $proof->id, 'text' => $text, 'drawing' => $drawing],
            );
        }

        return $refusal;
    }

    /**
     * Why a comment is not taken.
     *
     * @param  StepSaid  $step
     */
    private function refusal(Guest $guest, Rights $rights, string $text, array $step): ?string
    {
        $isDrawn = ($step['drawing'] ?? null) !== null;

        return match (true) {
            ! $rights->comments && ! $rights->draws => 'Comments are not asked for in this gallery.',
            mb_strlen($text) > self::LONGEST_COMMENT => 'A comment has '.
                number_format(self::LONGEST_COMMENT).
                ' characters at most; this one has '.
                number_format(mb_strlen($text)).
                '. Send it in parts, or by mail.',
            $isDrawn && ! $rights->draws => 'Drawings are not asked for in this gallery.',
            $text === '' && ! $isDrawn => 'The comment is empty.',
            Comment::query()->where('guest_id', $guest->id)->count() >= self::MOST_COMMENTS => 'You have written '.
                number_format(self::MOST_COMMENTS).
                ' comments, as many as a gallery takes. Please write to the studio by mail.',
            default => null,
        };
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Body;
use App\Ingest\Card;
use App\Ingest\CardState;
use App\Ingest\CopyCard;
use App\Ingest\ProveCopies;
use App\Ingest\ReadCard;
use App\Ingest\Slots;
use App\Ingest\UnusableSlot;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Deliver\ChecksumList;

final class IngestController
{
    public function show(Shoot $shoot, Slots $slots): View
    {
        $cards = Card::query()->where('shoot_id', $shoot->id)->orderByDesc('number')->get()->each(fn (Card $card) => $card->setRelation('shoot', $shoot));

        return view('ingest.show', [
            'shoot' => $shoot,
            'cards' => $cards,
            'slots' => array_map(fn (array $slot): array => [...$slot, 'known' => $this->known($shoot, $slot['signature'])], $slots->all()),
            'places' => array_keys((array) config('kanpai.places')),
        ]);
    }

    public function read(Request $request, Shoot $shoot, Slots $slots): RedirectResponse
    {
        try {
            $path = $slots->path((string) $request->string('slot'));
        } catch (UnusableSlot $reason) {
            throw ValidationException::withMessages(['slot' => $reason->getMessage()]);
        }
        $card = DB::transaction(function () use ($shoot, $path): Card {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            // A reading that was stopped goes on where it was.
            $begun = Card::query()->where(['shoot_id' => $shoot->id, 'slot' => $path, 'state' => CardState::Reading])->first();
            if ($begun !== null) {
                return $begun;
            }
            $number = 1 + (int) Card::query()->where('shoot_id', $shoot->id)->max('number');
            $uuid = (string) Str::uuid();

            return Card::query()->create(['uuid' => $uuid, 'shoot_id' => $shoot->id, 'number' => $number, 'slot' => $path, 'name' => basename($path), 'signature' => md5($uuid), 'state' => CardState::Reading]);
        });
        if ($card->task('read')?->isUnderWay() === true) {
            return redirect()->route('ingest.show', $shoot);
        }
        $task = Task::open($shoot, 'read', $card->subject(), "Reading the card “{$card->name}”", 'files');
        ReadCard::dispatch($task->id)->onQueue('urgent');

        return redirect()->route('ingest.show', $shoot);
    }

    public function copy(Request $request, Card $card): RedirectResponse
    {
        $said = $request->validate(['shooter' => ['required', 'string', 'max:120']], ['shooter.required' => 'Say who shot this card; it goes into the folder’s name and the captions.']);
        if ($card->state === CardState::Read && $card->task('copy')?->isUnderWay() !== true) {
            // The folder carries the shooter's name, so it is fixed with the first file.
            if ($card->files()->where('destination', '<>', '')->doesntExist()) {
                $card->shooter = $said['shooter'];
            }
            $card->save();
            Body::query()->whereIn('id', $card->frames()->select('body_id'))->update(['last_shooter' => $said['shooter']]);
            $task = Task::open($card->shoot, 'copy', $card->subject(), "Copying card {$card->number} to ".count((array) config('kanpai.places')).' places', 'bytes', $card->bytes);
            CopyCard::dispatch($task->id)->onQueue('default');
        }

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** Has every copy read again and compared. */
    public function prove(Card $card): RedirectResponse
    {
        if ($card->task('prove')?->isUnderWay() !== true && $card->task('copy')?->isUnderWay() !== true) {
            $task = Task::open($card->shoot, 'prove', $card->subject(), "Reading the copies of card {$card->number} again", 'copies');
            ProveCopies::dispatch($task->id)->onQueue('default');
        }

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** The ledger of a card: each file, and where a proved copy of it stands. It prints. */
    public function report(Card $card): View
    {
        return view('ingest.report', ['card' => $card, 'shoot' => $card->shoot, 'files' => $card->files()->with('copies')->orderBy('path')->get(), 'places' => array_keys((array) config('kanpai.places')), 'safety' => $card->safety()]);
    }

    /** A list that `xxhsum -c` checks in the folder of any place. */
    public function checksums(Card $card): Response
    {
        $hashes = $card->files()->whereNotNull('hash')->where('destination', '<>', '')->orderBy('id')->pluck('hash', 'destination')->all();

        return response(ChecksumList::of($hashes), 200, ['Content-Type' => 'text/plain; charset=utf-8', 'Content-Disposition' => 'attachment; filename="card-'.$card->number.'.xxh128"']);
    }

    /** More of a card's small pictures. */
    public function pictures(Request $request, Card $card): View
    {
        $from = $request->integer('from');

        return view('ingest.pictures', ['card' => $card, 'frames' => $card->frames()->orderBy('taken_ms')->orderBy('id')->offset($from)->limit(120)->get(), 'from' => $from]);
    }

    private function known(Shoot $shoot, string $signature): string
    {
        $card = Card::query()->where('signature', $signature)->whereIn('shoot_id', Shoot::query()->where('studio_id', $shoot->studio_id)->select('id'))->with('shoot')->orderByRaw('shoot_id = ? DESC', [$shoot->id])->first();

        return match (true) {
            $card === null => '',
            $card->shoot_id === $shoot->id => "read here as card {$card->number}",
            default => "read into “{$card->shoot->name}”",
        };
    }
}

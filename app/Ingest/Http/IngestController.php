<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Copies\Places;
use App\Frames\Body;
use App\Ingest\Card;
use App\Ingest\CardLedger;
use App\Ingest\CardSummaries;
use App\Ingest\CompareWithCard;
use App\Ingest\CopyCard;
use App\Ingest\Reading;
use App\Ingest\RemoveCard;
use App\Ingest\Slots;
use App\Ingest\SlotsOfShoot;
use App\Ingest\UnusableSlot;
use App\Ingest\Upload\UploadLink;
use App\Ingest\VerifyCopies;
use App\Studio\Shoot;
use App\Studio\StudioFolders;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Copies\ChecksumList;

final class IngestController
{
    /** Of a card's ledger on one page. */
    private const LINES = 400;

    public function show(Shoot $shoot, SlotsOfShoot $slots, CardSummaries $summaries, Places $places): View
    {
        return view('ingest.show', [
            'shoot' => $shoot,
            'cards' => $summaries->of($shoot),
            'slots' => $slots->of($shoot),
            'places' => $places->used($shoot->studio_id),
            'links' => UploadLink::open($shoot)->get(),
            'hasRack' => StudioFolders::of($shoot->studio_id)->hasConfigured(),
        ]);
    }

    public function read(Request $request, Shoot $shoot, Slots $slots, Reading $reading): RedirectResponse
    {
        try {
            $card = $reading->begin($shoot, $slots->path($shoot->studio_id, $request->string('slot')->toString()));
        } catch (UnusableSlot $reason) {
            throw ValidationException::withMessages(['slot' => $reason->getMessage()]);
        }

        return redirect()->route('ingest.choose', $card);
    }

    /** Reads every card in a slot that is new, and copies each as soon as it is read. */
    public function readAll(
        ReadAllInput $request,
        Shoot $shoot,
        SlotsOfShoot $slots,
        Slots $folders,
        Reading $reading,
    ): RedirectResponse {
        $facts = ['is_copied_at_once' => true, 'shooter' => $request->validated()['shooter'] ?? ''];
        $new = array_filter($slots->of($shoot), fn (array $slot): bool => $slot['isNew']);
        $problems = [];
        foreach ($new as $slot) {
            try {
                $reading->begin($shoot, $folders->path($shoot->studio_id, $slot['slot']), $facts);
            } catch (UnusableSlot $reason) {
                $problems[] = "{$slot['name']}: {$reason->getMessage()}";
            }
        }
        if ($problems !== []) {
            throw ValidationException::withMessages(['slot' => implode(' ', $problems)]);
        }

        return redirect()->route('ingest.show', $shoot)->with('message', self::readInWords(count($new)));
    }

    private static function readInWords(int $cards): string
    {
        return match ($cards) {
            0 => 'No new card is in a slot.',
            1 => '1 card is being read, and copied as soon as that is done.',
            default => "{$cards} cards are being read, and copied as soon as that is done.",
        };
    }

    /** Takes a card out that was read by mistake, as long as nothing of it was copied. */
    public function remove(Card $card, RemoveCard $removal): RedirectResponse
    {
        $shoot = $card->shoot;
        if (! $removal->remove($card)) {
            throw ValidationException::withMessages([
                'card' => "Card {$card->number} has verified copies, or is just being read or copied. Drop its ".
                    'frames and '.
                    'delete their copies instead.',
            ]);
        }

        return redirect()
            ->route('ingest.show', $shoot)
            ->with('message', "Card {$card->number} is out of the shoot again. The card itself was not touched.");
    }

    public function copy(CopyInput $request, Card $card): RedirectResponse
    {
        $input = $request->validated();
        if ($card->state->isRead() && ! CopyCard::isUnderWay($card)) {
            $card->update(['shooter' => $input['shooter']]);
            Body::query()
                ->whereIn('id', $card->frames()->select('body_id'))
                ->update(['last_shooter' => $input['shooter']]);
            CopyCard::start($card);
        }

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** Who shot the card; files that are copied already keep their folder. */
    public function shooter(ShooterInput $request, Card $card): RedirectResponse
    {
        $card->update($request->validated());

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** Has every copy read again and compared. */
    public function verify(Card $card): RedirectResponse
    {
        VerifyCopies::ofCard($card);

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** Has the card read a second time and compared with what was copied. */
    public function compare(Card $card): RedirectResponse
    {
        if (! CompareWithCard::isUnderWay($card) && ! CopyCard::isUnderWay($card)) {
            CompareWithCard::open($card, "Comparing card {$card->number} with its copies", $card->bytes);
        }

        return redirect()->route('ingest.show', $card->shoot);
    }

    /** The ledger of a card: each file, and where a verified copy of it is. It prints. */
    /** A page of the ledger, or the whole for printing. */
    public function report(Request $request, Card $card, Places $places): View
    {
        $ledger = new CardLedger($card);
        $pages = $request->boolean('whole') ? null : $ledger->page(self::LINES)->withQueryString();

        return view('ingest.report', [
            'card' => $card,
            'shoot' => $card->shoot,
            'safety' => $card->safety(),
            'pages' => $pages,
            'lines' => $pages ?? $ledger->whole(),
            'places' => $places
                ->all($card->shoot->studio_id)
                ->pluck('name')
                ->all(),
        ]);
    }

    /** A list that `xxhsum -c` checks in the folder of any place. */
    public function checksums(Card $card): Response
    {
        $hashes = $card
            ->files()
            ->whereNotNull('hash')
            ->whereNull('same_as_id')
            ->where('destination', '<>', '')
            ->orderBy('id')
            ->pluck('hash', 'destination')
            ->all();

        return response(ChecksumList::of($hashes), 200, [
            'Content-Type' => 'text/plain; charset=utf-8',
            'Content-Disposition' => 'attachment; filename="card-'.$card->number.'.xxh128"',
        ]);
    }
}

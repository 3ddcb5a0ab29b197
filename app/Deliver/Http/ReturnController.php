<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\Handoffs;
use App\Deliver\Handoff\ReturnedFile;
use App\Deliver\Recipient;
use App\Ingest\Slots;
use App\Ingest\Upload\Arrivals;
use App\Ingest\Upload\UnusableUpload;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * What a retoucher sends back, by the link the files came by. The files themselves come by tus.
 *
 * @phpstan-import-type CardListing from Slots
 */
final class ReturnController
{
    public function announce(
        AnnounceReturnInput $request,
        Handoffs $handoffs,
        Arrivals $arrivals,
        string $token,
    ): JsonResponse {
        try {
            $files = self::withoutFolders($arrivals->listing($request->validated()['files']));
            $missing = $handoffs->announce(self::handoff($request), $files);
        } catch (UnusableUpload $reason) {
            return response()->json(['problem' => $reason->getMessage()], $reason->status);
        }

        return response()->json([
            'name' => 'your choice',
            'known' => '',
            'wanted' => $missing,
            'tus' => "/d/{$token}/arriving",
            'page' => null,
        ]);
    }

    /**
     * Folders do not matter here; a name occurs once.
     *
     * @param  CardListing  $files
     * @return CardListing
     */
    private static function withoutFolders(array $files): array
    {
        $byName = [];
        foreach ($files as $file) {
            $byName[basename($file['path'])] = [...$file, 'path' => basename($file['path'])];
        }

        return array_values($byName);
    }

    /** What became of what was sent. */
    public function sent(Request $request): View
    {
        return view('deliver.handoff-sent', [
            'files' => ReturnedFile::query()
                ->where('handoff_id', self::handoff($request)->id)
                ->with('frame', 'version')
                ->orderByDesc('id')
                ->limit(200)
                ->get(),
        ]);
    }

    public static function handoff(Request $request): Handoff
    {
        $recipient = $request->attributes->get('recipient');
        assert($recipient instanceof Recipient);
        $handoff = Handoff::ofDelivery($recipient->delivery_id);

        return $handoff === null || $handoff->closed_at !== null ? abort(404) : $handoff;
    }
}

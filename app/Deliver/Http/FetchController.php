<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Delivering;
use App\Deliver\Delivery;
use App\Deliver\DeliveryFile;
use App\Deliver\DeliveryZip;
use App\Deliver\Handoff\Handoff;
use App\Deliver\Receipts;
use App\Deliver\Recipient;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Copies\ChecksumList;
use Kanpai\Core\Deliver\DeliveredName;
use Symfony\Component\HttpFoundation\HeaderUtils;

/**
 * What somebody sees behind the link of a delivery. Every action goes through EnterDelivery, but for the password
 * itself.
 */
final class FetchController
{
    public function password(Request $request, string $token): RedirectResponse
    {
        $recipient = Recipient::behind($token);
        if (
            $recipient->delivery->password !== null &&
            ! Hash::check((string) $request->string('password'), $recipient->delivery->password)
        ) {
            throw ValidationException::withMessages(['password' => 'This is not the password of the delivery.']);
        }
        $request->session()->regenerate();
        $request->session()->put(EnterDelivery::key($recipient), $recipient->delivery->password);

        return redirect()->route('delivery', $token);
    }

    public function show(Request $request, Receipts $receipts): View
    {
        $recipient = self::recipient($request);
        $delivery = $recipient->delivery;
        $receipts->opened($recipient, $request);
        $handoff = Handoff::ofDelivery($delivery->id);

        return view($handoff === null ? 'deliver.fetch' : 'deliver.handoff-guest', [
            'handoff' => $handoff,
            'handed' => $handoff?->inOrder(),
            'delivery' => $delivery,
            'recipient' => $recipient,
            'studio' => $delivery->shoot->studio,
            'token' => $recipient->token,
            ...self::contents($delivery),
        ]);
    }

    /** @return array<string, mixed> */
    private static function contents(Delivery $delivery): array
    {
        $files = $delivery->current()->get();

        return [
            'zips' => $delivery->zips()->groupBy('scope'),
            'frames' => Delivering::pictured($delivery),
            'parts' => $delivery->parts->whereNotNull('made_at')->values(),
            'files' => $files->groupBy('frame_id'),
            'bytes' => (int) $files->sum('bytes'),
            'count' => $files->unique('frame_id')->count(),
        ];
    }

    public function zip(Request $request, Receipts $receipts, string $token, string $zip): Response|View
    {
        $delivery = self::recipient($request)->delivery;
        $one = DeliveryZip::query()->where('delivery_id', $delivery->id)->findOrFail((int) $zip);

        return $one->gone_at !== null
            ? $this->refuse(
                $request,
                410,
                'This ZIP has been replaced',
                'Something was added or changed since, and later ZIPs stand for it.',
            )
            : $this->send($request, $receipts, $one, 'application/zip');
    }

    public function file(Request $request, Receipts $receipts, string $token, string $file): Response|View
    {
        $one = self::recipient($request)->delivery->current()->whereKey((int) $file)->firstOrFail();

        return $this->send($request, $receipts, $one, 'application/octet-stream');
    }

    /** The link of a delivery that was one ZIP. */
    public function only(Request $request): RedirectResponse
    {
        $recipient = self::recipient($request);

        return redirect()->route('delivery.zip', [$recipient->token, $recipient->delivery->zips()->firstOrFail()->id]);
    }

    public function checksums(Request $request): Response
    {
        $delivery = self::recipient($request)->delivery;
        $name = DeliveredName::slug($delivery->name).'.xxh128';

        return response(
            ChecksumList::of([
                ...$delivery->current()->pluck('hash', 'name')->all(),
                ...$delivery->zips()->pluck('hash', 'name')->all(),
            ]),
            200,
            [
                'Content-Type' => 'text/plain; charset=UTF-8',
                'Content-Disposition' => "attachment; filename=\"{$name}\"",
            ],
        );
    }

    /** nginx sends the file, and answers range requests (RFC 9110) so that a broken fetch goes on where it stopped. */
    private function send(Request $request, Receipts $receipts, DeliveryZip|DeliveryFile $thing, string $type): Response
    {
        $recipient = self::recipient($request);
        $receipt = $request->isMethod('HEAD') ? null : $receipts->begin($recipient, $thing, $request);
        if ($receipt === null && ! $request->isMethod('HEAD')) {
            $times = Str::plural('time', (int) $recipient->delivery->most_fetches, prependCount: true);
            $why = "“{$thing->name}” was fetched {$times}, as often as the studio allows.";

            return $this->refuse($request, 429, 'Fetched as often as it may be', $why);
        }
        $headers = $receipt === null ? [] : [Receipts::HEADER => (string) $receipt->id];

        return response('', 200, [
            ...self::headers($recipient->delivery, $thing),
            'Content-Type' => $type,
            ...$headers,
        ]);
    }

    /** @return array<string, string> */
    private static function headers(Delivery $delivery, DeliveryZip|DeliveryFile $thing): array
    {
        $name = basename($thing->name);
        $plain = (string) preg_replace('/[^A-Za-z0-9._ -]+/', '_', $name);
        $stored = implode('/', array_map(rawurlencode(...), explode('/', $thing->stored)));

        return [
            'X-Accel-Redirect' => "/hidden/deliveries/{$delivery->uuid}/{$stored}",
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name, $plain),
        ];
    }

    private function refuse(Request $request, int $status, string $title, string $words): Response
    {
        $recipient = self::recipient($request);

        return response()->view(
            'deliver.refused',
            [
                'delivery' => $recipient->delivery,
                'studio' => $recipient->delivery->shoot->studio,
                'token' => $recipient->token,
                'title' => $title,
                'words' => $words,
            ],
            $status,
        );
    }

    private static function recipient(Request $request): Recipient
    {
        $recipient = $request->attributes->get('recipient');
        assert($recipient instanceof Recipient);

        return $recipient;
    }
}

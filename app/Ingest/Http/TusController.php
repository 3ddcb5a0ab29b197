<?php

declare(strict_types=1);

namespace App\Ingest\Http;

use App\Ingest\Upload\Arrival;
use App\Ingest\Upload\Receiving;
use App\Ingest\Upload\UnusableUpload;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/**
 * Files from a browser by tus 1.0.0 (https://tus.io/protocols/resumable-upload): the core protocol with the
 * extensions creation, checksum and termination.
 */
final class TusController
{
    private const VERSION = '1.0.0';

    private const TYPE = 'application/offset+octet-stream';

    public function options(): Response
    {
        return $this->answer(204, [
            'Tus-Version' => self::VERSION,
            'Tus-Extension' => 'creation,checksum,termination',
            'Tus-Checksum-Algorithm' => implode(',', array_keys(Receiving::CHECKSUMS)),
        ]);
    }

    /** A file of the announced listing is about to be sent. */
    public function create(Request $request, Receiving $receiving): Response
    {
        return $this->said(function () use ($request, $receiving): Response {
            $this->speak($request);
            $arrival = self::announced($request);
            // An empty file is here as soon as it is announced.
            if ($arrival->size === 0 && $arrival->arrived_at === null) {
                touch($arrival->part());
                $receiving->finish($arrival);
            }

            return $this->answer(201, [
                'Location' => rtrim($request->getPathInfo(), '/').'/'.$arrival->uuid,
                'Upload-Offset' => (string) $arrival->offset(),
            ]);
        });
    }

    /** @throws UnusableUpload */
    private static function announced(Request $request): Arrival
    {
        $facts = self::metadata((string) $request->headers->get('Upload-Metadata'));
        $arrival =
            Arrival::query()
                ->where(['owner' => self::owner($request), 'path_hash' => hash('xxh128', $facts['path'] ?? '')])
                ->first() ?? throw UnusableUpload::isUnknown();
        if ($request->headers->get('Upload-Length') !== (string) $arrival->size) {
            throw UnusableUpload::wrongLength();
        }
        if (preg_match('/^[0-9a-f]{32}$/', $facts['hash'] ?? '') === 1) {
            $arrival->update(['hash' => $facts['hash']]);
        }

        return $arrival;
    }

    public function offset(Request $request): Response
    {
        return $this->said(function () use ($request): Response {
            $this->speak($request);
            $arrival = $this->arrival($request);

            return $this->answer(200, [
                'Upload-Offset' => (string) $arrival->offset(),
                'Upload-Length' => (string) $arrival->size,
                'Cache-Control' => 'no-store',
            ]);
        });
    }

    public function append(Request $request, Receiving $receiving): Response
    {
        return $this->said(function () use ($request, $receiving): Response {
            $this->speak($request);
            if ($request->headers->get('Content-Type') !== self::TYPE) {
                throw UnusableUpload::wrongType();
            }
            $offset = (string) $request->headers->get('Upload-Offset');
            if (! ctype_digit($offset)) {
                throw UnusableUpload::wrongLength();
            }

            return $this->answer(204, [
                'Upload-Offset' => (string) $receiving->append(
                    $this->arrival($request),
                    (int) $offset,
                    $request->getContent(true),
                    (string) $request->headers->get('Upload-Checksum'),
                ),
            ]);
        });
    }

    /** Gives up a file that is not wholly here. */
    public function remove(Request $request): Response
    {
        return $this->said(function () use ($request): Response {
            $this->speak($request);
            @unlink($this->arrival($request)->part());

            return $this->answer(204);
        });
    }

    /** @param  callable(): Response  $do */
    private function said(callable $do): Response
    {
        try {
            return $do();
        } catch (UnusableUpload $reason) {
            return $this->answer($reason->status, ['Tus-Version' => self::VERSION], $reason->getMessage());
        }
    }

    /** @param  array<string, string>  $headers */
    private function answer(int $status, array $headers = [], string $text = ''): Response
    {
        return response($text, $status, [
            'Tus-Resumable' => self::VERSION,
            'Content-Type' => 'text/plain; charset=utf-8',
            ...$headers,
        ]);
    }

    private function speak(Request $request): void
    {
        if ($request->headers->get('Tus-Resumable') !== self::VERSION) {
            throw UnusableUpload::wrongVersion();
        }
    }

    /** For whom the files are, as the middleware that let the request in determined. */
    private static function owner(Request $request): string
    {
        $owner = $request->attributes->get('owner');
        assert(is_string($owner));

        return $owner;
    }

    private function arrival(Request $request): Arrival
    {
        return Arrival::query()
            ->where(['owner' => self::owner($request), 'uuid' => $request->route()?->parameter('file')])
            ->first() ?? throw UnusableUpload::isUnknown();
    }

    /** @return array<string, string> the pairs of Upload-Metadata: names and base64 values, divided by commas */
    private static function metadata(string $header): array
    {
        $facts = [];
        foreach (explode(',', $header) as $pair) {
            [$name, $value] = explode(' ', trim($pair).' ', 2);
            $facts[$name] = (string) base64_decode(trim($value), true);
        }

        return $facts;
    }
}

<?php

declare(strict_types=1);

namespace App\Deliver;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Kanpai\Core\Deliver\Package\ByteRange;
use Kanpai\Core\Deliver\Package\Fetches;

/**
 * Notes who fetches what. nginx sends the files, and says in a log of its own how much of each it sent; the lines of
 * the log are read into the receipts. Reading a line twice changes nothing.
 *
 * @phpstan-type Thing DeliveryZip|DeliveryFile
 */
final class Receipts
{
    /** The header by which nginx knows which receipt a file is sent for. */
    public const HEADER = 'X-Kanpai-Receipt';

    /** Bytes read at a time. */
    private const PIECE = 1 << 20;

    /** Bytes of the log after which a new one is begun. */
    private const LARGEST = 1 << 22;

    public function opened(Recipient $recipient, Request $request): void
    {
        $recipient
            ->receipts()
            ->create([
                'delivery_id' => $recipient->delivery_id,
                'kind' => 'opened',
                'agent' => self::agent($request),
                'at' => now(),
            ]);
    }

    /** Null where it was fetched as often as it may be. */
    public function begin(Recipient $recipient, DeliveryZip|DeliveryFile $thing, Request $request): ?Receipt
    {
        $this->collect();
        $column = self::column($thing);
        $before = $this->fetches($recipient->receipts()->where($column, $thing->id)->get(), $thing->bytes);
        if (! $before->mayBegin($recipient->delivery->most_fetches)) {
            return null;
        }

        return $recipient->receipts()->create([
            'delivery_id' => $recipient->delivery_id,
            'kind' => 'fetched',
            $column => $thing->id,
            'what' => $thing->name,
            'size' => $thing->bytes,
            'from_byte' => ByteRange::first((string) $request->headers->get('Range'), $thing->bytes),
            'agent' => self::agent($request),
            'at' => now(),
        ]);
    }

    /**
     * What somebody has of each file: how much of it arrived, and how often the whole.
     *
     * @param  Collection<int, Receipt>  $receipts  of one recipient, in order
     * @return list<array{what: string, size: int, arrived: int, times: int, begun: int, isAllThere: bool,
     *     last: Receipt}>
     */
    public function summed(Collection $receipts): array
    {
        return array_values(
            $receipts
                ->where('kind', 'fetched')
                ->groupBy(
                    fn (Receipt $receipt): string => $receipt->zip_id !== null
                        ? "zip {$receipt->zip_id}"
                        : "file {$receipt->file_id} {$receipt->what}",
                )
                ->map(function ($some): array {
                    $last = $some->last();
                    assert($last instanceof Receipt);
                    $fetches = $this->fetches($some, $last->size);

                    return [
                        'what' => $last->what,
                        'size' => $last->size,
                        'arrived' => $fetches->arrived(),
                        'times' => $fetches->times(),
                        'begun' => $some->count(),
                        'isAllThere' => $fetches->isAllThere(),
                        'last' => $last,
                    ];
                })
                ->all(),
        );
    }

    /** Takes over what nginx has sent since. */
    public function collect(): void
    {
        $log = (string) config('kanpai.fetch_log');
        self::read("{$log}.old", $this->take(...));
        self::read($log, $this->take(...));
    }

    /**
     * Begins a new log where the old one has grown large, and deletes the one before. It may be killed at any line:
     * what is read twice changes nothing.
     */
    public function rotate(int $largest = self::LARGEST): void
    {
        $log = (string) config('kanpai.fetch_log');
        clearstatcache();
        if (! is_file($log) || filesize($log) < $largest) {
            return;
        }
        $this->collect();
        @unlink("{$log}.old.read");
        rename($log, "{$log}.old");
        @rename("{$log}.read", "{$log}.old.read");
        $nginx = (int) @file_get_contents((string) config('kanpai.nginx_pid'));
        if ($nginx > 1) {
            // nginx opens its logs anew; until then its lines go to the old one.
            posix_kill($nginx, SIGUSR1);
        }
    }

    /** @param  callable(string): void  $take */
    private static function read(string $log, callable $take): void
    {
        $mark = "{$log}.read";
        $file = @fopen($log, 'rb');
        if ($file === false) {
            return;
        }
        clearstatcache(true, $log);
        $at = (int) @file_get_contents($mark);
        // A shorter log is a new one.
        $at = $at > (int) filesize($log) ? 0 : $at;
        fseek($file, $at);
        $rest = '';
        while (($bytes = (string) fread($file, self::PIECE)) !== '') {
            $lines = explode("\n", $rest.$bytes);
            // The last line may be just being written.
            $rest = (string) array_pop($lines);
            array_map($take, $lines);
            $at += strlen($bytes);
        }
        fclose($file);
        @file_put_contents($mark, (string) ($at - strlen($rest)));
    }

    private function take(string $line): void
    {
        if (
            preg_match(
                '/^(?<receipt>\d+) (?<sent>\d+) (?<status>\d{3}) (?<completion>\S*) (?<ended>\d+)(?:\.\d+)?$/',
                $line,
                $facts,
            ) !== 1
        ) {
            return;
        }
        $isSent = in_array($facts['status'], ['200', '206'], true);
        Receipt::query()
            ->whereKey((int) $facts['receipt'])
            ->whereNull('ended_at')
            ->update([
                'sent_bytes' => $isSent ? (int) $facts['sent'] : 0,
                'is_whole' => $isSent && $facts['completion'] === 'OK',
                'ended_at' => Carbon::createFromTimestamp((int) $facts['ended']),
                // The whole was sent although a part was asked for: the file is another one than the taker began with.
                ...$facts['status'] === '200' ? ['from_byte' => 0] : [],
            ]);
    }

    /** @param  iterable<Receipt>  $receipts */
    private function fetches(iterable $receipts, int $size): Fetches
    {
        $fetches = [];
        foreach ($receipts as $receipt) {
            $fetches[] = [
                'from' => $receipt->from_byte,
                'sent' => $receipt->sent_bytes,
                'isWhole' => $receipt->is_whole,
            ];
        }

        return Fetches::of($size, $fetches);
    }

    private static function column(DeliveryZip|DeliveryFile $thing): string
    {
        return $thing instanceof DeliveryZip ? 'zip_id' : 'file_id';
    }

    private static function agent(Request $request): string
    {
        return mb_substr(mb_scrub((string) $request->userAgent()), 0, 255);
    }
}

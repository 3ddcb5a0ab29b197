<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use PHPUnit\Framework\TestCase;

/**
 * Hostile cards go the whole way through nginx, php-fpm and the workers: each file is read, copied, verified, and
 * shown.
 */
final class FilesTest extends TestCase
{
    private const SECONDS = 60;

    private string $slot;

    protected function setUp(): void
    {
        $this->slot = dirname(__DIR__, 3).'/storage/instances/test/slots/hostile-'.bin2hex(random_bytes(3));
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->slot));
    }

    public function test_every_file_of_a_hostile_card_is_read_copied_and_verified(): void
    {
        $instance = dirname(__DIR__, 3).'/storage/instances/test';
        $files = (new HostileCard($this->slot))->make((glob("{$instance}/rack/ivo/DCIM/*/*.JPG") ?: [])[0]);
        $studio = GuardedStudio::make('Hostile Quay');
        $owner = $studio->owner();
        $shoot = $studio->shoot($owner, 'Hostile card');
        $slot = $this->slotOf($owner, $shoot);
        $read = $owner->post("/shoots/{$shoot}/cards", ['slot' => $slot]);
        self::assertSame(302, $read['status'], $read['body']);
        self::assertSame(1, preg_match('~/cards/(\d+)~', $read['headers'], $m), $read['headers']);
        $card = (int) $m[1];
        $page = $this->until(
            fn (): ?string => str_contains($body = $owner->get("/shoots/{$shoot}/ingest")['body'], 'data-state="read"')
                ? $body
                : null,
            'it is not read',
        );
        self::assertStringContainsString("in {$files} files", $page);
        self::assertStringContainsString('PIPE0001.JPG', $page, 'what is left out is named');
        self::assertStringNotContainsString('SQLSTATE', $page);
        self::assertStringNotContainsString($instance, $page, 'no path of the server');

        $owner->post("/cards/{$card}/copy", ['shooter' => 'Sam Reed']);
        $page = $this->until(
            fn (): ?string => str_contains($body = $owner->get("/shoots/{$shoot}/ingest")['body'], 'data-state="safe"')
                ? $body
                : null,
            'it does not become safe',
        );
        self::assertStringContainsString('Safe to format: all '.$files.' files', $page);
        $list = $owner->get("/cards/{$card}/checksums")['body'];
        self::assertSame($files, substr_count($list, "\n"));
        foreach (['work', 'backup'] as $place) {
            $process = proc_open(
                ['xxhsum', '-H2', '-c', '--quiet', '-'],
                [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']],
                $pipes,
                "{$instance}/places/{$place}",
            );
            self::assertNotFalse($process);
            fwrite($pipes[0], $list);
            fclose($pipes[0]);
            $said = stream_get_contents($pipes[1]).stream_get_contents($pipes[2]);
            self::assertSame(0, proc_close($process), $said);
        }
        $this->until(
            fn (): ?bool => str_contains($owner->get("/shoots/{$shoot}/ingest")['body'], 'Previews of card')
                ? null
                : true,
            'the previews do not end',
        );
        foreach (
            [
                'ingest',
                'ingest/where',
                'clocks',
                'captions',
                'cull',
                'cull/frames',
                'cull/list',
                'proof',
                'deliver',
                'outputs',
                'archive',
            ] as $page
        ) {
            $answer = $owner->get("/shoots/{$shoot}/{$page}");
            self::assertSame(200, $answer['status'], $page);
            self::assertStringNotContainsString('SQLSTATE', $answer['body'], $page);
        }
        self::assertSame(200, $owner->get("/cards/{$card}/report")['status']);
        self::assertSame(200, $owner->get("/cards/{$card}/frames")['status']);
        foreach (json_decode($owner->get("/shoots/{$shoot}/cull/frames")['body'], true)['frames'] as $frame) {
            self::assertContains($owner->get("/shoots/{$shoot}/cull/frames/{$frame[0]}/whole")['status'], [200, 404]);
        }
    }

    private function slotOf(Visitor $owner, int $shoot): string
    {
        preg_match(
            '~name="slot" value="(\d+/'.preg_quote(basename($this->slot), '~').')"~',
            $owner->get("/shoots/{$shoot}/ingest")['body'],
            $m,
        );

        return $m[1] ?? self::fail('the slot is not on the page');
    }

    /**
     * @template T
     *
     * @param  callable(): (T|null)  $look
     * @return T
     */
    private function until(callable $look, string $problem): mixed
    {
        $end = microtime(true) + self::SECONDS;
        while (microtime(true) < $end) {
            $found = $look();
            if ($found !== null) {
                return $found;
            }
            usleep(200_000);
        }
        self::fail($problem);
    }
}

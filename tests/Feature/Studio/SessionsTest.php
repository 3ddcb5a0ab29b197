<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use Tests\Feature\FeatureTestCase;

/** Who writes a session: pages and forms, and nobody who only asks. */
final class SessionsTest extends FeatureTestCase
{
    private string $sessions;

    protected function setUp(): void
    {
        parent::setUp();
        $this->sessions = $this->folder.'/sessions';
        mkdir($this->sessions);
        config(['session.driver' => 'file', 'session.files' => $this->sessions]);
        app('session')->forgetDrivers();
        app()->forgetInstance('session.store');
        $this->actingAs($this->member);
    }

    /** @return array<string, string> file => what is in it */
    private function written(): array
    {
        $written = [];
        foreach (glob("{$this->sessions}/*") ?: [] as $file) {
            $written[basename($file)] = (string) md5_file($file);
        }

        return $written;
    }

    public function test_a_page_writes_one_and_a_script_or_a_part_of_a_page_does_not(): void
    {
        self::assertSame([], $this->written());
        $this->getJson("/shoots/{$this->shoot->id}/cull/since/0")->assertOk();
        $this->postJson("/shoots/{$this->shoot->id}/cull/fineness", ['fineness' => 50])->assertOk();
        $this->get("/shoots/{$this->shoot->id}/captions", ['HX-Request' => 'true'])->assertOk();
        self::assertSame([], $this->written(), 'a script has written a session');
        $this->get("/shoots/{$this->shoot->id}/proof")->assertOk();
        self::assertCount(1, $this->written());
    }

    public function test_a_form_that_is_refused_says_so_on_the_next_page_whatever_scripts_ask_meanwhile(): void
    {
        $address = "/shoots/{$this->shoot->id}/galleries";
        $this->post($address, ['title' => ''])->assertSessionHasErrors('title');
        $after = $this->written();
        self::assertNotSame([], $after);
        for ($n = 0; $n < 3; $n++) {
            $this->getJson("/shoots/{$this->shoot->id}/cull/since/0")->assertOk();
        }
        self::assertSame($after, $this->written());
    }
}

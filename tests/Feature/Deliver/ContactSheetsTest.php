<?php

declare(strict_types=1);

namespace Tests\Feature\Deliver;

use App\Deliver\ContactSheet\ContactSheet;
use Tests\Feature\FeatureTestCase;

/** Contact sheets, as pdfinfo, pdftotext and pdfimages (poppler-utils, Debian) read them. */
final class ContactSheetsTest extends FeatureTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->pushCard('mara-long', 7);
        $this->copyCard($this->readCard('mara-long'), 'Mara Quill');
    }

    /** @param  array<string, mixed>  $said */
    private function make(array $said, string $query = '?verdict='): ContactSheet
    {
        $this->actingAs($this->member)
            ->post("/shoots/{$this->shoot->id}/sheets{$query}", [
                'paper' => 'a4',
                'columns' => '2',
                'rows' => '2',
                ...$said,
            ])
            ->assertSessionHasNoErrors()
            ->assertRedirect();

        return ContactSheet::query()->orderByDesc('id')->firstOrFail();
    }

    public function test_pages_paper_names_captions_and_ratings_are_on_the_sheets(): void
    {
        $this->caption([
            'headline' => 'Größe am Ufer — ein langer Satz, der gewiss nicht in eine schmale Spalte passt, und noch weiter geht',
        ]);
        $this->frames()[2]->update(['rating' => 4]);
        $sheet = $this->make([
            'sheet_title' => 'Überfahrt',
            'with_names' => '1',
            'with_captions' => '1',
            'with_ratings' => '1',
        ]);
        self::assertNotNull($sheet->made_at, (string) $sheet->task()?->problem);
        $info = (string) shell_exec('pdfinfo '.escapeshellarg($sheet->path()));
        self::assertMatchesRegularExpression('/^Title:\s+Überfahrt$/m', $info);
        self::assertMatchesRegularExpression('/^Pages:\s+2$/m', $info);
        self::assertMatchesRegularExpression('/^Page size:\s+595\.\d+ x 841\.\d+ pts \(A4\)$/m', $info);
        $text = (string) shell_exec('pdftotext -layout '.escapeshellarg($sheet->path()).' -');
        foreach ($this->frames() as $frame) {
            self::assertStringContainsString($frame->name, $text);
        }
        self::assertStringContainsString('Größe am Ufer', $text);
        self::assertStringNotContainsString('noch weiter geht', $text);
        self::assertStringContainsString('…', $text);
        self::assertStringContainsString('●●●●○', $text);
        self::assertStringContainsString('Sheet 2 of 2', $text);
        self::assertSame(
            7,
            substr_count((string) shell_exec('pdfimages -list '.escapeshellarg($sheet->path())), ' jpeg '),
        );
        self::assertDirectoryDoesNotExist("{$this->folder}/sheets/{$sheet->uuid}");
        $this->get("/sheets/{$sheet->id}")
            ->assertOk()
            ->assertHeader('Content-Type', 'application/pdf')
            ->assertDownload('uberfahrt.pdf');
        $this->get("/shoots/{$this->shoot->id}/sheets")
            ->assertOk()
            ->assertSee('2 sheets');
    }

    public function test_a_sheet_sideways_with_the_watermark_and_without_words(): void
    {
        $plain = $this->make(['paper' => 'letter', 'landscape' => '1', 'columns' => '4']);
        $marked = $this->make(['paper' => 'letter', 'landscape' => '1', 'columns' => '4', 'is_marked' => '1']);
        self::assertMatchesRegularExpression(
            '/^Page size:\s+792 x 612 pts \(letter\)$/m',
            (string) shell_exec('pdfinfo '.escapeshellarg($marked->path())),
        );
        self::assertStringNotContainsString(
            $this->frames()[0]->name,
            (string) shell_exec('pdftotext '.escapeshellarg($marked->path()).' -'),
        );
        $pictures = array_map(
            function (ContactSheet $sheet): string {
                exec(
                    'pdfimages -j '.
                        escapeshellarg($sheet->path()).
                        ' '.
                        escapeshellarg("{$this->folder}/{$sheet->id}"),
                );

                return (string) hash_file('xxh128', (glob("{$this->folder}/{$sheet->id}-*.jpg") ?: [''])[0]);
            },
            [$plain, $marked],
        );
        self::assertNotSame($pictures[0], $pictures[1]);
    }

    public function test_bad_words_are_answered_and_strangers_see_nothing(): void
    {
        $this->actingAs($this->member);
        $this->post("/shoots/{$this->shoot->id}/sheets?verdict=", [
            'paper' => 'a4',
            'columns' => '0',
            'rows' => '2',
        ])->assertSessionHasErrors('columns');
        $this->post("/shoots/{$this->shoot->id}/sheets?verdict=", [
            'paper' => 'a4',
            'columns' => '2',
            'rows' => 'many',
        ])->assertSessionHasErrors('rows');
        $this->post("/shoots/{$this->shoot->id}/sheets?verdict=drop", [
            'paper' => 'a4',
            'columns' => '2',
            'rows' => '2',
        ])->assertSessionHasErrors('columns');
        $sheet = $this->make([]);
        [, $stranger] = $this->newStudio('Elsewhere', 'other@elsewhere.example');
        $this->actingAs($stranger)
            ->get("/sheets/{$sheet->id}")
            ->assertNotFound();
    }
}

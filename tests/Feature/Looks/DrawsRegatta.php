<?php

declare(strict_types=1);

namespace Tests\Feature\Looks;

use App\Cull\RegroupMoments;
use App\Frames\Frame;
use Illuminate\Support\Facades\DB;
use Kanpai\Demo\CardMaker;
use Kanpai\Demo\Regatta;

/** Cards with raw files, drawn for one test, and what is true of each of their frames. */
trait DrawsRegatta
{
    /** @var array<string, array<string, mixed>> name of the file => the truth */
    private array $truth = [];

    /**
     * Draws moments, and copies their cards.
     *
     * @param  list<string>  $moments
     * @param  list<string>  $cards  all where none are named
     */
    private function push(array $moments, int $width = 480, array $cards = []): void
    {
        // In a process of its own: it forks, which libvips does not bear once it is at work.
        $code = sprintf(
            'require %s; (new %s(%s, new %s(hasRaws: true), 0, %d, %s))->make(2, function (): void {});',
            var_export(base_path('vendor/autoload.php'), true),
            CardMaker::class,
            var_export("{$this->folder}/rack", true),
            Regatta::class,
            $width,
            var_export($moments, true),
        );
        exec('timeout 180 '.escapeshellarg(PHP_BINARY).' -d memory_limit=2G -r '.escapeshellarg($code).' 2>&1', $said, $status);
        self::assertSame(0, $status, implode("\n", $said));
        $told = json_decode((string) file_get_contents("{$this->folder}/rack/truth.json"), true, 16, JSON_THROW_ON_ERROR);
        foreach ($told['frames'] as $frame) {
            $this->truth[basename($frame['path'])] = $frame;
        }
        foreach (array_unique(array_column($told['frames'], 'card')) as $card) {
            if ($cards === [] || in_array($card, $cards, true)) {
                $this->copyCard($this->readCard($card), 'Ivo Tarn');
            }
        }
    }

    /** Sets the clocks of all bodies right, so that bodies that saw the same share its moment. */
    private function setClocksRight(): void
    {
        foreach ($this->frames() as $frame) {
            $instant = strtotime((string) $this->truthOf($frame)['instant']);
            DB::table('frames')->where('id', $frame->id)->update(['taken_ms' => 1000 * (int) $instant]);
        }
        RegroupMoments::soon($this->shoot->id);
    }

    /** @return array<string, mixed> */
    private function truthOf(Frame $frame): array
    {
        return $this->truth[$frame->camera_name === '' ? $frame->name : $frame->camera_name];
    }
}

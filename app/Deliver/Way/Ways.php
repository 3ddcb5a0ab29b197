<?php

declare(strict_types=1);

namespace App\Deliver\Way;

use App\Deliver\Handoff\ToRetoucher;
use App\Deliver\Output;
use App\Deliver\OutputWriter;
use App\Deliver\UnableToDeliver;
use App\Studio\Studio;

/** All ways of delivering there are, by their keys. */
final class Ways
{
    /** @var array<string, Way> those asked for so far */
    private array $known = [];

    public function __construct(
        private readonly FullJpegs $jpegs,
        private readonly Originals $originals,
        private readonly ToRetoucher $retoucher,
        private readonly OutputWriter $writer,
    ) {
    }

    /** @return array<string, Way> key => those that a studio can choose for people who get pictures */
    public function ofStudio(Studio $studio): array
    {
        $outputs = Output::ofStudio($studio)->get();

        return collect([$this->jpegs, $this->originals])
            ->concat($outputs->map(fn (Output $output): Way => new ByOutput($output, $this->writer)))
            ->keyBy(fn (Way $way): string => $way->key())
            ->all();
    }

    /**
     * @param  list<string>  $keys
     * @return list<Way>
     *
     * @throws UnableToDeliver
     */
    public function named(array $keys): array
    {
        return array_map(fn (string $key): Way => $this->known[$key] ??= $this->find($key), $keys);
    }

    /** @throws UnableToDeliver */
    private function find(string $key): Way
    {
        foreach ([$this->jpegs, $this->originals, $this->retoucher] as $way) {
            if ($way->key() === $key) {
                return $way;
            }
        }
        $output = Output::query()->find(ByOutput::outputOf($key) ?? 0);

        return $output === null ? throw UnableToDeliver::outputIsGone() : new ByOutput($output, $this->writer);
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/**
 * Whether a card may be formatted: only when every file on it, readable or not, is found with the card's checksum in
 * enough places, each read back from there.
 */
final readonly class CardSafety
{
    private function __construct(public int $files, public int $verified, public int $required, public int $leftOut)
    {
    }

    /**
     * @param  iterable<array{copies: int, isTicked: bool, files: int}>  $groups  of files with equally many verified
     *     copies
     * @param  positive-int  $required  places that each file must be in
     */
    public static function ofGroups(iterable $groups, int $required): self
    {
        $files = $verified = $leftOut = 0;
        foreach ($groups as $group) {
            $isVerified = $group['copies'] >= $required;
            $files += $group['files'];
            $verified += $isVerified ? $group['files'] : 0;
            $leftOut += ! $isVerified && ! $group['isTicked'] ? $group['files'] : 0;
        }

        return new self($files, $verified, $required, $leftOut);
    }

    /**
     * @param  iterable<int>  $proofs  for each file on the card the number of places with a verified copy
     * @param  positive-int  $required  places that each file must be in
     * @param  int  $leftOut  how many of the files that are not there were not to be copied
     */
    public static function of(iterable $proofs, int $required, int $leftOut = 0): self
    {
        $files = 0;
        $verified = 0;
        foreach ($proofs as $count) {
            $files++;
            $verified += $count >= $required ? 1 : 0;
        }

        return new self($files, $verified, $required, $leftOut);
    }

    public function isSafeToFormat(): bool
    {
        return $this->files > 0 && $this->verified === $this->files;
    }

    public function missing(): int
    {
        return $this->files - $this->verified;
    }

    /** Whether all that was to be copied is in enough places; what was left out is on the card alone. */
    public function isCopiedAsChosen(): bool
    {
        return $this->leftOut < $this->files && $this->missing() === $this->leftOut;
    }

    public function __toString(): string
    {
        $all = number_format($this->files);
        $copies = 'verified copies in '.($this->required === 1 ? '1 place' : "{$this->required} places");
        // What was left out is all that is missing there.
        $open = number_format($this->missing());

        return match (true) {
            $this->files === 0 => 'Nothing is known about this card: do not format.',
            $this->isSafeToFormat() => "Safe to format: all {$all} files have {$copies}.",
            $this->isCopiedAsChosen() => "Do not format: {$open} of {$all} files were left ".
                "out or have fewer verified copies. All others have {$copies}.",
            default => "Do not format: {$open} of {$all} files have no {$copies} yet.",
        };
    }
}

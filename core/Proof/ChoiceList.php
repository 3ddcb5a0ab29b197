<?php

declare(strict_types=1);

namespace Kanpai\Core\Proof;

/** A list that a guest fills, such as the forty for the album, with the numbers that were agreed. */
final readonly class ChoiceList
{
    public const LONGEST_NAME = 40;

    /**
     * @param  int|null  $least  fewer can be chosen, but not sent
     * @param  int|null  $most  more cannot be chosen
     */
    private function __construct(public string $name, public ?int $least, public ?int $most)
    {
    }

    /** @throws InvalidRights */
    public static function of(string $name, ?int $least = null, ?int $most = null): self
    {
        $name = trim((string) preg_replace('/[\p{C}\s]+/u', ' ', $name));
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw InvalidRights::name(self::LONGEST_NAME);
        }
        // A number alone is a maximum, or a slip of the pen.
        if (preg_match('/\p{L}/u', $name) !== 1) {
            throw InvalidRights::nameWithoutLetters($name);
        }
        foreach ([$least, $most] as $number) {
            if ($number !== null && ($number < 1 || $number > 60_000)) {
                throw InvalidRights::number($name);
            }
        }
        if ($least !== null && $most !== null && $least > $most) {
            throw InvalidRights::order($name, $least, $most);
        }

        return new self($name, $least, $most);
    }

    public function takes(int $count): bool
    {
        return $this->most === null || $count < $this->most;
    }

    public function isEnough(int $count): bool
    {
        return $count >= ($this->least ?? 0);
    }

    /** What is asked for: "40", "30 to 40", "at least 30", or nothing. */
    public function wanted(): string
    {
        return match (true) {
            $this->least !== null && $this->least === $this->most => (string) $this->most,
            $this->least !== null && $this->most !== null => "{$this->least} to {$this->most}",
            $this->least !== null => "at least {$this->least}",
            $this->most !== null => "up to {$this->most}",
            default => '',
        };
    }

    /** How a count compares with what is asked for, as a sentence. */
    public function progress(int $count): string
    {

        $asked = "{$this->wanted()} were asked for.";

        return match (true) {
            $this->most !== null && $count > $this->most => $this->pictures($count - $this->most)." too many: {$asked}",
            ! $this->isEnough($count) => "{$this->pictures((int) $this->least - $count)} still to choose: {$asked}",
            $this->most === null => '',
            $count < $this->most => 'Enough; '.number_format($this->most - $count).' more can be chosen.',
            $this->least === $this->most => "Exactly the {$this->most} that were asked for.",
            default => '',
        };
    }

    private function pictures(int $number): string
    {
        return number_format($number).($number === 1 ? ' picture' : ' pictures');
    }
}

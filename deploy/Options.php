<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/** Long options from the command line. */
final readonly class Options
{
    /** @param  array<string, string|true>  $values */
    private function __construct(private array $values)
    {
    }

    /**
     * @param  list<string>  $arguments
     * @param  array<string, bool>  $known  option => whether it takes a value
     */
    public static function of(array $arguments, array $known): self
    {
        $values = [];
        while (($argument = array_shift($arguments)) !== null) {
            [$name, $value] = array_pad(explode('=', substr($argument, 2), 2), 2, null);
            if (! str_starts_with($argument, '--') || ! isset($known[$name])) {
                throw new Failure(
                    "Unknown argument {$argument}. Known: --".implode(', --', array_keys($known)).'.',
                );
            }
            if ($known[$name]) {
                $value ??= array_shift($arguments) ?? throw new Failure("--{$name} needs a value.");
            }
            $values[$name] = $value ?? true;
        }

        return new self($values);
    }

    public function has(string $name): bool
    {
        return isset($this->values[$name]);
    }

    /** @throws Failure when the value is no whole number above zero */
    public function number(string $name): ?int
    {
        if (! isset($this->values[$name])) {
            return null;
        }
        $value = filter_var($this->values[$name], FILTER_VALIDATE_INT, [
            'options' => ['min_range' => 1, 'max_range' => 1_000_000],
        ]);

        return $value === false ? throw new Failure("--{$name} must be a whole number above zero.") : $value;
    }
}

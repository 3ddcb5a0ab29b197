<?php

declare(strict_types=1);

namespace App\Proof\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Proof\Download;
use Kanpai\Core\Proof\InvalidRights;
use Kanpai\Core\Proof\Rights;
use Kanpai\Core\Studio\People;
use Kanpai\Core\Studio\SharePassword;
use Kanpai\Core\Studio\UnreadablePeople;

/**
 * A share as a form says it: what may be done, until when, by whom.
 *
 * @phpstan-require-extends FormRequest
 */
trait SaysShare
{
    /** @return array<string, list<mixed>> */
    private function shareRules(): array
    {
        return [
            'share' => ['nullable', 'string', 'max:80'],
            'lists' => ['nullable', 'string', 'max:2000'],
            'wanted' => ['nullable', 'integer', 'min:1', 'max:60000'],
            'download' => ['nullable', Rule::enum(Download::class)],
            'password' => ['nullable', 'string', 'min:'.SharePassword::LEAST, 'max:100'],
            'ends_on' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:today'],
            'people' => ['nullable', 'string', 'max:40000'],
            'message' => ['nullable', 'string', 'max:4000'],
            'guest_email' => ['nullable', 'email', 'max:255'],
        ];
    }

    /** @return array<string, string> */
    private function shareMessages(): array
    {
        return [
            'password.min' => 'A password needs at least 8 characters, or none at all. “Suggest one” makes one '.
                'that is easy to say.',
            'guest_email.email' => 'This is no mail address.',
            'ends_on.after_or_equal' => 'The last day has passed already.',
            'ends_on.date_format' => 'This is no day; write it as 2026-09-30.',
            'wanted.*' => 'Say how many as a whole number from 1, or leave it empty.',
        ];
    }

    /** @throws ValidationException */
    public function rights(): Rights
    {
        try {
            $lists = $this->isOn('chooses', true)
                ? Rights::lists(
                    $this->filled('lists')
                        ? $this->string('lists')->toString()
                        : Rights::LIST.' '.$this->string('wanted'),
                )
                : [];

            return Rights::of(
                $lists,
                $this->isOn('rates'),
                $this->isOn('comments', true),
                $this->isOn('draws'),
                $this->isOn('captions'),
                Download::tryFrom($this->string('download')->toString()) ?? Download::Nothing,
            );
        } catch (InvalidRights $reason) {
            throw ValidationException::withMessages(['lists' => $reason->getMessage()]);
        }
    }

    /** @return array{name: string, password: string|null, is_named: bool, ends_on: string|null} */
    public function facts(): array
    {
        $people = $this->people();

        return [
            'name' => $this->filled('share')
                ? $this->string('share')->toString()
                : ($this->boolean('is_named') && $people !== []
                    ? implode(
                        ', ',
                        array_slice(
                            array_map(fn (array $person): string => $person['name'] ?: $person['email'], $people),
                            0,
                            2,
                        ),
                    )
                    : 'Everybody with the link'),
            'password' => $this->filled('password') ? $this->string('password')->toString() : null,
            'is_named' => $this->boolean('is_named'),
            'ends_on' => $this->filled('ends_on') ? $this->string('ends_on')->toString() : null,
        ];
    }

    /**
     * Who is invited.
     *
     * @return list<array{name: string, email: string}>
     *
     * @throws ValidationException
     */
    public function people(): array
    {
        try {
            $people = [
                ...$this->filled('guest_email')
                    ? [['name' => '', 'email' => $this->string('guest_email')->toString()]]
                    : [],
                ...People::read($this->string('people')->toString()),
            ];
        } catch (UnreadablePeople $reason) {
            throw ValidationException::withMessages(['people' => $reason->getMessage()]);
        }
        if ($this->boolean('is_named') && $people === []) {
            throw ValidationException::withMessages(['people' => 'Say who is invited: nobody else comes in.']);
        }

        return $people;
    }

    /** A box that was not on the form at all is as it usually is. */
    private function isOn(string $name, bool $usual = false): bool
    {
        return $this->has($name) ? $this->boolean($name) : $usual;
    }
}

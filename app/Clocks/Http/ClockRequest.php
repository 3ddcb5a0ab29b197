<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use App\Ingest\Card;
use App\Studio\Shoot;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Clocks\Clock;
use Kanpai\Core\Clocks\InvalidClock;
use Kanpai\Core\Clocks\InvalidTime;
use Kanpai\Core\Clocks\Offset;
use Kanpai\Core\Clocks\ScopedClock;
use Kanpai\Core\Clocks\TypedTime;
use Kanpai\Core\Studio\InvalidZone;
use Kanpai\Core\Studio\Zone;

/** An offset in days, hours, minutes and seconds, a drift, a zone, and what the clock is limited to. */
final class ClockRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'direction' => ['required', 'in:later,earlier'],
            'days' => ['nullable', 'integer', 'min:0', 'max:36500'],
            'hours' => ['nullable', 'integer', 'min:0', 'max:10000'],
            'minutes' => ['nullable', 'integer', 'min:0', 'max:100000'],
            'seconds' => ['nullable', 'numeric', 'min:0', 'max:1000000'],
            'drift' => ['nullable', 'numeric', 'between:-'.Clock::MOST_DRIFT.','.Clock::MOST_DRIFT],
            'right_at' => ['nullable', 'string', 'max:40'],
            'zone' => ['nullable', 'string', 'max:64'],
            'card' => ['nullable', 'integer'],
            'from' => ['nullable', 'string', 'max:40'],
            'to' => ['nullable', 'string', 'max:40'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'direction.*' => 'Say whether its time is to be later or earlier.',
            'days.*' => 'Days must be a whole number from 0.',
            'hours.*' => 'Hours must be a whole number from 0.',
            'minutes.*' => 'Minutes must be a whole number from 0.',
            'seconds.*' => 'Seconds must be a number from 0, such as 17.1.',
            'drift.*' => 'The drift is the number of seconds that the clock gains in a day, such as 2 or -1.5. '.
                'More than '.
                (int) Clock::MOST_DRIFT.
                ' is no clock.',
        ];
    }

    /** @throws ValidationException at the field that cannot be used */
    public function clock(): ScopedClock
    {
        $this->validated();
        $drift = $this->float('drift');
        $rightAt = $drift === 0.0 ? null : $this->rightAt();
        $clock = $this->at(
            'seconds',
            fn (): Clock => Clock::of($this->offset(), $drift, $rightAt, $this->zone()),
        );
        $card = $this->card();

        return $this->at(
            'to',
            fn (): ScopedClock => ScopedClock::within($clock, $card, $this->reading('from'), $this->reading('to')),
        );
    }

    private function offset(): Offset
    {
        return Offset::of(
            $this->string('direction')->toString() === 'earlier',
            $this->integer('days'),
            $this->integer('hours'),
            $this->integer('minutes'),
            $this->float('seconds'),
        );
    }

    /** @throws ValidationException */
    private function rightAt(): int
    {
        return $this->reading('right_at') ??
            throw ValidationException::withMessages([
                'right_at' => 'Say when the clock was right, as 2026-09-05 06:00:00: the drift counts from there.',
            ]);
    }

    /** @throws ValidationException */
    private function card(): ?int
    {
        $card = $this->filled('card') ? $this->integer('card') : null;
        if ($card !== null && ! Card::query()->where('shoot_id', $this->shoot()->id)->whereKey($card)->exists()) {
            throw ValidationException::withMessages(['card' => 'This card does not belong to the shoot.']);
        }

        return $card;
    }

    private function zone(): ?Zone
    {
        $name = trim((string) $this->string('zone'));

        return $name === '' ? null : $this->at('zone', fn (): Zone => Zone::of($name));
    }

    /** A local reading, as CameraTime counts them. */
    private function reading(string $field): ?int
    {
        $text = trim((string) $this->string($field));
        try {
            return $text === ''
                ? null
                : TypedTime::reading($text, $this->shoot()->held_on->getTimestamp() * 1000)->milliseconds;
        } catch (InvalidTime $reason) {
            throw ValidationException::withMessages([$field => $reason->getMessage()]);
        }
    }

    /**
     * @template T
     *
     * @param  callable(): T  $make
     * @return T
     */
    private function at(string $field, callable $make): mixed
    {
        try {
            return $make();
        } catch (InvalidClock|InvalidZone $reason) {
            throw ValidationException::withMessages([$field => $reason->getMessage()]);
        }
    }

    private function shoot(): Shoot
    {
        $shoot = $this->route('shoot');
        assert($shoot instanceof Shoot);

        return $shoot;
    }
}

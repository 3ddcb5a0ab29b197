<?php

declare(strict_types=1);

namespace App\Clocks\Http;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Card\CameraTime;
use Kanpai\Core\Clock\Clock;
use Kanpai\Core\Clock\InvalidClock;
use Kanpai\Core\Clock\Offset;

/** An offset in days, hours, minutes and seconds, a drift, and the local time at which the clock was right. */
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
            'drift' => ['nullable', 'numeric', 'between:-3600,3600'],
            'right_at' => ['nullable', 'string', 'max:40'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'days.*' => 'Days must be a whole number from 0.',
            'hours.*' => 'Hours must be a whole number from 0.',
            'minutes.*' => 'Minutes must be a whole number from 0.',
            'seconds.*' => 'Seconds must be a number from 0, such as 17.1.',
            'drift.*' => 'The drift is the number of seconds that the clock gains in a day, such as 2 or -1.5.',
        ];
    }

    /** @throws ValidationException */
    public function clock(): Clock
    {
        $this->validated();
        $drift = $this->float('drift');
        $rightAt = null;
        if ($drift !== 0.0) {
            $right = CameraTime::fromExif(str_replace('T', ' ', trim((string) $this->string('right_at'))));
            if ($right === null) {
                throw ValidationException::withMessages(['right_at' => 'Say when the clock was right, as 2026-09-05 06:00:00: the drift counts from there.']);
            }
            $rightAt = $right->milliseconds;
        }
        try {
            $offset = Offset::of($this->string('direction')->toString() === 'earlier', $this->integer('days'), $this->integer('hours'), $this->integer('minutes'), $this->float('seconds'));

            return Clock::of($offset, $drift, $rightAt);
        } catch (InvalidClock $reason) {
            throw ValidationException::withMessages(['seconds' => $reason->getMessage()]);
        }
    }
}

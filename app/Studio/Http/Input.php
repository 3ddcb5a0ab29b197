<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\Shoot;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;

/**
 * What a form sends. Its messages are in lang/<language>/<room>.php, under the name of the form: `UseInput` of
 * culling
 * finds them as `cull.use`.
 */
abstract class Input extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, mixed> */
    abstract public function rules(): array;

    /** The shoot in the address. */
    protected function shoot(): Shoot
    {
        $shoot = $this->route('shoot');

        return $shoot instanceof Shoot ? $shoot : abort(404);
    }

    /** Whether whoever asks may change what holds for the whole studio. */
    protected function mayChangeStudio(): bool
    {
        return Gate::allows('update', Member::current()->studio);
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        $room = Str::lower(explode('\\', static::class)[1]);
        $messages = trans($room.'.'.Str::snake(Str::beforeLast(class_basename(static::class), 'Input')));

        return is_array($messages) ? $messages : [];
    }
}

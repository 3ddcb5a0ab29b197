<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Out\Destination;
use App\Deliver\Out\DestinationKind;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** A destination as a form says it. */
final class DestinationRequest extends FormRequest
{
    /** What a form does not show again. */
    private const SECRET = ['password', 'key'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'to_name' => ['required', 'string', 'max:80'],
            'kind' => ['required', Rule::enum(DestinationKind::class)],
            'host' => ['required_if:kind,sftp', 'nullable', 'string', 'max:255'],
            'port' => ['nullable', 'integer', 'between:1,65535'],
            'user' => ['required_if:kind,sftp,s3', 'nullable', 'string', 'max:255'],
            'password' => ['nullable', 'string', 'max:255'],
            'key' => ['nullable', 'string', 'max:20000'],
            'fingerprint' => ['nullable', 'string', 'max:255'],
            'bucket' => ['required_if:kind,s3', 'nullable', 'string', 'max:63', 'regex:/^[a-z0-9][a-z0-9.-]+$/'],
            'region' => ['nullable', 'string', 'max:63'],
            'in_folder' => ['nullable', 'string', 'max:255', 'not_regex:~(^|/)\.\.(/|$)~'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['to_name.required' => 'Give the destination a name.', 'host.required_if' => 'Say which host it is.', 'user.required_if' => 'Say who signs in there: a user, or an access key.', 'bucket.required_if' => 'Say which bucket.', 'bucket.regex' => 'A bucket has small letters, digits, dots and hyphens.', 'port.*' => 'A port is a number from 1 to 65,535.', 'in_folder.not_regex' => 'The folder may not lead upwards.'];
    }

    /** @return array{name: string, kind: DestinationKind, settings: array<string, string>} */
    public function facts(?Destination $before): array
    {
        $settings = [];
        foreach (['host', 'port', 'user', 'password', 'key', 'fingerprint', 'bucket', 'region'] as $name) {
            $settings[$name] = ! $this->filled($name) && in_array($name, self::SECRET, true) ? (string) $before?->setting($name) : $this->string($name)->toString();
        }

        return ['name' => $this->string('to_name')->toString(), 'kind' => DestinationKind::from($this->string('kind')->toString()), 'settings' => [...$settings, 'folder' => $this->string('in_folder')->toString()]];
    }
}

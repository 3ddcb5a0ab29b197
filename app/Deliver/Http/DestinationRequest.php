<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\Out\Destination;
use App\Deliver\Out\DestinationKind;
use App\Deliver\Out\OpenHosts;
use App\Studio\Member;
use Closure;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** A destination as a form says it. */
final class DestinationRequest extends FormRequest
{
    private const OTHER_HOST = 'Host, port or user is another one: type the password or key for it anew. The old one '.
        'stays with the old host.';

    /** What a form does not show again. */
    private const SECRET = ['password', 'key'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'to_name' => ['required', 'string', 'max:80'],
            'kind' => ['required', Rule::enum(DestinationKind::class)],
            'host' => ['required_if:kind,sftp', 'nullable', 'string', 'max:255', $this->mayBeAsked(...)],
            'port' => ['nullable', 'integer', 'between:1,65535'],
            'user' => ['required_if:kind,sftp,s3', 'nullable', 'string', 'max:255'],
            'password' => ['nullable', 'string', 'max:255'],
            'key' => ['nullable', 'string', 'max:20000'],
            'fingerprint' => [
                'required_if:kind,sftp',
                'nullable',
                'string',
                'regex:~^(SHA256:[A-Za-z0-9+/]{43}=?|(MD5:)?([0-9a-f]{2}:){15}[0-9a-f]{2})$~i',
            ],
            'bucket' => ['required_if:kind,s3', 'nullable', 'string', 'max:63', 'regex:/^[a-z0-9][a-z0-9.-]+$/'],
            'region' => ['nullable', 'string', 'max:63'],
            'in_folder' => ['nullable', 'string', 'max:255', 'not_regex:~(^|/)\.\.(/|$)~'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'to_name.required' => 'Give the destination a name.',
            'host.required_if' => 'Say which host it is.',
            'user.required_if' => 'Say who signs in there: a user, or an access key.',
            'bucket.required_if' => 'Say which bucket.',
            'bucket.regex' => 'A bucket has small letters, digits, dots and hyphens.',
            'port.*' => 'A port is a number from 1 to 65,535.',
            'fingerprint.required_if' => 'Without the fingerprint of its key nobody knows whether it is this '.
                'host. Whoever runs it can say it, '.
                'as ssh-keygen -l prints it: SHA256 and 43 characters.',
            'fingerprint.regex' => 'A fingerprint is SHA256: and 43 characters, as ssh-keygen -l prints it, or '.
                '16 pairs of digits and '.
                'letters.',
            'in_folder.not_regex' => 'The folder may not lead upwards.',
        ];
    }

    /** Whoever signs in with these secrets; another one gets none that was typed for the first. */
    private const REACHED_BY = ['host', 'port', 'user'];

    public function authorize(): bool
    {
        return Gate::allows('update', Member::current()->studio);
    }

    private function mayBeAsked(string $field, mixed $value, Closure $fail): void
    {
        $problem = is_string($value) && $value !== '' ? OpenHosts::problem($value) : null;
        if ($problem !== null) {
            $fail($problem);
        }
    }

    /** Secrets that were typed for one host and user never go to another. */
    private function isReachedOtherwise(Destination $before): bool
    {
        foreach (self::REACHED_BY as $name) {
            if ($this->string($name)->toString() !== $before->setting($name)) {
                return true;
            }
        }

        return $this->string('kind')->toString() !== $before->kind->value;
    }

    /**
     * @return array{name: string, kind: DestinationKind, settings: array<string, string>}
     *
     * @throws ValidationException when the secret has to be typed anew
     */
    public function facts(?Destination $before): array
    {
        $hadSecret = $before !== null && ($before->setting('password') !== '' || $before->setting('key') !== '');
        $isElsewhere = $hadSecret && $this->isReachedOtherwise($before);
        if ($isElsewhere && ! $this->filled('password') && ! $this->filled('key')) {
            throw ValidationException::withMessages(['password' => self::OTHER_HOST]);
        }

        return [
            'name' => $this->string('to_name')->toString(),
            'kind' => DestinationKind::from($this->string('kind')->toString()),
            'settings' => $this->settings($isElsewhere ? null : $before),
        ];
    }

    /** @return array<string, string> */
    private function settings(?Destination $before): array
    {
        $settings = ['folder' => $this->string('in_folder')->toString()];
        foreach (['host', 'port', 'user', 'password', 'key', 'fingerprint', 'bucket', 'region'] as $name) {
            $isKept = ! $this->filled($name) && in_array($name, self::SECRET, true);
            $settings[$name] = $isKept ? (string) $before?->setting($name) : $this->string($name)->toString();
        }

        return $settings;
    }
}

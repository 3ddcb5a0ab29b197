<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Frames\FrameSet;
use App\Studio\Shoot;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Filter\FilterText;
use Kanpai\Core\Frames\Filter\InvalidFilter;
use Kanpai\Core\Proof\Sectioning;
use Kanpai\Core\Proof\WatermarkPlace;

/** A gallery as a form says it, with its first share. */
final class PublishRequest extends FormRequest
{
    use SaysShare;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...$this->shareRules(),
            'title' => ['required', 'string', 'max:120'],
            'message' => ['nullable', 'string', 'max:4000'],
            'watermark' => ['nullable', 'string', 'max:80'],
            'watermark_kind' => ['nullable', 'in:words,logo,none'],
            'watermark_place' => ['nullable', Rule::enum(WatermarkPlace::class)],
            'watermark_size' => ['nullable', 'numeric', 'between:1,100'],
            'watermark_opacity' => ['nullable', 'numeric', 'between:5,100'],
            'sectioning' => ['nullable', Rule::enum(Sectioning::class)],
            'live' => ['nullable', 'string', 'max:500'],
            'everywhere' => ['nullable', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...$this->shareMessages(),
            'title.required' => 'Give the gallery a title; the guest sees it first.',
            'watermark_size.between' => 'The size is the width of the watermark in per cent of the picture’s: 1 '.
                'to 100.',
            'watermark_opacity.between' => 'How strong it shows is 5 to 100 per cent.',
        ];
    }

    /**
     * @return array{title: string, message: string, watermark: array<string, mixed>|null, sectioning: string,
     *     metadata: string, look: string, live: string|null}
     *
     * @throws ValidationException
     */
    public function gallery(Shoot $shoot): array
    {
        return [
            'title' => $this->string('title')->toString(),
            'message' => $this->string('message')->toString(),
            'watermark' => $this->watermark($shoot),
            'sectioning' => $this->filled('sectioning')
                ? $this->string('sectioning')->toString()
                : Sectioning::None->value,
            'metadata' => $this->boolean('metadata') ? 'all' : 'rights',
            'look' => mb_substr($this->string('look')->trim()->toString(), 0, 60),
            'live' => $this->live(),
        ];
    }

    /** @throws ValidationException */
    public function everywhere(Shoot $shoot): ?FrameSet
    {
        if (! $this->filled('everywhere')) {
            return null;
        }

        return FrameSet::ofShoot($shoot)->whereNull('shoot_id')->find($this->integer('everywhere')) ??
            throw ValidationException::withMessages([
                'everywhere' => 'This set is not there any more, or belongs to one shoot.',
            ]);
    }

    /** @return array<string, mixed>|null */
    private function watermark(Shoot $shoot): ?array
    {
        $kind = $this->filled('watermark_kind') ? $this->string('watermark_kind')->toString() : 'words';
        $what = match (true) {
            $kind === 'logo' => ['image' => self::logo($shoot)],
            $kind === 'none' || ! $this->filled('watermark') => null,
            default => ['text' => $this->string('watermark')->toString()],
        };

        return $what === null ? null : [
            'place' => $this->string('watermark_place', WatermarkPlace::Tiled->value)->toString(),
            'size' => $this->float('watermark_size', 40),
            'opacity' => $this->float('watermark_opacity', 45),
            ...$what,
        ];
    }

    /** @throws ValidationException */
    private static function logo(Shoot $shoot): string
    {
        return $shoot->studio->logo_path ?? throw ValidationException::withMessages([
            'watermark_kind' => 'The studio has no logo yet. Choose one under “Branding”.',
        ]);
    }

    /** @throws ValidationException */
    private function live(): ?string
    {
        if (! $this->filled('live')) {
            return null;
        }
        try {
            return (string) FilterText::read($this->string('live')->toString());
        } catch (InvalidFilter $reason) {
            throw ValidationException::withMessages(['live' => $reason->getMessage()]);
        }
    }
}

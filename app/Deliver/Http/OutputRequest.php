<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Studio\Member;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Deliver\Output\Format;
use Kanpai\Core\Deliver\Output\InvalidOutput;
use Kanpai\Core\Deliver\Output\OutputPlan;
use Kanpai\Core\Deliver\Output\Sharpening;
use Kanpai\Core\Deliver\Output\Size;
use Kanpai\Core\Deliver\Output\SizeRule;
use Kanpai\Core\Frames\Caption\MetadataScope;
use Kanpai\Core\Ingest\InvalidNamePattern;
use Kanpai\Core\Ingest\NamePattern;

/** An output as a form says it. */
final class OutputRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $output = $this->route('output');

        return [
            'name' => [
                'required',
                'string',
                'max:80',
                Rule::unique('outputs', 'name')
                    ->where('studio_id', Member::current()->studio_id)
                    ->ignore(is_string($output) ? (int) $output : null),
            ],
            'rule' => ['required', Rule::enum(SizeRule::class)],
            'width' => ['nullable', 'numeric'],
            'height' => ['nullable', 'numeric'],
            'ppi' => ['nullable', 'integer'],
            'format' => ['required', Rule::enum(Format::class)],
            'quality' => ['nullable', 'integer'],
            'most_kb' => ['nullable', 'integer'],
            'sharpening' => ['nullable', Rule::enum(Sharpening::class)],
            'metadata' => ['nullable', Rule::enum(MetadataScope::class)],
            'look' => ['nullable', 'string', 'max:60'],
            'folder' => ['nullable', 'string', 'max:200'],
            'file' => ['required', 'string', 'max:200'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the output a name.',
            'name.unique' => 'There is an output of this name already.',
            'width.numeric' => 'The size is a number.',
            'height.numeric' => 'The height is a number.',
            'quality.integer' => 'The quality is a whole number from 1 to 100.',
            'file.required' => 'Say what the files are called.',
        ];
    }

    /** @throws ValidationException */
    public function plan(): OutputPlan
    {
        $field = 'width';
        try {
            $size = $this->size();
            $field = $this->filled('most_kb') ? 'most_kb' : 'quality';

            return $this->planOf($size);
        } catch (InvalidOutput $reason) {
            throw ValidationException::withMessages([$field => $reason->getMessage()]);
        }
    }

    /** @throws InvalidOutput */
    private function planOf(Size $size): OutputPlan
    {
        return OutputPlan::of(
            $size,
            Format::from($this->string('format')->toString()),
            $this->filled('quality') ? $this->integer('quality') : 90,
            $this->filled('most_kb') ? 1000 * $this->integer('most_kb') : null,
            $this->boolean('keeps_profile'),
            Sharpening::tryFrom($this->string('sharpening')->toString()) ?? Sharpening::None,
            $this->boolean('is_marked'),
            MetadataScope::tryFrom($this->string('metadata')->toString()) ?? MetadataScope::All,
            $this->string('look')->trim()->toString(),
        );
    }

    /**
     * @return array{folder: string, file: string}
     *
     * @throws ValidationException
     */
    public function names(): array
    {
        $names = ['folder' => $this->string('folder')->toString(), 'file' => $this->string('file')->toString()];
        try {
            NamePattern::of(...$names);
        } catch (InvalidNamePattern $reason) {
            throw ValidationException::withMessages([$reason->field => $reason->getMessage()]);
        }

        return $names;
    }

    /** @throws InvalidOutput */
    private function size(): Size
    {
        [$width, $height, $enlarges] = [$this->float('width'), $this->float('height'), $this->boolean('enlarges')];

        return match (SizeRule::from($this->string('rule')->toString())) {
            SizeRule::Full => Size::full(),
            SizeRule::Longest => Size::longest((int) $width, $enlarges),
            SizeRule::Shortest => Size::shortest((int) $width, $enlarges),
            SizeRule::Within => Size::within((int) $width, (int) $height, $enlarges),
            SizeRule::Print => Size::print(
                $width,
                $height,
                $this->filled('ppi') ? $this->integer('ppi') : 300,
                $enlarges,
            ),
            SizeRule::Percent => Size::percent($width),
            SizeRule::Megapixels => Size::megapixels($width, $enlarges),
        };
    }
}

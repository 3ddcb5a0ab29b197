<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\MarkListImport;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Captions\UnreadableTable;
use Kanpai\Core\Cull\MarkList;
use Kanpai\Core\Frames\Verdict;

/**
 * A list of names, typed or as a file, and the mark for those with which the list gives none.
 *
 * @phpstan-import-type DefaultMark from MarkListImport
 */
final class MarkListRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'list' => ['nullable', 'string', 'max:4000000'],
            'file' => ['nullable', 'file', 'max:4096'],
            'verdict' => ['nullable', Rule::enum(Verdict::class)],
            'rating' => ['nullable', 'integer', 'between:0,5'],
            'use' => ['nullable', 'integer', 'between:0,29'],
        ];
    }

    /** @throws ValidationException when it cannot be read, or is empty */
    public function list(): MarkList
    {
        try {
            $list = MarkList::read($this->text());
        } catch (UnreadableTable $reason) {
            throw ValidationException::withMessages(['list' => $reason->getMessage()]);
        }
        if ($list->marks === [] && $list->problems === []) {
            throw ValidationException::withMessages(['list' => 'Paste names or a table, or choose a file.']);
        }

        return $list;
    }

    /** @return DefaultMark */
    public function mark(): array
    {
        return [
            'verdict' => $this->filled('verdict') ? (string) $this->string('verdict') : null,
            'rating' => $this->filled('rating') ? $this->integer('rating') : null,
            'uses' => $this->filled('use') ? 1 << $this->integer('use') : 0,
        ];
    }

    private function text(): string
    {
        $file = $this->file('file');

        return is_object($file) && method_exists($file, 'getContent')
            ? (string) $file->getContent()
            : (string) $this->string('list');
    }
}

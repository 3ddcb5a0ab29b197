<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

use DOMDocument;
use DOMElement;
use DOMXPath;

/** A form as it is on a page, with what a browser would send of it untouched. */
final readonly class Form
{
    /** @param  array<string, string>  $fields  name => what it is filled in with */
    private function __construct(public string $method, public string $action, public array $fields)
    {
    }

    /** @return list<self> */
    public static function on(string $html): array
    {
        if (trim($html) === '' || ! str_contains($html, '<form')) {
            return [];
        }
        $document = new DOMDocument();
        @$document->loadHTML('<?xml encoding="utf-8"?>'.$html, LIBXML_NONET);
        $path = new DOMXPath($document);
        $forms = [];
        foreach ($path->query('//form[@method]') ?: [] as $form) {
            assert($form instanceof DOMElement);
            $id = $form->getAttribute('id');
            $fields = [];
            foreach (
                $path->query(
                    './/input|.//select|.//textarea|.//button'.($id === '' ? '' : "|//*[@form='{$id}']"),
                    $form,
                ) ?:
                [] as $field
            ) {
                assert($field instanceof DOMElement);
                $name = $field->getAttribute('name');
                $isOff =
                    in_array($field->getAttribute('type'), ['checkbox', 'radio'], true) &&
                    ! $field->hasAttribute('checked');
                if ($name !== '' && ! $isOff && $name !== '_token') {
                    $fields[$name] = self::value($path, $field);
                } elseif ($name !== '' && $isOff) {
                    $fields[$name] ??= '';
                }
            }
            $action = (string) preg_replace('~^https?://[^/]+~', '', $form->getAttribute('action'));
            $forms[] = new self(strtoupper($form->getAttribute('method')), $action, $fields);
        }

        return $forms;
    }

    /** What the form asks for: browsers can only post, the field `_method` says what is meant. */
    public function verb(): string
    {
        return strtoupper($this->fields['_method'] ?? $this->method);
    }

    /** The same for forms of one kind on different pages. */
    public function kind(): string
    {
        return $this->method.
            ' '.
            preg_replace('~\d+~', 'N', (string) strtok($this->action, '?')).
            ' '.
            implode(',', array_keys($this->fields));
    }

    private static function value(DOMXPath $path, DOMElement $field): string
    {
        if ($field->tagName === 'textarea') {
            return $field->textContent;
        }
        if ($field->tagName !== 'select') {
            return $field->getAttribute('value');
        }
        $chosen = $path->query('.//option[@selected]', $field)?->item(0) ?? $path->query('.//option', $field)?->item(0);

        return $chosen instanceof DOMElement
            ? ($chosen->hasAttribute('value')
                ? $chosen->getAttribute('value')
                : $chosen->textContent)
            : '';
    }
}

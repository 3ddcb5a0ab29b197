<?php

declare(strict_types=1);

namespace App\Captions;

use Illuminate\Support\MessageBag;
use Illuminate\Support\ViewErrorBag;
use Kanpai\Core\Frames\Caption\Field;

/** Which groups of fields a form shows open: the usual ones, and those in which something is filled in or missing. */
final class OpenGroups
{
    private const USUAL = ['What', 'Who', 'Where', 'Whose'];

    /**
     * @param  array<string, string>  $texts  field => what is saved
     * @param  list<string>  $required  fields that the studio requires
     * @return list<string>
     */
    public static function of(array $texts, array $required = []): array
    {
        $errors = session('errors');
        $messages = $errors instanceof ViewErrorBag ? $errors->getBag('default') : new MessageBag();
        $open = self::USUAL;
        foreach (Field::cases() as $field) {
            $isFilled = old($field->value, $texts[$field->value] ?? '') !== '';
            if ($isFilled || in_array($field->value, $required, true) || $messages->has($field->value)) {
                $open[] = $field->group();
            }
        }

        return array_values(array_unique($open));
    }
}

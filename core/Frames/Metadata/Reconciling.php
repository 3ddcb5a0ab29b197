<?php

declare(strict_types=1);

namespace Kanpai\Core\Frames\Metadata;

use Kanpai\Core\Frames\Caption\Caption;
use Kanpai\Core\Frames\Caption\Field;
use Kanpai\Core\Frames\Caption\ListText;

/**
 * Makes one caption of the twins in Exif, IIM and XMP, as the Metadata Working Group's guidelines say (MWG 2.0).
 *
 * Exif comes first where it says anything. Of IIM and XMP, XMP comes first unless the digest kept of the IIM block
 * shows that a program which knows only IIM has changed it since; then IIM comes first, except that a text which IIM
 * could only hold in part is taken whole from XMP.
 */
final class Reconciling
{
    /**
     * @param  array<int, list<string>>  $iim  datasets of record 2
     * @param  bool|null  $isInStep  whether the digest that was kept is that of the IIM block; null where none was kept
     * @param  array<int, string>  $exif  tag => text
     */
    public static function of(?XmpProperties $xmp, array $iim, ?bool $isInStep, array $exif): FileMetadata
    {
        $metadata = $xmp?->metadata() ?? FileMetadata::nothing();
        $texts = [];
        // Most cameras write nothing but Exif, which has three of them.
        foreach ($xmp === null && $iim === [] ? Field::inExif() : Field::cases() as $field) {
            $text = self::field(
                $field,
                $metadata->caption->text($field),
                $field->iim() === null ? [] : $iim[$field->iim()] ?? [],
                $isInStep !== false,
                $field->exif() === null ? '' : $exif[$field->exif()] ?? '',
            );
            if ($text !== '') {
                $texts[$field->value] = $text;
            }
        }

        return new FileMetadata(Caption::of($texts), $metadata->rating, $metadata->label, $metadata->isGood);
    }

    /** @param  list<string>  $iim */
    private static function field(Field $field, string $xmp, array $iim, bool $isXmpFirst, string $exif): string
    {
        if (trim($exif) !== '') {
            return $field->isList() ? ListText::of(ListText::ofExif($exif)) : $exif;
        }
        if ($iim === [] || ($xmp !== '' && $isXmpFirst)) {
            return $xmp;
        }
        if ($field->isList()) {
            return ListText::of($iim);
        }
        $isCut = strlen($iim[0]) >= $field->iimBytes() - 3 && str_starts_with($xmp, $iim[0]);

        return $isCut ? $xmp : $iim[0];
    }
}

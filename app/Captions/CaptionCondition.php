<?php

declare(strict_types=1);

namespace App\Captions;

use App\Frames\FrameCondition;
use App\Studio\Shoot;
use Kanpai\Core\Frames\Filter\Subject;
use Kanpai\Core\Frames\Filter\Test;

/** Frames whose caption has a keyword, or a word anywhere in it. */
final class CaptionCondition implements FrameCondition
{
    public function sql(Test $test, Shoot $shoot): array
    {
        $column = $test->subject === Subject::Keyword ? 'keywords' : 'words';
        // Both columns are kept in small letters, as JSON writes them.
        $word = json_encode(
            mb_strtolower($test->value),
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE,
        );
        $like = '%'.addcslashes(trim((string) $word, '"'), '%_\\').'%';

        return [
            'EXISTS (SELECT 1 FROM caption_words'.
            " WHERE caption_words.frame_id = frames.id AND caption_words.{$column} LIKE ?)",
            [$like],
        ];
    }
}

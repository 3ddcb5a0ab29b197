<?php

declare(strict_types=1);

namespace Tests\Feature\Studio;

use Illuminate\Support\Facades\Blade;
use Illuminate\Support\Facades\File;
use ParseError;
use Tests\Feature\FeatureTestCase;

/** Every view compiles to PHP that can be read, also those that few come to. */
final class ViewsTest extends FeatureTestCase
{
    public function test_every_view_compiles(): void
    {
        $views = File::allFiles(resource_path('views'));
        self::assertGreaterThan(100, count($views));
        foreach ($views as $view) {
            try {
                token_get_all(Blade::compileString($view->getContents()), TOKEN_PARSE);
            } catch (ParseError $error) {
                self::fail("{$view->getRelativePathname()}: {$error->getMessage()}");
            }
        }
    }

    /** What a view shows is handed to it: it asks the database nothing and decides nothing with code of its own. */
    public function test_no_view_asks_the_database_or_runs_code(): void
    {
        $asks = '\$\w+->\w+\(\)->(where\w*|limit|distinct|orderBy\w*|get|exists|doesntExist|count|pluck|sum|first)\(';
        $found = [];
        foreach (File::allFiles(resource_path('views')) as $view) {
            if (preg_match("~{$asks}|@php|DB::|::query\(\)~", $view->getContents(), $place) === 1) {
                $found[] = "{$view->getRelativePathname()}: {$place[0]}";
            }
        }
        self::assertSame([], $found);
    }
}

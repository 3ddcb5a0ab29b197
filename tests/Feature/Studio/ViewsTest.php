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
}

<?php

declare(strict_types=1);

return [
    App\Studio\StudioServiceProvider::class,
    App\Imaging\ImagingServiceProvider::class,
    App\Ingest\IngestServiceProvider::class,
    App\Clocks\ClocksServiceProvider::class,
    App\Captions\CaptionsServiceProvider::class,
    App\Cull\CullServiceProvider::class,
    App\Looks\LooksServiceProvider::class,
    App\Proof\ProofServiceProvider::class,
    App\Deliver\DeliverServiceProvider::class,
    App\Archive\ArchiveServiceProvider::class,
];

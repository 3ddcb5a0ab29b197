<?php

declare(strict_types=1);

return [
    // Folders under which cards may stand. Nothing outside them is ever read as a card.
    'roots' => explode(':', (string) env('KANPAI_ROOTS', storage_path('rack'))),

    // Where originals are copied to, each with its own proof. A card is safe once every file stands in all of them.
    'places' => [
        'work' => env('KANPAI_PLACE_WORK', storage_path('places/work')),
        'backup' => env('KANPAI_PLACE_BACKUP', storage_path('places/backup')),
    ],

    // Proved copies of every file that make a card safe to format.
    'copies_for_safety' => 2,

    'picture_secret' => env('KANPAI_PICTURE_SECRET', ''),

    'rack' => storage_path('rack'),
    'pictures' => env('KANPAI_PICTURES', storage_path('pictures')),
    'deliveries' => env('KANPAI_DELIVERIES', storage_path('deliveries')),
    'outbox' => env('KANPAI_OUTBOX', storage_path('outbox')),

    // The stages of a shoot in the order of the work; each says what is left to do in it.
    'stages' => [
        App\Ingest\IngestReport::class,
        App\Clocks\ClocksReport::class,
        App\Captions\CaptionsReport::class,
        App\Cull\CullReport::class,
        App\Proof\ProofReport::class,
        App\Deliver\DeliverReport::class,
    ],
];

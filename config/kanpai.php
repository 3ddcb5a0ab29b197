<?php

declare(strict_types=1);

return [
    // Whether the folders named here serve all studios of this installation, and not the first alone.
    'shared' => (bool) env('KANPAI_SHARED', false),
    // Where the slots, places, disks and watched folders of all other studios are, each in a folder by its number.
    'studios' => env('KANPAI_STUDIOS', storage_path('studios')),
    // Folders under which cards may stand. Nothing outside them is ever read as a card.
    'roots' => explode(':', (string) env('KANPAI_ROOTS', storage_path('rack').':'.storage_path('slots'))),

    // Where originals are copied to, each with its own proof. A studio may add more.
    'places' => [
        'work' => env('KANPAI_PLACE_WORK', storage_path('places/work')),
        'backup' => env('KANPAI_PLACE_BACKUP', storage_path('places/backup')),
    ],

    // Whether each place counts as a disk of its own: for tests, and for folders of storage that is safe by itself.
    'folders_are_disks' => (bool) env('KANPAI_FOLDERS_ARE_DISKS', false),
    // Disks that a studio may add as places of its own: folders directly below these.
    'place_roots' => array_filter(explode(':', (string) env('KANPAI_PLACE_ROOTS', storage_path('disks')))),

    // Folders that a shoot may watch for what a raw editor writes lie directly below these.
    'watch_roots' => array_filter(explode(':', (string) env('KANPAI_WATCH_ROOTS', storage_path('watched')))),

    // Workers, which share the work on one card.
    'workers' => (int) env('KANPAI_WORKERS', 2),

    // Whether frames are measured as soon as they have previews: faces, sharpness, movement, horizon.
    'measures' => (bool) env('KANPAI_MEASURES', true),
    // The models that faces are measured with.
    'models' => env('KANPAI_MODELS', base_path('storage/models')),

    // Folders of files of lensfun: of its package, and of further lenses.
    'lenses' => explode(':', (string) env('KANPAI_LENSES', '/usr/share/lensfun/version_1:'.base_path('demo/lenses'))),

    'picture_secret' => env('KANPAI_PICTURE_SECRET', ''),

    'rack' => env('KANPAI_RACK', storage_path('rack')),
    'pictures' => env('KANPAI_PICTURES', storage_path('pictures')),
    'arrivals' => env('KANPAI_ARRIVALS', storage_path('arrivals')),
    'outputs' => env('KANPAI_OUTPUTS', storage_path('outputs')),
    'nginx_pid' => env('KANPAI_NGINX_PID', storage_path('run/nginx.pid')),
    // What nginx sent of deliveries, a line for each fetch.
    'fetch_log' => env('KANPAI_FETCH_LOG', storage_path('log/fetched.log')),
    'deliveries' => env('KANPAI_DELIVERIES', storage_path('deliveries')),
    // Hosts of private networks and of this machine to which pictures may be sent.
    'private_hosts' => array_filter(explode(',', (string) env('KANPAI_PRIVATE_HOSTS', ''))),
    // Folders that play the services pictures are sent to.
    'sent_out' => env('KANPAI_SENT_OUT', storage_path('sent-out')),
    // What tasks have to do, in files of their own while they go on.
    'plans' => env('KANPAI_PLANS', storage_path('plans')),
    // Frames in full size that guests have asked for.
    'full_sizes' => env('KANPAI_FULL_SIZES', storage_path('full-sizes')),
    'sheets' => env('KANPAI_SHEETS', storage_path('sheets')),
    // Bags of archived shoots, in a folder for each studio.
    'archive' => env('KANPAI_ARCHIVE', storage_path('archive')),
    'outbox' => env('KANPAI_OUTBOX', storage_path('outbox')),

    // The stages of a shoot in the order of the work; each says what is left to do in it.
    'stages' => [
        App\Ingest\IngestReport::class,
        App\Clocks\ClocksReport::class,
        App\Captions\CaptionsReport::class,
        App\Cull\CullReport::class,
        App\Looks\LooksReport::class,
        App\Proof\ProofReport::class,
        App\Deliver\DeliverReport::class,
        App\Archive\ArchiveReport::class,
    ],
];

<?php

declare(strict_types=1);

return [
    // Requests are counted per person where it costs least; tries to sign in where no two processes miscount, in the
    // store of everything else.
    'limiter' => env('CACHE_LIMITER', 'here'),

    // What each role may do: the same for every request.
    'roles' => env('CACHE_ROLES', 'here'),

    'stores' => [
        // Of one machine. On several, CACHE_LIMITER and CACHE_ROLES name a store that they share.
        'here' => [
            'driver' => 'file',
            'path' => storage_path('framework/cache/here'),
            'lock_path' => storage_path('framework/cache/here'),
        ],
        // What the engine worked out: large, and made again when it is lost. On several machines a folder that they
        // share.
        'knowledge' => [
            'driver' => 'file',
            'path' => env('OCULANT_KNOWLEDGE', storage_path('app/knowledge')),
            'lock_path' => env('OCULANT_KNOWLEDGE', storage_path('app/knowledge')),
        ],
    ],
];

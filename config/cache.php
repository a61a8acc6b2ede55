<?php

declare(strict_types=1);

return [
    'stores' => [
        // What the engine worked out: large, and made again when it is lost. On several machines a folder that they share.
        'knowledge' => ['driver' => 'file', 'path' => env('OCULANT_KNOWLEDGE', storage_path('app/knowledge')), 'lock_path' => env('OCULANT_KNOWLEDGE', storage_path('app/knowledge'))],
    ],
];

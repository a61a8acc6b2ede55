<?php

declare(strict_types=1);

// Solving the faults of a large supply takes minutes: a job is only given to another worker after that.
return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        // Takes jobs and forgets them: for tests that are not about the queue.
        'null' => ['driver' => 'null'],
        'database' => [
            'driver' => 'database',
            'connection' => null,
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => 4000,
            'after_commit' => true,
        ],
        'redis' => [
            'driver' => 'redis',
            'connection' => 'default',
            'queue' => 'default',
            'retry_after' => 4000,
            'block_for' => null,
            'after_commit' => true,
        ],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => env('DB_CONNECTION', 'mariadb'), 'table' => 'failed_jobs'],
];

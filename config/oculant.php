<?php

declare(strict_types=1);

return [
    // Fingerprint of the engine: what another one computed is not taken for this one's.
    'engine' => App\Knowledge\Engine::hash(),

    // The same of the whole program, sentences and all.
    'build' => App\Knowledge\Engine::build(),

    // Whether a page may take its time with a large supply: null where only workers and commands may.
    'patient' => null,

    // Workers that solve, on all machines together.
    'workers' => max(1, (int) env('OCULANT_WORKERS', 2)),

    // Failed tries a minute at one account before sign-in asks to wait; from one address five times as many.
    'sign_ins_per_minute' => (int) env('OCULANT_SIGN_INS_PER_MINUTE', 10),

    // What comes out of this workshop's wall.
    'wall' => ['volts' => (float) env('OCULANT_WALL_VOLTS', 230), 'hertz' => (float) env('OCULANT_WALL_HERTZ', 50)],

    // Networks in which instruments may have their addresses, and nowhere else: "127.0.0.1,10.0.3.0/24".
    'instruments' => array_values(
        array_filter(array_map(trim(...), explode(',', (string) env('OCULANT_INSTRUMENTS', '127.0.0.1')))),
    ),

    // Web addresses at which other workshops publish boards, and that this server may read: each with what begins with
    // it. None: boards come in as files.
    'shares' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('OCULANT_SHARES', ''))))),

    // Where this app and its database listen themselves: no instrument is there.
    'own' => [
        'ports' => [
            (int) env('DB_PORT', 3306),
            (int) parse_url((string) env('APP_URL', ''), PHP_URL_PORT),
            (int) env('OCULANT_PORT', 0),
        ],
        'hosts' => array_values(array_filter([filter_var(env('DB_HOST', ''), FILTER_VALIDATE_IP) ?: null])),
    ],

    // Proxies that end TLS in front of this server, and the names by which it may be called (beside that of APP_URL and
    // this machine's own).
    'proxies' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('OCULANT_PROXIES', ''))))),
    'hosts' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('OCULANT_HOSTS', ''))))),

    // Addresses of sources and loads, and who may switch them off: read by emergency off, which needs no database.
    'off' => [
        'list' => env('OCULANT_OFF_LIST', storage_path('app/off/list.json')),
        'marks' => env('OCULANT_OFF_MARKS', storage_path('app/off')),
    ],

    // Queue connection on which reports are drawn and photographs made smaller.
    'papers' => env('OCULANT_PAPERS', env('QUEUE_CONNECTION', 'database')),

    // Simulated instruments on loopback: the first of their six ports; 0 for none.
    'stand_ins' => ['port' => (int) env('OCULANT_STAND_INS', 0)],

    // How much faster than the wall's clock unattended runs and stand-ins go, from a common moment on. For trying a
    // day's soak only.
    'time' => ['factor' => (float) env('OCULANT_TIME_FACTOR', 1), 'epoch' => (float) env('OCULANT_TIME_EPOCH', 0)],

    // A word with which other machines may read /metrics; none: only this one.
    'metrics' => env('OCULANT_METRICS', ''),

    // Where a backup goes every night, and the file whose first line shuts it; none if nothing is said.
    'backup' => ['directory' => env('OCULANT_BACKUP'), 'phrase' => env('OCULANT_BACKUP_PHRASE')],

    // Set by bin/start when it loads the demo workshop, so that the sign-in page can say how to get in.
    'demo' => (bool) env('OCULANT_DEMO', false),
];

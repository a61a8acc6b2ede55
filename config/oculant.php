<?php

declare(strict_types=1);

return [
    // Tries per address and name in a minute before sign-in asks to wait.
    'sign_ins_per_minute' => (int) env('OCULANT_SIGN_INS_PER_MINUTE', 10),

    // What comes out of this workshop's wall.
    'wall' => ['volts' => (float) env('OCULANT_WALL_VOLTS', 230), 'hertz' => (float) env('OCULANT_WALL_HERTZ', 50)],

    // Networks in which instruments may have their addresses, and nowhere else: "127.0.0.1,10.0.3.0/24".
    'instruments' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('OCULANT_INSTRUMENTS', '127.0.0.1'))))),

    // Simulated instruments on loopback: the first of their six ports; 0 for none.
    'stand_ins' => ['port' => (int) env('OCULANT_STAND_INS', 0)],

    // How much faster than the wall's clock unattended runs and stand-ins go, from a common moment on. For trying a day's soak only.
    'time' => ['factor' => (float) env('OCULANT_TIME_FACTOR', 1), 'epoch' => (float) env('OCULANT_TIME_EPOCH', 0)],

    // Set by bin/start when it loads the demo workshop, so that the sign-in page can say how to get in.
    'demo' => (bool) env('OCULANT_DEMO', false),
];

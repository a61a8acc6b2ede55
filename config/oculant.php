<?php

declare(strict_types=1);

return [
    // Tries per address and name in a minute before sign-in asks to wait.
    'sign_ins_per_minute' => (int) env('OCULANT_SIGN_INS_PER_MINUTE', 10),

    // What comes out of this workshop's wall.
    'wall' => ['volts' => (float) env('OCULANT_WALL_VOLTS', 230), 'hertz' => (float) env('OCULANT_WALL_HERTZ', 50)],

    // Set by bin/start when it loads the demo workshop, so that the sign-in page can say how to get in.
    'demo' => (bool) env('OCULANT_DEMO', false),
];

<?php

declare(strict_types=1);

use Laravel\Sanctum\Sanctum;

return [
    // The interface is served by the same host that it calls: those requests carry the session, all others need a
    // token.
    'stateful' => [Sanctum::$currentRequestHostPlaceholder],
];

<?php

declare(strict_types=1);

// The interface comes from the same host, and scripts have no origin: no other site is let in.
return ['paths' => [], 'allowed_origins' => [], 'allowed_methods' => [], 'allowed_headers' => []];

<?php

declare(strict_types=1);

// Prints readings of one supply, healthy and faulty, to the last digit: run with and without JIT by SteadyStateTest.

use Oculant\Core\Expectation\Behaviour;
use Tests\Support\Supplies;

require __DIR__ . '/../../vendor/autoload.php';

$supply = Supplies::demo('tide-recorder');
foreach ([[], ['C1' => 'dried'], ['U2' => 'short'], ['BR1' => 'd2_open']] as $faults) {
    echo json_encode(
    (new Behaviour($supply))->live($supply->mode(null), $faults)->readings,
    JSON_PRESERVE_ZERO_FRACTION,
),
        "\n";
}

<?php

declare(strict_types=1);

namespace App\Knowledge;

use Oculant\Core\Circuit\CircuitError;
use RuntimeException;

/** What the engine said when a worker tried. */
final class Refusal extends RuntimeException implements CircuitError {}

<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Throwable;

/** Marks every failure of the circuit room. */
interface CircuitError extends Throwable {}

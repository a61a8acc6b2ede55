<?php

declare(strict_types=1);

namespace Oculant\Core\Proving;

use Throwable;

/** Marks every exception of this room. */
interface ProvingError extends Throwable {}

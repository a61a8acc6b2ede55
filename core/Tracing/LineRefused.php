<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use RuntimeException;

/** A line that cannot be read, and how it could be. */
final class LineRefused extends RuntimeException {}

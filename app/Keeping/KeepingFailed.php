<?php

declare(strict_types=1);

namespace App\Keeping;

use RuntimeException;

/** A backup that could not be made, or one that cannot be taken back; in words for whoever runs it. */
final class KeepingFailed extends RuntimeException {}

<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Diagnosis\PathView;

/**
 * Shapes as an answer may have them, for the test of what is written of them.
 *
 * @phpstan-import-type PathPart from PathView
 *
 * @phpstan-type Sample array{
 *     // in volts; not
 *     // of a good unit
 *     low: ?float,
 *     word: 'high'|'low'|null,
 *     note?: string,
 *     parts: list<PathPart>,
 *     cells: array<string, int>|\stdClass,
 *     again: ?Sampled,
 *     anything: array<string, mixed>,
 * }
 *
 * @phpstan-type Sampled array{
 *     at: array{x: float, y: float},
 * }
 */
final class Shapes {}

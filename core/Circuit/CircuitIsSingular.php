<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use RuntimeException;

final class CircuitIsSingular extends RuntimeException implements CircuitError
{
    public static function atRow(int $row): self
    {
        return new self(sprintf(
            'The circuit equations have no single solution (pivot %d vanished). '
            .'Look for an ideal source across a short, or parts joined in a loop without resistance.',
            $row,
        ));
    }
}

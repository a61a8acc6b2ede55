<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use RuntimeException;

final class CircuitIsSingular extends RuntimeException implements CircuitError
{
    /**
     * @param string $node whose voltage the equations leave open, as the netlist names it; empty if that is not known
     */
    private function __construct(string $message, public readonly int $row, public readonly string $node = '')
    {
        parent::__construct($message);
    }

    public static function atRow(int $row): self
    {
        return new self(
            sprintf(
                'The circuit equations have no single solution (pivot %d vanished). ' .
                    'Look for an ideal source across a short, or parts joined in a loop without resistance.',
                $row,
            ),
            $row,
        );
    }

    /** The same, told by a node. */
    public function at(string $node): self
    {
        return new self(
            sprintf(
                'The circuit equations leave the voltage of %s open. ' .
                    'Look for an ideal source across a short, parts joined in a loop without resistance, or a ' .
                    'node that only capacitors hold.',
                $node,
            ),
            $this->row,
            $node,
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;

/** What fuses, switches, connectors and joints share: a small resistance that can open or become large. */
abstract class Contact extends Pair
{
    protected const OPEN_OHMS = 1e9;

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', 'across ' . $part->ref)];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            match ($fault) {
                'open' => self::OPEN_OHMS,
                'resistive' => $this->wornOhms($part),
                default => $this->goodOhms($part),
            },
        );
    }

    abstract protected function goodOhms(Part $part): float;

    /** A burnt or oxidised contact; ohms. */
    protected function wornOhms(Part $part): float
    {
        return $part->degree(15.0);
    }

    public function apart(): Apart
    {
        return Apart::Bridged;
    }
}

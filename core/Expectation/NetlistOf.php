<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\SpiceExport;

/**
 * A supply as a netlist in the state that it comes to rest in: what breaks is drawn broken, controllers and relays as
 * they settle.
 */
final class NetlistOf
{
    /**
     * @param array<string, string> $faults     fault name by part reference
     * @param float|null            $mainsVolts as measured
     */
    public static function running(
        Description $supply,
        Mode $mode,
        array $faults = [],
        ?float $mainsVolts = null,
    ): string {
        try {
            $phase = (new Behaviour($supply))->run($mode, $faults, $mainsVolts)->longest();
        } catch (CircuitError) {
            // What finds no rest is written as it is before power: another simulator shows how it goes on.
            return SpiceExport::write($supply, $mode, Settling::restingParts($supply, $mode, $mainsVolts), $faults);
        }

        return SpiceExport::write($supply, $mode, $phase->parts, $phase->faults, $phase->record->warmStart());
    }
}

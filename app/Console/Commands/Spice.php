<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\SpiceExport;

final class Spice extends ReadsDescription
{
    protected $signature = 'oculant:spice {file : A description, oculant/supply version 1} {--mode= : One mode; the first if left out} {--fault= : For example "C3 short"} {--mains= : Measured mains in volts}';

    protected $description = 'The circuit as a netlist that ngspice runs';

    protected function with(Description $supply): int
    {
        $given = $this->text('fault');
        $faults = $given === null ? [] : self::fault($given, $supply);
        // What the fault breaks is drawn broken, and controllers and relays as they settle: as it is when the readings are taken.
        $mode = $supply->mode($this->text('mode'));
        $mains = $this->text('mains') === null ? null : (float) $this->text('mains');
        $phase = (new Behaviour($supply))->run($mode, $faults, $mains)->longest();
        $this->getOutput()->write(SpiceExport::write($supply, $mode, $phase->parts, $phase->faults, $phase->record->warmStart()));

        return self::SUCCESS;
    }
}

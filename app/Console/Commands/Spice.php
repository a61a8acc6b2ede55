<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Expectation\NetlistOf;
use Oculant\Core\Supply\Description;

final class Spice extends ReadsDescription
{
    protected $signature =
        'oculant:spice {file : A description, oculant/supply version 1} {--mode= : One mode; the first if ' .
        'left out} {--fault= : For example "C3 short"} {--mains= : Measured mains in volts}';

    protected $description = 'The circuit as a netlist that ngspice runs';

    protected function with(Description $supply): int
    {
        $given = $this->text('fault');
        $faults = $given === null ? [] : self::fault($given, $supply);
        $mains = $this->text('mains') === null ? null : (float) $this->text('mains');
        $this->getOutput()->write(NetlistOf::running($supply, $supply->mode($this->text('mode')), $faults, $mains));

        return self::SUCCESS;
    }
}

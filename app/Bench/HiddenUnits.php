<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\RepairJob;

/** Which unit answers by itself; of real units nobody does. */
interface HiddenUnits
{
    public function of(RepairJob $job): HiddenUnit;
}

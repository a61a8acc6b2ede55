<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** A gap on the board or a small gas arrester: nothing at working voltage, until it has arced and carbonised. */
final class SparkGap extends Pair implements Guards
{
    public function name(): string
    {
        return 'spark_gap';
    }

    public function title(): string
    {
        return 'Spark gap';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 105.0,
            limit: 'a healthy one stays cold',
            warms: 300.0,
            letter: 'SG',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [Parameter::optionalMain('value', 'breakdown voltage', Unit::Volt, 0.2)];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'carbonised',
                'carbon track',
                0.5,
                'Look for soot; a low-voltage meter may not see it, an insulation tester does.',
                looks: [Look::CarbonTrack],
            ),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor($part->ref, $part->node('a'), $part->node('b'), $fault === 'carbonised' ? 2e3 : 1e10);
    }
}

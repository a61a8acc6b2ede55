<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;

/** A mains voltage selector: joins the common contact to the tap for the chosen mains. */
final class Selector extends Device
{
    public function name(): string
    {
        return 'selector';
    }

    public function title(): string
    {
        return 'Voltage selector';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its springs lose their force',
            warms: 300.0,
            letter: 'S',
            hot: Profile::COMPARE,
            ages: Ageing::Contact,
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('common', 'high', 'low');
    }

    public function parameters(): array
    {
        return [Parameter::choice('position', 'position', 'high', 'low')];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'contact open',
                1.0,
                'Ohms from the common contact to the chosen tap.',
                looks: [Look::BurntPlug],
            ),
            new FaultMode('wrong', 'set to the other voltage', 0.5, 'Read the selector; measure the tap it joins.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance(
                $part,
                'common',
                $part->choice('position'),
                "{$part->ref}, through the chosen contact",
            ),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $other = ['high' => 'low', 'low' => 'high'][$part->choice('position')];
        $chosen = $fault === 'wrong' ? $other : $part->choice('position');
        foreach (['high', 'low'] as $tap) {
            $netlist->resistor(
                "{$part->ref}.{$tap}",
                $part->node('common'),
                $part->node($tap),
                $tap === $chosen && $fault !== 'open' ? 0.02 : 1e9,
            );
        }
    }
}

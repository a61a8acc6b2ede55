<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/** A control turned by hand: worn tracks and dirty wipers are its usual faults (common practice). */
class Potentiometer extends Device implements Rated
{
    public function name(): string
    {
        return 'potentiometer';
    }

    public function title(): string
    {
        return 'Potentiometer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'its track and grease',
            warms: 300.0,
            letter: 'VR',
            hot: Profile::COMPARE,
            ages: Ageing::Contact,
            words: ['potentiometer', 'pot'],
        );
    }

    public function terminals(): Terminals
    {
        return Terminals::of('a', 'wiper', 'b');
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'resistance end to end', Unit::Ohm, 0.1),
            Parameter::optional('position', 'share of the resistance between a and the wiper', Unit::Ratio, 0.5),
            Parameter::optional('power', 'rated power', Unit::Watt, 0.25),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'wiper_open',
                'wiper not touching',
                2.0,
                'Ohms from wiper to each end while it is turned: it must not jump.',
                looks: [Look::Worn, Look::Dust],
                comesAndGoes: true,
            ),
            new FaultMode('open', 'track open', 0.3, 'Ohms from end to end.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'a', 'b', "{$part->ref}, end to end"),
            DeadCheck::resistance($part, 'wiper', 'b', "{$part->ref}, wiper to one end", '.wiper'),
        ];
    }

    public function ratings(Part $part): array
    {
        return [Rating::power($part->value('power'))->destroyedAt(12.0, 'open', Breaking::BurnsItsTrack, 5.0)];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $position = min(0.995, max(0.005, $part->value('position')));
        $wiper = "{$part->ref}:wiper";
        $netlist->resistor(
            "{$part->ref}.upper",
            $part->node('a'),
            $wiper,
            $fault === 'open' ? 1e9 : $part->value('value') * $position,
        );
        $netlist->resistor("{$part->ref}.lower", $wiper, $part->node('b'), $part->value('value') * (1 - $position));
        $netlist->resistor("{$part->ref}.wiper", $wiper, $part->node('wiper'), $fault === 'wiper_open' ? 1e9 : 1.0);
    }
}

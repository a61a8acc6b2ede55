<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\ChecksItself;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** What the supply feeds, as a resistance: stated in ohms, or as a current at a voltage. */
final class Load extends Pair implements Consumes, ChecksItself
{
    public function name(): string
    {
        return 'load';
    }

    public function title(): string
    {
        return 'Load';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'usual class of what hangs on an output',
            warms: 300.0,
            letter: 'RL',
            hot: Profile::COMPARE,
            prefixes: ['RL'],
            words: ['load'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('value', 'resistance', Unit::Ohm, 0.1),
            Parameter::optional('current', 'current', Unit::Ampere, null, 0.1),
            Parameter::optional('at', 'voltage at which it draws that current', Unit::Volt),
        ];
    }

    public function complaint(Part $part): ?string
    {
        return $part->knows('value') || ($part->knows('current') && $part->knows('at'))
            ? null
            : 'A load needs "value" in ohms, or "current" together with "at" in volts, for example "current": ' .
                    '"0.5 A", "at": "15 V".';
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('short', 'shorted', 1.0, 'Disconnect the load: the rail comes back.', degrees: [1.5, 0.05]),
            new FaultMode(
                'greedy',
                'draws too much',
                0.4,
                'Amperes into the load; feed the rail a dummy load instead.',
                graded: true,
                degrees: [0.7, 0.3, 0.1],
                in: null,
            ),
            new FaultMode(
                'open',
                'not drawing current',
                0.4,
                'The rail is good and the load is dead: feed the load from a bench supply.',
            ),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        if ($fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $part->node('a'), $part->node('b'), $part->degree(0.1));
        }
        // What is known by its current is a board, and a board without power may show a meter anything from its
        // winding or heater to its input's leakage (common practice).
        $asleep = $netlist->isUnpowered && !$part->knows('value') ? $netlist->byType(0.5, 1.0, 100.0) : 1.0;
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            match ($fault) {
                'greedy' => $part->degree(0.3) * $asleep * self::ohms($part),
                'open' => 1e9,
                default => $asleep * self::ohms($part),
            },
        );
    }

    private static function ohms(Part $part): float
    {
        return $part->knows('value') ? $part->value('value') : abs($part->value('at')) / $part->value('current');
    }
}

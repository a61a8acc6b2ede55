<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * A constant-current output for a string of LEDs, in and out against common: it holds its current, and unloaded it
 * stands at the top of its range, which is not a fault. With an enable pin if wired.
 */
final class CurrentDriver extends LocalConverter implements Warms
{
    public function name(): string
    {
        return 'current_driver';
    }

    public function title(): string
    {
        return 'Constant-current driver';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 100.0,
            limit: 'junction 125 to 150 °C, then its thermal protection cuts in',
            warms: 300.0,
            letter: 'U',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'output current', Unit::Ampere, 0.05),
            Parameter::main('top', 'highest output voltage', Unit::Volt, 0.06),
            Parameter::optional('lowest', 'least input voltage', Unit::Volt, 10.0),
            Parameter::optional('efficiency', 'efficiency', Unit::Ratio, 0.88, 0.03),
            Parameter::optional('frequency', 'switching frequency', Unit::Hertz, 300e3, 0.1),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('dead', 'no output', 2.0, 'Input and enable present, output at or below the input.'),
            new FaultMode(
                'weak',
                'current too low',
                0.6,
                'Amperes through the string, or volts across its sense resistor.',
                graded: true,
            ),
            new FaultMode('input_short', 'input shorted', 1.2, 'Ohms across its input.', looks: [Look::Crater]),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$in, $out, $common] = [$part->node('in'), $part->node('out'), $part->node('common')];
        $netlist->chip("{$part->ref}.input", $in, $common, 100e3);
        $netlist->chip("{$part->ref}.divider", $out, $common, 200e3);
        if ($fault === 'input_short') {
            $netlist->resistor("{$part->ref}.short", $in, $common, 0.1);
        }
        if (in_array($fault, ['input_short', 'dead'], true) || $netlist->isUnpowered) {
            return;
        }
        $amperes = $part->value('value') * ($fault === 'weak' ? 0.3 : 1.0);
        $controls = [[$out, $common], [$in, $common]];
        $lines = [
            [[0.0, 0.0], $amperes],
            [[-0.2, 0.0], 0.2 * $part->value('top')],
            [[0.0, 0.5], -0.5 * $part->value('lowest')],
        ];
        if ($part->has('en')) {
            $controls[] = [$part->node('en'), $common];
            $lines = array_map(static fn(array $line): array => [[...$line[0], 0.0], $line[1]], $lines);
            $lines[] = [[0.0, 0.0, 2.0], -2.0 * 1.3];
        }
        $netlist->controlled("{$part->ref}.feed", $common, $out, $controls, $lines);
        $this->draw($part, $netlist);
    }

    /** With its copper area. */
    public function perWatt(Part $part): float
    {
        return 45.0 / ($part->value('value') * $part->value('top') * (1 / $part->value('efficiency') - 1) + 0.05);
    }
}

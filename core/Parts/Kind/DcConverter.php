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
 * A converter from one direct voltage to another as a block (buck, boost or inverting), in and out against common, with
 * an enable pin if wired. It holds its output up to its current limit and draws what that takes over its efficiency;
 * below its least input it rests. A negative value makes it an inverting one.
 */
final class DcConverter extends LocalConverter implements Warms
{
    public function name(): string
    {
        return 'dc_converter';
    }

    public function title(): string
    {
        return 'DC converter';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 95.0,
            limit: 'case of a converter module',
            warms: 300.0,
            letter: 'U',
            hot: Profile::COMPARE,
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'output voltage, negative for an inverting converter', Unit::Volt, 0.03),
            Parameter::optional('limit', 'current limit', Unit::Ampere, 3.0, 0.15),
            Parameter::optional('lowest', 'least input voltage', Unit::Volt, 4.5),
            Parameter::optional('efficiency', 'efficiency', Unit::Ratio, 0.88, 0.03),
            Parameter::optional('frequency', 'switching frequency', Unit::Hertz, 300e3, 0.1),
            Parameter::choice('topology', 'topology', 'buck', 'boost', 'isolated'),
        ];
    }

    public function islands(Part $part): array
    {
        return [array_keys($part->terminals)];
    }

    public function faults(Part $part): array
    {
        $faults = [
            new FaultMode('dead', 'no output', 2.0, 'Input and enable present, output dead and not shorted.'),
            new FaultMode(
                'low',
                'output low',
                0.5,
                'Its feedback divider and its ripple.',
                graded: true,
                degrees: [0.93, 0.65],
                in: Unit::Ratio,
            ),
            new FaultMode(
                'weak',
                'gives up under load',
                0.7,
                'Good unloaded, falls away under part load.',
                graded: true,
                degrees: [0.6, 0.15, 0.02],
                in: Unit::Ratio,
                silence: 'Its load never asks for what it has lost.',
            ),
            new FaultMode(
                'input_short',
                'input shorted',
                1.2,
                'Ohms across its input.',
                looks: [Look::Crater],
                degrees: [5.0, 0.05],
            ),
        ];

        return $part->choice('topology') === 'buck'
            ? [
                ...$faults,
                new FaultMode(
                    'short',
                    'switch shorted, output at the input',
                    1.2,
                    'The output stands at the input voltage.',
                ),
            ]
            : $faults;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$in, $out, $common] = [$part->node('in'), $part->node('out'), $part->node('common')];
        $netlist->chip("{$part->ref}.input", $in, $common, 100e3);
        $netlist->chip("{$part->ref}.divider", $out, $common, 47e3);
        if ($fault === 'input_short' || $fault === 'short') {
            $netlist->resistor("{$part->ref}.short", $in, $fault === 'short' ? $out : $common, $part->degree(0.1));

            return;
        }
        if ($fault === 'dead' || $netlist->isUnpowered) {
            return;
        }
        $setting = abs($part->value('value')) * ($fault === 'low' ? $part->degree(0.75) : 1.0);
        $negative = $part->value('value') < 0;
        $controls = [$negative ? [$common, $out] : [$out, $common], [$in, $common]];
        $lines = [
            [[-50.0, 0.0], 50.0 * $setting],
            [[0.0, 2.0], -2.0 * $part->value('lowest')],
            [[0.0, 0.0], $part->value('limit') * ($fault === 'weak' ? $part->degree(0.15) : 1.0)],
        ];
        if ($part->choice('topology') === 'buck' && !$negative) {
            $lines[] = [[-5.0, 4.75], 0.0];
        }
        if ($part->has('en')) {
            $controls[] = [$part->node('en'), $common];
            $lines = array_map(static fn(array $line): array => [[...$line[0], 0.0], $line[1]], $lines);
            $lines[] = [[0.0, 0.0, 20.0], -20.0 * 1.3];
        }
        $netlist->controlled(
            "{$part->ref}.feed",
            $negative ? $out : $common,
            $negative ? $common : $out,
            $controls,
            $lines,
        );
        $this->draw($part, $netlist);
    }

    /** With its copper area. */
    public function perWatt(Part $part): float
    {
        return 45.0 /
            (abs($part->value('value')) * $part->value('limit') * (1 / $part->value('efficiency') - 1) + 0.05);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * A valve high-tension supply: tapped winding, two rectifiers, droppers and capacitors for two channels, heaters on AC.
 */
final class ValveHighTension implements Template
{
    public function name(): string
    {
        return 'valve';
    }

    public function title(): string
    {
        return 'Valve high tension, two channels';
    }

    public function about(): string
    {
        return 'High tension through a chain of droppers to two channels that should read alike; heaters on a ' .
            'low-voltage winding.';
    }

    public function questions(): array
    {
        return [
            Question::value('tension', 'High tension at the reservoir', Unit::Volt, '300 V'),
            Question::value('output_stage', 'Current of each output stage', Unit::Ampere, '40 mA'),
            Question::value('first_stage', 'Current of each first stage', Unit::Ampere, '2 mA'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$tension, $output, $first] = [
            $answers->value('tension'),
            $answers->value('output_stage'),
            $answers->value('first_stage'),
        ];
        $total = 2 * ($output + $first);
        $secondary = (($tension + 2) / M_SQRT2) * 1.1;
        $power = Draft::voltAmperes(1.8 * $tension * $total + 25);
        $screen = 0.93 * $tension;
        $stage = 0.75 * $tension;
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                [
                    'p1' => 'L2',
                    'p2' => 'N',
                    's1' => 'HT1',
                    'ct' => '0V',
                    's2' => 'HT2',
                    's3' => 'HEAT1',
                    's4' => 'HEAT2',
                ],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => '2x' . Draft::volts($secondary),
                    'secondary2' => '6.3 V',
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                    'regulation' => '10 %',
                ],
            )
            ->part('D1', 'diode', ['a' => 'HT1', 'k' => 'B0'], ['current' => '1 A', 'reverse' => '1300 V'])
            ->part('D2', 'diode', ['a' => 'HT2', 'k' => 'B0'], ['current' => '1 A', 'reverse' => '1300 V'])
            ->electrolytic(
                'C1',
                'B0',
                '0V',
                Draft::reservoir($total, $answers->frequency, 0.05 * $tension),
                1.25 * $tension,
            )
            ->resistor('R1', 'B0', '0V', 220e3, $tension ** 2 / 220e3, voltage: '500 V', notes: 'bleeder')
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->stage('reservoir', 'Rectifiers and reservoir', 'transformer', 'D1', 'D2', 'C1', 'R1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1])
            ->point('heaters', 'HEAT1', 'HEAT2', 'heater pins of a valve socket', 'transformer')
            ->point('high tension, first capacitor', 'B0', '0V', 'plus of C1', 'reservoir', [
                'rail' => Draft::volts($tension),
            ])
            ->ground('0V', 'chassis', 'bare metal of the chassis');
        foreach (['L' => 10, 'R' => 20] as $side => $n) {
            [$one, $two] = [$n + 1, $n + 2];
            $draft
                ->resistor(
                    "R{$one}",
                    'B0',
                    "B{$n}",
                    ($tension - $screen) / ($output + $first),
                    ($tension - $screen) * ($output + $first),
                    style: 'wirewound',
                )
                ->electrolytic("C{$one}", "B{$n}", '0V', 33e-6, 1.25 * $tension)
                ->part(
                    "V{$one}",
                    'valve',
                    ['a' => "B{$n}", 'k' => '0V', 'h1' => 'HEAT1', 'h2' => 'HEAT2'],
                    ['current' => Draft::amperes($output), 'at' => Draft::volts($screen), 'heater_current' => '0.76 A'],
                )
                ->resistor("R{$two}", "B{$n}", "B{$one}", ($screen - $stage) / $first, ($screen - $stage) * $first)
                ->electrolytic("C{$two}", "B{$one}", '0V', 10e-6, 1.25 * $tension)
                ->part(
                    "V{$two}",
                    'valve',
                    ['a' => "B{$one}", 'k' => '0V', 'h1' => 'HEAT1', 'h2' => 'HEAT2'],
                    ['current' => Draft::amperes($first), 'at' => Draft::volts($stage), 'heater_current' => '0.3 A'],
                )
                ->stage(
                    "channel{$side}",
                    $side === 'L' ? 'Left channel' : 'Right channel',
                    'reservoir',
                    "R{$one}",
                    "C{$one}",
                    "V{$one}",
                    "R{$two}",
                    "C{$two}",
                    "V{$two}",
                )
                ->point(
                    ($side === 'L' ? 'left' : 'right') . ' output stage',
                    "B{$n}",
                    '0V',
                    "plus of C{$one}",
                    "channel{$side}",
                )
                ->point(
                    ($side === 'L' ? 'left' : 'right') . ' first stage',
                    "B{$one}",
                    '0V',
                    "plus of C{$two}",
                    "channel{$side}",
                );
        }

        return $draft
            ->mode('loaded', 'Valves in, warm')
            ->mode('unloaded', 'Valves out', [
                'absent' => ['V11', 'V12', 'V21', 'V22'],
                'note' => 'Every stage stands at the peak of the winding: capacitors must bear it.',
            ])
            ->mode('limited', 'Behind a lamp', ['set' => ['W1' => ['lamp' => '100 W']]])
            ->mainsModes()
            ->caution(
                'High tension kills and stays in the capacitors: one hand, no jewellery, somebody near by; ' .
                    'discharge through a resistor and measure.',
            );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A choke-input supply: steady voltage under a steady load, and a bleeder that keeps the choke carrying current. */
final class ChokeInput implements Template
{
    public function name(): string
    {
        return 'choke_input';
    }

    public function title(): string
    {
        return 'Choke input';
    }

    public function about(): string
    {
        return 'Rectifier, then a choke before the reservoir: the output sits near the average of the rectified ' .
            'voltage as long as enough current flows.';
    }

    public function questions(): array
    {
        return [
            Question::value('output', 'Output', Unit::Volt, '48 V'),
            Question::value('load', 'Load', Unit::Ampere, '2 A'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        // The mean of a rectified sine is 0.9 of its rms value (any handbook).
        $secondary = ($volts * 1.04 + 1.8) / 0.9;
        $power = Draft::voltAmperes(1.3 * $volts * $amperes);
        $bleed = 0.1 * $amperes;
        // Critical inductance for full-wave input: L = R / (6 pi f) (Terman, Radio Engineers' Handbook, from memory), a
        // little more for the bleeder alone.
        $henries = (1.15 * ($volts / $bleed)) / (6 * M_PI * $answers->frequency);

        return Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC1', 's2' => 'AC2'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => Draft::volts($secondary),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'RECT', 'minus' => '0V'],
                ['current' => Draft::amperes(max(2.0, ceil(2 * $amperes)))],
            )
            ->pair(
                'L1',
                'inductor',
                'RECT',
                'OUT',
                value: Draft::write($henries, Unit::Henry),
                resistance: Draft::write((0.03 * $volts) / $amperes, Unit::Ohm),
                current: Draft::amperes(1.5 * $amperes),
            )
            ->electrolytic(
                'C1',
                'OUT',
                '0V',
                Draft::reservoir($amperes, $answers->frequency, 0.1 * $volts),
                1.7 * $volts,
            )
            ->resistor(
                'R1',
                'OUT',
                '0V',
                $volts / $bleed,
                $volts * $bleed,
                notes: 'bleeder: keeps the choke in conduction',
            )
            ->load('RL1', 'OUT', $amperes, $volts)
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->stage('rectifier', 'Rectifier and choke', 'transformer', 'BR1', 'L1')
            ->stage('out', 'Reservoir and output', 'rectifier', 'C1', 'R1', 'RL1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1])
            ->point('secondary', 'AC1', 'AC2', 'winding ends at the bridge', 'transformer')
            ->point('before the choke', 'RECT', '0V', 'plus of BR1', 'rectifier')
            ->point('output', 'OUT', '0V', 'plus of C1', 'out', ['rail' => Draft::volts($volts)])
            ->mode('loaded', 'Load connected')
            ->mode('unloaded', 'Load off', [
                'absent' => ['RL1'],
                'note' => 'The bleeder alone keeps the choke in conduction; without it the output climbs to the peak.',
            ])
            ->benchModes('60 W', 'RL1')
            ->mainsModes()
            ->interlock(
                'minimum load',
                'The bleeder must be intact',
                'R1 across the output',
                'unloaded, the output climbs to the peak of the secondary',
                'R1',
            );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * A heavy unregulated supply: small supply first, then a relay brings in the large transformer; three rails with
 * bleeders.
 */
final class HeavyUnregulated implements Template
{
    public function name(): string
    {
        return 'heavy';
    }

    public function title(): string
    {
        return 'Heavy unregulated, relay and bleeders';
    }

    public function about(): string
    {
        return 'Large reservoirs and tens of amperes: a small supply pulls in a relay, the relay feeds the main ' .
            'transformer with its 120 V tap; three unregulated rails with bleeders.';
    }

    public function questions(): array
    {
        return [
            Question::value('low', 'Low rail', Unit::Volt, '8 V'),
            Question::value('low_load', 'Its load', Unit::Ampere, '8 A'),
            Question::value('high', 'High rails, plus and minus', Unit::Volt, '28 V'),
            Question::value('high_load', 'Their load', Unit::Ampere, '2 A'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$low, $lowLoad, $high, $highLoad] = [
            $answers->value('low'),
            $answers->value('low_load'),
            $answers->value('high'),
            $answers->value('high_load'),
        ];
        $tapped = $answers->mains > 150;
        $power = Draft::voltAmperes(1.6 * ($low * $lowLoad + 2 * $high * $highLoad));
        $frequency = $answers->frequency;
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T2',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'SM1', 's2' => 'SM2'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => '18 V',
                    'power' => '6 VA',
                    'frequency' => Draft::write($frequency, Unit::Hertz),
                ],
            )
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'SM1', 'ac2' => 'SM2', 'plus' => 'SMALL', 'minus' => '0V'],
                ['current' => '1 A'],
            )
            ->electrolytic('C1', 'SMALL', '0V', 1000e-6, 35)
            ->part(
                'K1',
                'relay',
                ['c1' => 'SMALL', 'c2' => '0V', 'com' => 'L2', 'no' => 'PRI'],
                ['value' => '24 V', 'coil' => '600'],
            )
            ->part('D1', 'diode', ['a' => '0V', 'k' => 'SMALL'], ['current' => '1 A', 'notes' => 'across the coil'])
            ->part(
                'T1',
                'transformer',
                ['p1' => 'PRI', 'p2' => 'N'] +
                    ($tapped ? ['pt' => 'TAP120'] : []) + [
                        's1' => 'LA',
                        's2' => 'LB',
                        's3' => 'HA',
                        'ct2' => '0V',
                        's4' => 'HB',
                    ],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => Draft::volts($low / 1.15),
                    'secondary2' => '2x' . Draft::volts($high / 1.25),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($frequency, Unit::Hertz),
                    'regulation' => '6 %',
                ] + ($tapped ? ['tap' => '120 V'] : []),
            )
            ->part(
                'BR2',
                'bridge',
                ['ac1' => 'LA', 'ac2' => 'LB', 'plus' => 'LOW', 'minus' => '0V'],
                ['current' => Draft::amperes(max(10.0, ceil(2 * $lowLoad)))],
            )
            ->electrolytic('C2', 'LOW', '0V', Draft::reservoir($lowLoad, $frequency, 0.12 * $low), 2.2 * $low)
            ->resistor('R2', 'LOW', '0V', 47, (1.4 * $low) ** 2 / 47, notes: 'bleeder')
            ->part(
                'BR3',
                'bridge',
                ['ac1' => 'HA', 'ac2' => 'HB', 'plus' => 'HIGH+', 'minus' => 'HIGH-'],
                ['current' => Draft::amperes(max(4.0, ceil(2 * $highLoad)))],
            )
            ->electrolytic('C3', 'HIGH+', '0V', Draft::reservoir($highLoad, $frequency, 0.06 * $high), 1.6 * $high)
            ->electrolytic('C4', '0V', 'HIGH-', Draft::reservoir($highLoad, $frequency, 0.06 * $high), 1.6 * $high)
            ->resistor('R3', 'HIGH+', '0V', 1000, (1.3 * $high) ** 2 / 1000, notes: 'bleeder')
            ->resistor('R4', '0V', 'HIGH-', 1000, (1.3 * $high) ** 2 / 1000, notes: 'bleeder')
            ->load('RL1', 'LOW', $lowLoad, $low)
            ->load('RL2', 'HIGH+', $highLoad, $high)
            ->load('RL3', 'HIGH-', $highLoad, -$high);
        if ($tapped) {
            // An accessory for 120 V hangs on the tap: the primary is its autotransformer.
            $draft->pair('M1', 'load', 'TAP120', 'N', current: '0.1 A', at: '120 V');
        }

        return $draft
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('small', 'Small supply and relay', 'inlet', 'T2', 'BR1', 'C1', 'D1', 'K1')
            ->stage('transformer', 'Main transformer', 'small', 'T1', ...$tapped ? ['M1'] : [])
            ->stage('low', 'Low rail', 'transformer', 'BR2', 'C2', 'R2', 'RL1')
            ->stage('high', 'High rails', 'transformer', 'BR3', 'C3', 'C4', 'R3', 'R4', 'RL2', 'RL3')
            ->point('mains after the switch', 'L2', 'N', 'switch terminal', 'inlet', ['minutes' => 1])
            ->point('small supply', 'SMALL', '0V', 'coil pin of K1', 'small', ['rail' => '24 V'])
            ->point('mains at the main transformer', 'PRI', 'N', 'relay contact to the primary', 'transformer', [
                'minutes' => 1,
            ])
            ->point('low winding', 'LA', 'LB', 'winding ends at BR2', 'transformer')
            ->point('high winding, end to end', 'HA', 'HB', 'winding ends at BR3', 'transformer')
            ->point('low rail', 'LOW', '0V', 'screw terminal of C2', 'low', ['rail' => Draft::volts($low)])
            ->point('high rail, plus', 'HIGH+', '0V', 'screw terminal of C3', 'high', ['rail' => Draft::volts($high)])
            ->point('high rail, minus', 'HIGH-', '0V', 'screw terminal of C4', 'high', ['rail' => Draft::volts(-$high)])
            ->mode('loaded', 'Loads connected')
            ->mode('unloaded', 'Loads off', ['absent' => ['RL1', 'RL2', 'RL3']])
            ->benchModes('100 W', 'RL1', 'RL2', 'RL3')
            ->mainsModes()
            ->caution(
                'The reservoirs hold enough to weld a ring: discharge through a resistor, measure, and keep ' .
                    'metal off the terminals.',
            );
    }
}

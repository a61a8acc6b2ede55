<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A full-wave voltage doubler on a transformer winding. */
final class VoltageDoubler implements Template
{
    public function name(): string
    {
        return 'doubler';
    }

    public function title(): string
    {
        return 'Voltage doubler';
    }

    public function about(): string
    {
        return 'One winding, two diodes, two capacitors in series: twice the peak between the ends.';
    }

    public function questions(): array
    {
        return [
            Question::value('output', 'Output', Unit::Volt, '180 V'),
            Question::value('load', 'Load', Unit::Ampere, '60 mA'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        $secondary = (($volts + 3) / (2 * M_SQRT2)) * 1.12;
        $power = Draft::voltAmperes(2.2 * $volts * $amperes);
        $farads = Draft::reservoir($amperes, $answers->frequency, (0.06 * $volts) / 2, 1);

        return Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC', 's2' => 'MID'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => Draft::volts($secondary),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->part('D1', 'diode', ['a' => 'AC', 'k' => 'OUT'], ['current' => '1 A', 'reverse' => '1000 V'])
            ->part('D2', 'diode', ['a' => '0V', 'k' => 'AC'], ['current' => '1 A', 'reverse' => '1000 V'])
            ->electrolytic('C1', 'OUT', 'MID', $farads, 0.85 * $volts)
            ->electrolytic('C2', 'MID', '0V', $farads, 0.85 * $volts)
            ->resistor('R1', 'OUT', 'MID', 220e3, ($volts / 2) ** 2 / 220e3, notes: 'shares the voltage, bleeds')
            ->resistor('R2', 'MID', '0V', 220e3, ($volts / 2) ** 2 / 220e3, notes: 'shares the voltage, bleeds')
            ->load('RL1', 'OUT', $amperes, $volts)
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->stage('doubler', 'Doubler', 'transformer', 'D1', 'D2', 'C1', 'C2', 'R1', 'R2')
            ->stage('out', 'Output', 'doubler', 'RL1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1])
            ->point('secondary', 'AC', 'MID', 'winding ends', 'transformer')
            ->point('middle of the two capacitors', 'MID', '0V', 'joint of C1 and C2', 'doubler')
            ->point('output', 'OUT', '0V', 'plus of C1', 'out', ['rail' => Draft::volts($volts)])
            ->mode('loaded', 'Load connected')
            ->mode('unloaded', 'Load off', ['absent' => ['RL1']])
            ->benchModes('40 W', 'RL1')
            ->mainsModes()
            ->caution('The two capacitors each hold half of the output; discharge and measure both.');
    }
}

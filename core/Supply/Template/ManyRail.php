<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * A many-rail linear supply: a reference pair of fixed rails and an adjustable main rail with remote sense, in
 * calibration.
 */
final class ManyRail implements Template
{
    public function name(): string
    {
        return 'many_rail';
    }

    public function title(): string
    {
        return 'Many-rail linear with remote sense';
    }

    public function about(): string
    {
        return 'Instrument supply: fixed plus and minus rails for the amplifiers, and a main rail set by trimmers, ' .
            'with pass transistor, error amplifier and sense leads.';
    }

    public function questions(): array
    {
        return [
            Question::value('main', 'Main rail', Unit::Volt, '12 V'),
            Question::value('load', 'Its load', Unit::Ampere, '1.5 A'),
            Question::value('amplifiers', 'Amplifier rails, plus and minus', Unit::Volt, '15 V'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes, $rails] = [$answers->value('main'), $answers->value('load'), $answers->value('amplifiers')];
        if ($volts < 3 || $volts > 24) {
            $answers->refuse('main', 'The error amplifier can set 3 to 24 V.');
        }
        if (!in_array($rails, [12.0, 15.0, 18.0], true)) {
            $answers->refuse('amplifiers', 'Fixed regulators for amplifiers come for 12, 15 and 18 V.');
        }
        $winding = ($volts + 6) / 1.15;
        $power = Draft::voltAmperes(1.8 * $winding * $amperes + 12);
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC1', 's2' => 'AC2', 's3' => 'AC3', 'ct2' => '0V', 's4' => 'AC4'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => Draft::volts($winding),
                    'secondary2' => '2x' . Draft::volts($rails * 1.25),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1])
            ->point('main winding, end to end', 'AC1', 'AC2', 'winding ends at BR1', 'transformer')
            ->point('amplifier winding, end to end', 'AC3', 'AC4', 'winding ends at BR2', 'transformer');
        $this->amplifierRails($draft, $answers, $rails);

        return $this->mainRail($draft, $answers, $volts, $amperes, $winding, $rails)
            ->mode('loaded', 'Loads connected')
            ->mode('unloaded', 'Loads off', ['absent' => ['RL1']])
            ->benchModes('60 W', 'RL1')
            ->mainsModes()
            ->interlock(
                'sense',
                'Sense leads joined to the output',
                'sense terminals S+ and S\u{2212} at the rear, jumpers to the output',
                'the output runs up to what the local resistors allow, and with those gone to its maximum',
                'J1',
            )
            ->caution(
                'Fit the sense jumpers before power: with the sense leads open the output rises and takes the ' .
                    'load with it.',
            );
    }

    private function amplifierRails(Draft $draft, Answers $answers, float $rails): void
    {
        $draft
            ->part(
                'BR2',
                'bridge',
                ['ac1' => 'AC3', 'ac2' => 'AC4', 'plus' => 'RAW+', 'minus' => 'RAW-'],
                ['current' => '1 A'],
            )
            ->stage('rails', 'Amplifier rails', 'transformer', 'BR2', 'C2', 'C3', 'U2', 'U3', 'C4', 'C5', 'R1', 'R2')
            ->electrolytic('C2', 'RAW+', '0V', 470e-6, 2.2 * $rails)
            ->electrolytic('C3', '0V', 'RAW-', 470e-6, 2.2 * $rails)
            ->part(
                'U2',
                'regulator',
                ['in' => 'RAW+', 'out' => 'V+', 'common' => '0V'],
                ['type' => '78' . (int) $rails, 'value' => Draft::volts($rails)],
            )
            ->part(
                'U3',
                'regulator',
                ['in' => 'RAW-', 'out' => 'V-', 'common' => '0V'],
                ['type' => '79' . (int) $rails, 'value' => Draft::volts(-$rails)],
            )
            ->electrolytic('C4', 'V+', '0V', 10e-6, 1.4 * $rails)
            ->electrolytic('C5', '0V', 'V-', 10e-6, 1.4 * $rails)
            ->resistor('R1', 'V+', '0V', 2200, $rails ** 2 / 2200)
            ->resistor('R2', '0V', 'V-', 2200, $rails ** 2 / 2200)
            ->point('raw plus', 'RAW+', '0V', 'plus of C2', 'rails')
            ->point('raw minus', 'RAW-', '0V', 'minus of C3', 'rails')
            ->point('plus rail', 'V+', '0V', 'output pin of U2', 'rails', ['rail' => Draft::volts($rails)])
            ->point('minus rail', 'V-', '0V', 'output pin of U3', 'rails', ['rail' => Draft::volts(-$rails)]);
    }

    private function mainRail(
        Draft $draft,
        Answers $answers,
        float $volts,
        float $amperes,
        float $winding,
        float $rails,
    ): Draft {
        $reference = 2.495;
        [$upper, $lower, $wiper] = Draft::trimmedArms($volts / $reference - 1, 2000.0, 500.0);

        return $draft
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'RAW', 'minus' => '0V'],
                ['current' => Draft::amperes(max(2.0, ceil(2 * $amperes)))],
            )
            ->electrolytic(
                'C1',
                'RAW',
                '0V',
                Draft::reservoir($amperes, $answers->frequency, 0.08 * $winding * M_SQRT2),
                $winding * M_SQRT2 * 1.3,
            )
            ->resistor('R3', 'RAW', '0V', 4700, ($winding * 1.5) ** 2 / 4700, notes: 'bleeder')
            ->stage('raw', 'Main rectifier and reservoir', 'transformer', 'BR1', 'C1', 'R3')
            // Reference, error amplifier, driver and pass transistor; the divider hangs on the sense leads.
            ->resistor('R4', 'V+', 'VREF', ($rails - $reference) / 2e-3, 0.03)
            ->part('U1', 'shunt_reference', ['k' => 'VREF', 'a' => '0V', 'ref' => 'VREF'])
            ->part('U4', 'op_amp', ['plus' => 'VREF', 'minus' => 'FB', 'out' => 'ERR', 'vp' => 'RAW', 'vn' => 'V-'])
            // Makes the amplifier an integrator well below the corner of the output capacitor; without it the loop
            // hunts.
            ->pair('C7', 'film_capacitor', 'ERR', 'FB', value: '220n', voltage: '63 V', notes: 'compensation')
            ->resistor('R5', 'ERR', 'BASE1', 470)
            ->part(
                'Q1',
                'transistor',
                ['c' => 'RAW', 'b' => 'BASE1', 'e' => 'BASE2'],
                ['current' => '2 A', 'gain' => '120', 'power' => '10 W'],
            )
            ->part(
                'Q2',
                'transistor',
                ['c' => 'RAW', 'b' => 'BASE2', 'e' => 'OUT'],
                [
                    'current' => Draft::amperes(max(4.0, 4 * $amperes)),
                    'gain' => '50',
                    'power' => Draft::write(max(40.0, 25 * $amperes), Unit::Watt),
                ],
            )
            ->resistor('R6', 'BASE2', 'OUT', 220, 0.01)
            ->electrolytic('C6', 'OUT', '0V', 100e-6, 1.5 * $volts)
            ->pair('J1', 'connector', 'OUT', 'S+')
            ->resistor('R7', 'OUT', 'S+', 100, 0.05, notes: 'holds the sense if the jumper is off')
            ->pair('R8', 'resistor', 'S+', 'TRIM', value: $upper, tolerance: '1 %')
            ->part(
                'RV1',
                'trimmer',
                ['a' => 'TRIM', 'wiper' => 'FB', 'b' => 'LOW'],
                ['value' => '500', 'position' => $wiper],
            )
            ->pair('R9', 'resistor', 'LOW', '0V', value: $lower, tolerance: '1 %')
            ->load('RL1', 'OUT', $amperes, $volts)
            ->stage('reference', 'Reference and error amplifier', 'rails', 'R4', 'U1', 'U4', 'R5', 'R8', 'RV1', 'R9')
            ->stage('pass', 'Driver and pass transistor', 'raw', 'Q1', 'Q2', 'R6')
            ->stage('out', 'Output and sense', 'pass', 'C6', 'J1', 'R7', 'RL1')
            ->point('main reservoir', 'RAW', '0V', 'plus of C1', 'raw')
            ->point('reference', 'VREF', '0V', 'cathode of U1', 'reference', ['rail' => '2.495 V'])
            ->point('error amplifier output', 'ERR', '0V', 'output pin of U4', 'reference')
            ->point('driver emitter', 'BASE2', '0V', 'base of Q2', 'pass')
            ->point(Draft::volts($volts) . ' output', 'OUT', '0V', 'output terminal', 'out', [
                'rail' => Draft::volts($volts),
            ]);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * An industrial supply: power-factor stage, half bridge, one regulated output, a small standby flyback for the
 * controllers.
 */
final class Industrial implements Template
{
    public function name(): string
    {
        return 'industrial';
    }

    public function title(): string
    {
        return 'Industrial, power factor and half bridge';
    }

    public function about(): string
    {
        return 'Two stages on the mains: a power-factor stage that lifts the bulk to about 390 V, and a half bridge ' .
            'for the output. Fans, relay and controllers live on an auxiliary supply.';
    }

    public function questions(): array
    {
        return [
            Question::value('output', 'Output', Unit::Volt, '24 V'),
            Question::value('load', 'Load', Unit::Ampere, '10 A'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        $power = $volts * $amperes;
        if ($volts < 4.5) {
            $answers->refuse('output', 'The reference and the optocoupler need at least 4.5 V across them.');
        }
        $draft = OffLine::front(Draft::onMains($answers), $answers, $power, boosted: true)
            ->part(
                'PF1',
                'pfc',
                ['in' => 'RECT+', 'out' => 'BULK+', 'common' => 'HGND', 'vcc' => 'VCC'],
                ['value' => '390 V', 'power' => Draft::write(1.6 * $power, Unit::Watt)],
            )
            ->electrolytic(
                'C1',
                'BULK+',
                'HGND',
                0.7e-6 * $power,
                450,
                ripple: Draft::amperes(max(0.5, 0.006 * $power)),
            )
            ->resistor('R2', 'BULK+', 'HGND', 330e3, 390 ** 2 / 330e3, notes: 'bleeder of the bulk')
            ->stage('pfc', 'Power-factor stage and bulk', 'bulk', 'PF1', 'C1', 'R2')
            ->point('rectified mains', 'RECT+', 'HGND', 'plus of the bridge', 'bulk', ['minutes' => 0.8])
            ->point('bulk capacitor', 'BULK+', 'HGND', 'plus of C1', 'pfc', ['rail' => '390 V', 'minutes' => 0.8])
            // The auxiliary supply that the controllers live on.
            ->part(
                'U1',
                'dc_converter',
                ['in' => 'BULK+', 'out' => 'VCC', 'common' => 'HGND'],
                ['value' => '15 V', 'limit' => '0.3 A', 'lowest' => '80 V', 'efficiency' => '70 %'],
            )
            ->electrolytic('C3', 'VCC', 'HGND', 47e-6, 35)
            ->stage('auxiliary', 'Auxiliary supply', 'pfc', 'U1', 'C3')
            ->point('auxiliary supply', 'VCC', 'HGND', 'plus of C3', 'auxiliary', ['rail' => '15 V', 'minutes' => 0.8])
            ->part(
                'U2',
                'pwm_controller',
                ['vcc' => 'VCC', 'gnd' => 'HGND', 'fb' => 'FB', 'out' => 'DRIVE2', 'out2' => 'DRIVE1', 'vs' => 'HALF'],
                ['start' => '11 V', 'stop' => '9 V', 'start_up_time' => '2 ms', 'over_voltage' => '25 V'],
            )
            ->resistor('R3', 'DRIVE1', 'GATE1', 10)
            ->resistor('R4', 'DRIVE2', 'GATE2', 10)
            ->part(
                'Q1',
                'mosfet',
                ['d' => 'BULK+', 'g' => 'GATE1', 's' => 'HALF'],
                ['current' => Draft::amperes(max(8.0, ceil($power / 20)))],
            )
            ->part(
                'Q2',
                'mosfet',
                ['d' => 'HALF', 'g' => 'GATE2', 's' => 'SENSE'],
                ['current' => Draft::amperes(max(8.0, ceil($power / 20)))],
            )
            ->resistor('R5', 'SENSE', 'HGND', 0.047, 1.0)
            ->pair('C4', 'film_capacitor', 'TANK', 'HGND', value: '1u', voltage: '400 V');

        return $this->output($draft, $volts, $amperes)
            ->mode('loaded', 'Full load')
            ->mode('unloaded', 'Load off', ['absent' => ['RL1']])
            ->benchModes('100 W', 'RL1')
            ->mainsModes();
    }

    private function output(Draft $draft, float $volts, float $amperes): Draft
    {
        $drop = $volts < 15 ? 0.6 : 1.0;

        [$upper, $lower, $wiper] = Draft::trimmedArms($volts / 2.495 - 1, 10e3, 1e3);

        return $draft
            ->part(
                'T1',
                'half_bridge',
                ['p1' => 'HALF', 'p2' => 'TANK', 's1' => 'SEC', 's2' => '0V'],
                [
                    'secondary' => Draft::volts($volts + $drop),
                    'lowest' => '150 V',
                    'power' => Draft::write(1.25 * $volts * $amperes, Unit::Watt),
                    'efficiency' => '93 %',
                    'frequency' => '100 kHz',
                    'switch' => 'Q2',
                    'switch2' => 'Q1',
                ],
            )
            ->part(
                'D1',
                $volts < 15 ? 'schottky' : 'ultrafast_diode',
                ['a' => 'SEC', 'k' => 'RAIL'],
                [
                    'current' => Draft::amperes(max(3.0, ceil(2 * $amperes))),
                    'reverse' => Draft::volts(max(100, 8 * $volts)),
                ],
            )
            ->electrolytic(
                'C5',
                'RAIL',
                '0V',
                max(470e-6, 150e-6 * $amperes),
                $volts * 1.3,
                esr: Draft::write(min(0.05, 0.1 / $amperes), Unit::Ohm),
            )
            ->pair(
                'L2',
                'inductor',
                'RAIL',
                'OUT',
                value: '4.7u',
                resistance: '3m',
                current: Draft::amperes(ceil(1.6 * $amperes)),
            )
            ->electrolytic('C6', 'OUT', '0V', max(220e-6, 50e-6 * $amperes), $volts * 1.3)
            ->resistor(
                'R6',
                'OUT',
                '0V',
                $volts ** 2 / (0.005 * $volts * $amperes),
                0.005 * $volts * $amperes,
                notes: 'minimum load',
            )
            ->load('RL1', 'OUT', $amperes, $volts)
            ->resistor('R7', 'OUT', 'LEDA', max(150, ($volts - 3.3) / 3e-3), ($volts - 3.3) * 3e-3)
            ->part('OK1', 'optocoupler', ['a' => 'LEDA', 'k' => 'CATH', 'c' => 'FB', 'e' => 'HGND'])
            ->part('U3', 'shunt_reference', ['k' => 'CATH', 'a' => '0V', 'ref' => 'REF'])
            ->pair('R8', 'resistor', 'OUT', 'TRIM', value: $upper, tolerance: '1 %')
            ->part(
                'RV2',
                'trimmer',
                ['a' => 'TRIM', 'wiper' => 'REF', 'b' => 'REFLOW'],
                ['value' => '1k', 'position' => $wiper],
            )
            ->pair('R9', 'resistor', 'REFLOW', '0V', value: $lower, tolerance: '1 %')
            ->pair('C7', 'film_capacitor', 'CATH', 'REF', value: '100n', voltage: '63 V', notes: 'compensation')
            ->resistor('R10', 'OUT', 'LAMP', max(470, ($volts - 2) / 5e-3), ($volts - 2) * 5e-3)
            ->part('LED1', 'led', ['a' => 'LAMP', 'k' => '0V'])
            ->pair('CY1', 'y_capacitor', 'HGND', '0V', value: '2n2')
            ->stage('bridge', 'Half bridge', 'auxiliary', 'U2', 'R3', 'R4', 'Q1', 'Q2', 'R5', 'C4', 'T1')
            ->stage('out', 'Output', 'bridge', 'D1', 'C5', 'L2', 'C6', 'R6', 'R10', 'LED1', 'RL1')
            ->stage('feedback', 'Feedback', 'out', 'R7', 'OK1', 'U3', 'R8', 'RV2', 'R9', 'C7')
            ->point('middle of the half bridge', 'HALF', 'HGND', 'drain tab of Q2', 'bridge', ['minutes' => 0.8])
            ->point(
                'mean drive, upper switch',
                'DRIVE1',
                'HALF',
                'upper drive pin of U2, against the middle',
                'bridge',
                ['minutes' => 0.8],
            )
            ->point('mean drive, lower switch', 'DRIVE2', 'HGND', 'lower drive pin of U2', 'bridge', ['minutes' => 0.8])
            ->point('behind the rectifier', 'RAIL', '0V', 'plus of C5', 'out')
            ->point(Draft::volts($volts) . ' output', 'OUT', '0V', 'output terminal', 'out', [
                'rail' => Draft::volts($volts),
            ])
            ->point('reference input', 'REF', '0V', 'wiper of RV2', 'feedback')
            ->interlock(
                'minimum load',
                'The output keeps a small load of its own',
                'R6 on the board',
                'the output hunts when nothing is connected',
                'R6',
            );
    }
}

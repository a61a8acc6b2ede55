<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * The control supply of an inverter machine: soft start with PTC and relay, a flyback for the control voltages, a fan
 * on a thermistor.
 */
final class InverterControl implements Template
{
    public function name(): string
    {
        return 'inverter';
    }

    public function title(): string
    {
        return 'Control supply of an inverter machine';
    }

    public function about(): string
    {
        return 'Mains through a PTC that a relay bridges once the control supply is up, a large bulk for the ' .
            'inverter, control rails for gate drives and fan.';
    }

    public function questions(): array
    {
        return [
            Question::value('control', 'Control rail', Unit::Volt, '24 V'),
            Question::value('load', 'Its load', Unit::Ampere, '0.8 A'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('control'), $answers->value('load')];
        if ($volts < 15) {
            $answers->refuse(
                'control',
                'The relay and the fan need 12 V behind a regulator: use a control rail of 15 V or more.',
            );
        }
        $peak = $answers->mains * M_SQRT2;
        $draft = OffLine::front(Draft::onMains($answers), $answers, 60.0, 'soft start')
            ->point('bulk capacitor', 'BULK+', 'HGND', 'bus bar, plus', 'bulk', [
                'rail' => Draft::volts(round($peak)),
                'minutes' => 1,
            ])
            ->resistor('R2', 'BULK+', 'HGND', 68e3, ($peak * 1.1) ** 2 / 68e3, notes: 'bleeder of the bus');
        (new FlybackSection('BULK+', 'CTRL', $volts, $amperes + 0.3, 0.5 * $peak, 10, $peak))->withController(
            $draft,
            'resistor',
            'control',
        );

        return $draft
            ->part(
                'U1',
                'regulator',
                ['in' => 'CTRL', 'out' => 'V12', 'common' => '0V'],
                ['type' => '7812', 'value' => '12 V'],
            )
            ->electrolytic('C5', 'V12', '0V', 47e-6, 25)
            ->part(
                'Q1',
                'transistor',
                ['c' => 'V12', 'b' => 'RBASE', 'e' => 'RELAY+'],
                ['current' => '1 A', 'gain' => '150', 'power' => '1 W'],
            )
            ->resistor('R5', 'V12', 'RBASE', 1000, 0.1)
            ->part('D1', 'diode', ['a' => '0V', 'k' => 'RELAY+'], ['current' => '1 A'])
            // The fan runs slowly when cool and fast when the sensor on the heatsink is warm.
            ->pair('RT2', 'ntc', 'V12', 'FBASE', value: '10k', beta: '3900', power: '0.2 W')
            ->resistor('R6', 'FBASE', '0V', 22e3)
            ->part(
                'Q2',
                'transistor',
                ['c' => 'V12', 'b' => 'FBASE', 'e' => 'FAN+'],
                ['current' => '1.5 A', 'gain' => '2000', 'power' => '10 W'],
            )
            ->part('M1', 'fan', ['plus' => 'FAN+', 'minus' => '0V'], ['value' => '12 V', 'current' => '0.15 A'])
            ->pair('TS1', 'thermal_switch', 'V12', 'READY', opens: '85 °C')
            ->resistor('R8', 'READY', '0V', 4700, 0.05)
            ->stage(
                'v12',
                '12 V, relay and fan',
                'control_out',
                'U1',
                'C5',
                'Q1',
                'R5',
                'D1',
                'RT2',
                'R6',
                'Q2',
                'M1',
                'TS1',
                'R8',
            )
            ->point('12 V', 'V12', '0V', 'output pin of U1', 'v12', ['rail' => '12 V'])
            ->point('relay coil', 'RELAY+', '0V', 'coil pin of K1', 'v12')
            ->point('fan', 'FAN+', '0V', 'fan connector', 'v12')
            ->point('ready signal', 'READY', '0V', 'TS1, lower end', 'v12')
            ->mode('loaded', 'Running, cool')
            ->mode('warm', 'Running, heatsink at 70 °C', [
                'set' => ['RT2' => ['temperature' => '70 °C'], 'TS1' => ['temperature' => '70 °C']],
            ])
            ->mode('unloaded', 'Control load off', ['absent' => ['RL11']])
            ->benchModes('100 W', 'RL11')
            ->mainsModes()
            ->interlock(
                'fan',
                'The fan must be connected and free',
                'fan connector on the control board',
                'the thermal switch stops the machine after minutes',
                'M1',
            )
            ->interlock(
                'shield',
                'The cover over the bus bars',
                'four screws',
                'the bus is at mains potential and holds charge',
            )
            ->caution(
                'The bus feeds a machine: disconnect the motor or welding output before powering the control supply.',
            );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A plug-top adaptor: a small transformer, or a small flyback with controller and switch in one package. */
final class PlugTopAdaptor implements Template
{
    public function name(): string
    {
        return 'adaptor';
    }

    public function title(): string
    {
        return 'Plug-top adaptor';
    }

    public function about(): string
    {
        return 'The block in the wall socket: the old heavy kind with a transformer, or the light switching kind.';
    }

    public function questions(): array
    {
        return [
            Question::value('output', 'Output', Unit::Volt, '9 V'),
            Question::value('load', 'Load', Unit::Ampere, '0.6 A'),
            Question::choice('inside', 'Inside', 'switching', 'transformer'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        return $answers->word('inside') === 'switching' ? $this->switching($answers) : $this->heavy($answers);
    }

    private function switching(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        if ($volts < 4.5 || $volts * $amperes > 40) {
            $answers->refuse(
                'output',
                'A plug-top adaptor gives 4.5 V or more and no more than 40 W. Use the flyback family for larger ones.',
            );
        }
        $peak = $answers->mains * M_SQRT2;
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('R1', 'resistor', 'L', 'IN', value: '10', power: '3 W', style: 'fusible')
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'IN', 'ac2' => 'N', 'plus' => 'BULK+', 'minus' => 'HGND'],
                ['current' => '1 A', 'reverse' => '1000 V'],
            )
            ->electrolytic('C1', 'BULK+', 'HGND', max(4.7e-6, 1.8e-6 * $volts * $amperes), $peak * 1.15)
            ->stage('inlet', 'Fusible resistor', null, 'W1', 'R1')
            ->stage('bulk', 'Bridge and bulk', 'inlet', 'BR1', 'C1')
            ->point('mains at the pins', 'L', 'N', 'plug pins, board side', 'inlet', ['minutes' => 1])
            ->point('bulk capacitor', 'BULK+', 'HGND', 'plus of C1', 'bulk', [
                'rail' => Draft::volts(round($peak)),
                'minutes' => 0.8,
            ])
            ->ground('HGND', 'hot ground', 'negative end of C1')
            ->ground('0V', 'output ground', 'sleeve of the output plug')
            ->caution(
                'Glued housings are not made to be opened and closed again: replacing the whole adaptor is ' .
                    'mostly right. Open ones run on the bench behind an isolation transformer only.',
            );
        (new FlybackSection('BULK+', 'OUT', $volts, $amperes, 0.5 * $peak, 10, $peak))->integrated($draft);

        return $draft
            ->pair('CY1', 'y_capacitor', 'HGND', '0V', value: '1n')
            ->mode('loaded', 'Load connected')
            ->mode('unloaded', 'Load off', ['absent' => ['RL11']])
            ->benchModes('40 W', 'RL11')
            ->mainsModes();
    }

    private function heavy(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        $secondary = ($volts + 1.6) / 1.2;

        return Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('TF1', 'thermal_switch', 'L', 'P', opens: '115 °C')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'P', 'p2' => 'N', 's1' => 'AC1', 's2' => 'AC2'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => Draft::volts($secondary),
                    'power' => Draft::write(Draft::voltAmperes(1.8 * $secondary * $amperes), Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'OUT', 'minus' => '0V'],
                ['current' => Draft::amperes(max(1.0, ceil(2 * $amperes)))],
            )
            ->electrolytic(
                'C1',
                'OUT',
                '0V',
                Draft::reservoir($amperes, $answers->frequency, 0.15 * $volts),
                2 * $volts,
            )
            ->load('RL1', 'OUT', $amperes, $volts)
            ->stage('inlet', 'Pins and thermal fuse', null, 'W1', 'TF1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->stage('out', 'Rectifier and output', 'transformer', 'BR1', 'C1', 'RL1')
            ->point('mains at the pins', 'L', 'N', 'plug pins', 'inlet', ['minutes' => 1])
            ->point('secondary', 'AC1', 'AC2', 'winding ends at the bridge', 'transformer')
            ->point('output', 'OUT', '0V', 'output plug', 'out', ['rail' => Draft::volts($volts)])
            ->mode('loaded', 'Load connected')
            ->mode('unloaded', 'Load off', ['absent' => ['RL1']])
            ->benchModes('40 W', 'RL1')
            ->mainsModes();
    }
}

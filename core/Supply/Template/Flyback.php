<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** An off-line flyback with one regulated output. */
final class Flyback implements Template
{
    public function name(): string
    {
        return 'flyback';
    }

    public function title(): string
    {
        return 'Off-line flyback';
    }

    public function about(): string
    {
        return 'Mains rectified, one switch, a controller that starts through a resistor or straight from the high ' .
            'voltage, feedback through an optocoupler.';
    }

    public function questions(): array
    {
        return [
            Question::value('output', 'Output', Unit::Volt, '12 V'),
            Question::value('load', 'Load', Unit::Ampere, '2 A'),
            Question::choice('start', 'The controller starts', 'resistor', 'high voltage'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('output'), $answers->value('load')];
        if ($volts < 4.5) {
            $answers->refuse(
                'output',
                'The reference and the optocoupler need at least 4.5 V across them: use an output of 4.5 V or more.',
            );
        }
        if ($volts * $amperes > 200) {
            $answers->refuse(
                'load',
                sprintf(
                    '%.0f W is beyond a flyback. Use the industrial family, with a half bridge.',
                    $volts * $amperes,
                ),
            );
        }
        $peak = $answers->mains * M_SQRT2;
        $draft = OffLine::front(Draft::onMains($answers), $answers, $volts * $amperes)->point(
            'bulk capacitor',
            'BULK+',
            'HGND',
            'plus of C1',
            'bulk',
            ['rail' => Draft::volts(round($peak)), 'minutes' => 0.8],
        );
        (new FlybackSection('BULK+', 'OUT', $volts, $amperes, 0.55 * $peak, 10, $peak))->withController(
            $draft,
            $answers->word('start'),
        );

        return $draft
            ->pair('CY1', 'y_capacitor', 'HGND', '0V', value: '2n2')
            ->mode('loaded', 'Load connected')
            ->mode('unloaded', 'Load off', ['absent' => ['RL11']])
            ->benchModes('60 W', 'RL11')
            ->mainsModes();
    }
}

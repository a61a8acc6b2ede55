<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A television-type board: standby supply always on, main outputs and light strip upon command. */
final class TelevisionBoard implements Template
{
    public function name(): string
    {
        return 'television';
    }

    public function title(): string
    {
        return 'Television-type board';
    }

    public function about(): string
    {
        return 'A standby supply that always runs, a power-on command from the main board, main outputs and ' .
            'constant-current drivers for the light strips, a power-factor stage on the larger ones.';
    }

    public function questions(): array
    {
        return [
            Question::value('main', 'Main output', Unit::Volt, '12 V'),
            Question::value('load', 'Its load', Unit::Ampere, '3 A'),
            Question::value('strip', 'Current of the light strip', Unit::Ampere, '0.3 A'),
            Question::value('strip_top', 'Highest voltage of the strip', Unit::Volt, '120 V'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes, $strip, $top] = [
            $answers->value('main'),
            $answers->value('load'),
            $answers->value('strip'),
            $answers->value('strip_top'),
        ];
        if ($volts < 8 || $top < $volts * 2) {
            $answers->refuse(
                'strip_top',
                'The strip is fed by boosting the main output, of 8 V or more: its highest voltage must be at ' .
                    'least twice that.',
            );
        }
        $power = $volts * $amperes + 1.2 * $strip * $top;
        $peak = $answers->mains * M_SQRT2;
        $draft = OffLine::front(Draft::onMains($answers), $answers, $power, boosted: true)
            ->part(
                'PF1',
                'pfc',
                ['in' => 'RECT+', 'out' => 'BULK+', 'common' => 'HGND', 'vcc' => 'VCC'],
                ['value' => '390 V', 'power' => Draft::write(1.7 * $power, Unit::Watt)],
            )
            ->electrolytic('C1', 'BULK+', 'HGND', 0.8e-6 * $power, 450)
            ->stage('pfc', 'Power-factor stage and bulk', 'bulk', 'PF1', 'C1')
            ->point('bulk capacitor', 'BULK+', 'HGND', 'plus of C1', 'pfc', ['rail' => '390 V', 'minutes' => 0.8]);
        (new FlybackSection('BULK+', 'STBY', 5.0, 0.5, 0.45 * $peak, 10, $peak))->integrated(
            $draft,
            'standby',
            'pfc',
            'Standby switcher',
        );

        return $this->upOnCommand($draft, $volts, $amperes, $strip, $top, $peak)
            ->pair('CY1', 'y_capacitor', 'HGND', '0V', value: '2n2')
            ->mode('on', 'On, everything connected')
            ->mode('standby', 'Standby: no command', [
                'absent' => ['S1'],
                'note' =>
                    'The main board does not give the power-on command: only standby runs, and the bulk sits at ' .
                    'plain rectified mains.',
            ])
            ->mode('unloaded', 'On, main board and strip unplugged', [
                'absent' => ['RL1', 'RL2'],
                'note' => 'Command bridged on the bench; the strip driver stands at the top of its range.',
            ])
            ->mode('limited', 'Standby behind a lamp', ['absent' => ['S1'], 'set' => ['W1' => ['lamp' => '60 W']]])
            ->mainsModes();
    }

    private function upOnCommand(
        Draft $draft,
        float $volts,
        float $amperes,
        float $strip,
        float $top,
        float $peak,
    ): Draft {
        $power = $volts * $amperes + 1.2 * $strip * $top;
        $level = 0.7 * $top;
        [$upper, $lower] = Draft::arms($volts / 2.495 - 1, 10e3);

        return $draft
            // The command arrives at an optocoupler that hands the auxiliary supply to the controllers.
            ->pair('S1', 'connector', 'STBY', 'CMD')
            ->resistor('R1A', 'CMD', 'CMDLED', 1000)
            ->part('OK2', 'optocoupler', ['a' => 'CMDLED', 'k' => '0V', 'c' => 'AUXV', 'e' => 'BASE'])
            ->part(
                'U3',
                'dc_converter',
                ['in' => 'BULK+', 'out' => 'AUXV', 'common' => 'HGND'],
                ['value' => '16 V', 'limit' => '0.2 A', 'lowest' => '80 V', 'efficiency' => '70 %'],
            )
            ->electrolytic('C3', 'AUXV', 'HGND', 47e-6, 35)
            ->part(
                'Q1',
                'transistor',
                ['c' => 'AUXV', 'b' => 'BASE', 'e' => 'VCC'],
                ['current' => '0.5 A', 'power' => '1 W'],
            )
            ->resistor('R2', 'BASE', 'HGND', 47e3)
            ->electrolytic('C4', 'VCC', 'HGND', 22e-6, 35)
            ->part(
                'U4',
                'pwm_controller',
                ['vcc' => 'VCC', 'gnd' => 'HGND', 'fb' => 'FB', 'out' => 'DRIVE'],
                ['start' => '11 V', 'stop' => '9 V', 'start_up_time' => '2 ms', 'over_voltage' => '25 V'],
            )
            ->resistor('R3', 'DRIVE', 'GATE', 22)
            ->part(
                'Q2',
                'mosfet',
                ['d' => 'DRAIN', 'g' => 'GATE', 's' => 'SENSE'],
                ['voltage' => '900 V', 'current' => Draft::amperes(max(6.0, ceil($power / 15)))],
            )
            ->resistor('R4', 'SENSE', 'HGND', 0.1, 0.6)
            ->part(
                'T1',
                'forward',
                ['p1' => 'BULK+', 'p2' => 'DRAIN', 's1' => 'SEC', 's2' => '0V'],
                [
                    'secondary' => Draft::volts($volts + 0.6),
                    'lowest' => Draft::volts(0.45 * $peak),
                    'power' => Draft::write(1.4 * $power, Unit::Watt),
                    'efficiency' => '90 %',
                    'frequency' => '100 kHz',
                    'switch' => 'Q2',
                ],
            )
            ->part(
                'D1',
                'schottky',
                ['a' => 'SEC', 'k' => 'MAIN'],
                ['current' => Draft::amperes(ceil((3 * $power) / $volts)), 'reverse' => '100 V'],
            )
            ->electrolytic('C5', 'MAIN', '0V', max(1000e-6, (200e-6 * $power) / $volts), $volts * 1.4, esr: '0.02')
            ->load('RL1', 'MAIN', $amperes, $volts)
            ->resistor('R5', 'MAIN', 'LEDA', max(150, ($volts - 3.3) / 3e-3), ($volts - 3.3) * 3e-3)
            ->part('OK3', 'optocoupler', ['a' => 'LEDA', 'k' => 'CATH', 'c' => 'FB', 'e' => 'HGND'])
            ->part('U5', 'shunt_reference', ['k' => 'CATH', 'a' => '0V', 'ref' => 'REF'])
            ->pair('R6', 'resistor', 'MAIN', 'REF', value: $upper, tolerance: '1 %')
            ->pair('R7', 'resistor', 'REF', '0V', value: $lower, tolerance: '1 %')
            ->pair('C7', 'film_capacitor', 'CATH', 'REF', value: '100n', voltage: '63 V', notes: 'compensation')
            ->part(
                'U6',
                'current_driver',
                ['in' => 'MAIN', 'out' => 'STRIP', 'common' => '0V', 'en' => 'CMD'],
                [
                    'value' => Draft::amperes($strip),
                    'top' => Draft::volts($top),
                    'lowest' => Draft::volts(0.75 * $volts),
                ],
            )
            ->electrolytic('C6', 'STRIP', '0V', 22e-6, 1.2 * $top)
            ->load('RL2', 'STRIP', $strip, $level)
            ->stage(
                'command',
                'Command and controller supply',
                'standby_out',
                'S1',
                'R1A',
                'OK2',
                'U3',
                'C3',
                'Q1',
                'R2',
                'C4',
            )
            ->stage('main', 'Main converter', 'command', 'U4', 'R3', 'Q2', 'R4', 'T1')
            ->stage('main_out', 'Main output', 'main', 'D1', 'C5', 'RL1')
            ->stage('feedback', 'Feedback', 'main_out', 'R5', 'OK3', 'U5', 'R6', 'R7', 'C7')
            ->stage('strip', 'Light strip driver', 'main_out', 'U6', 'C6', 'RL2')
            ->point('power-on command', 'CMD', '0V', 'command pin of the board connector', 'command')
            ->point('controller supply', 'VCC', 'HGND', 'plus of C4', 'command', ['minutes' => 0.8])
            ->point(Draft::volts($volts) . ' main output', 'MAIN', '0V', 'plus of C5', 'main_out', [
                'rail' => Draft::volts($volts),
            ])
            ->point('light strip', 'STRIP', '0V', 'strip connector', 'strip')
            ->interlock(
                'command',
                'The main board must give the power-on command',
                'bridge the command pin to standby 5 V through 1 kOhm',
                'only standby runs and the bulk stays at plain rectified mains',
                'S1',
            );
    }
}

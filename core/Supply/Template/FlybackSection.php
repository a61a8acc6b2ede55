<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/**
 * A regulated flyback with its controller, switch, auxiliary winding, output and feedback, as a section of a larger
 * supply.
 */
final readonly class FlybackSection
{
    /**
     * @param string $bulk    node it is fed from, against HGND
     * @param string $output  node of its first output, against 0V
     * @param float  $volts   of that output
     * @param float  $amperes of that output
     * @param float  $lowest  bulk volts at which it must still give full power
     * @param int    $first   number from which its references count: 10 gives R11, C11, D11 ...
     */
    public function __construct(
        private string $bulk,
        private string $output,
        private float $volts,
        private float $amperes,
        private float $lowest,
        private int $first,
        private float $bulkVolts,
    ) {}

    /** A controller that starts through a resistor, with a switch of its own. */
    public function withController(
        Draft $draft,
        string $start,
        string $stage = 'converter',
        string $from = 'bulk',
    ): Draft {
        $n = $this->first;
        $v = "VCC{$n}";
        $bulk = $this->bulk;
        $hv = $start === 'high voltage';
        $u = 'U' . ($n + 1);
        $draft
            ->electrolytic('C' . ($n + 1), $v, 'HGND', 22e-6, 35, notes: 'supply capacitor of the controller')
            ->part(
                'D' . ($n + 1),
                'fast_diode',
                ['a' => "AUX{$n}", 'k' => $v],
                ['current' => '1 A', 'reverse' => '200 V'],
            )
            ->part(
                $u,
                'pwm_controller',
                ['vcc' => $v, 'gnd' => 'HGND', 'fb' => "FB{$n}", 'out' => "DRIVE{$n}"] +
                    ($hv ? ['hv' => "HV{$n}"] : []),
                ['run_current' => '8 mA'],
            )
            ->resistor('R' . ($n + 2), "DRIVE{$n}", "GATE{$n}", 22)
            ->resistor('R' . ($n + 3), "GATE{$n}", 'HGND', 10e3)
            ->part(
                'Q' . ($n + 1),
                'mosfet',
                ['d' => "DRAIN{$n}", 'g' => "GATE{$n}", 's' => "SENSE{$n}"],
                ['current' => Draft::amperes(max(2.0, ceil((8 * $this->power()) / $this->lowest)))],
            )
            ->resistor(
                'R' . ($n + 4),
                "SENSE{$n}",
                'HGND',
                max(0.1, ((0.35 * $this->lowest) / $this->power()) * 0.2),
                0.4,
            );
        if ($hv) {
            $draft->resistor('R' . ($n + 1), $bulk, "HV{$n}", 10e3, 0.1, notes: 'to the start pin');
        } else {
            $ohms = ($this->bulkVolts - 16) / 1.5e-3;
            $draft->resistor(
                'R' . ($n + 1),
                $bulk,
                $v,
                $ohms,
                ($this->bulkVolts * 1.15) ** 2 / $ohms,
                notes: 'start-up resistor',
            );
        }
        $this->transformer($draft, "DRAIN{$n}", 'Q' . ($n + 1), true);
        $this->feedback($draft, 'HGND');

        return $draft
            ->stage(
                "{$stage}_start",
                $hv ? 'Controller supply' : 'Start-up and controller supply',
                $from,
                'R' . ($n + 1),
                'C' . ($n + 1),
                'D' . ($n + 1),
                $u,
            )
            ->stage(
                $stage,
                'Switch and transformer',
                "{$stage}_start",
                'R' . ($n + 2),
                'R' . ($n + 3),
                'Q' . ($n + 1),
                'R' . ($n + 4),
                'T' . ($n + 1),
            )
            ->stage("{$stage}_out", 'Output', $stage, 'D' . ($n + 2), 'C' . ($n + 2), 'RL' . ($n + 1))
            ->stage(
                "{$stage}_feedback",
                'Feedback',
                "{$stage}_out",
                'R' . ($n + 5),
                'OK' . ($n + 1),
                'U' . ($n + 2),
                'R' . ($n + 6),
                'R' . ($n + 7),
                'C' . ($n + 3),
            )
            ->point('controller supply', $v, 'HGND', 'plus of C' . ($n + 1), "{$stage}_start", ['minutes' => 0.8])
            ->point('mean gate drive', "DRIVE{$n}", 'HGND', "drive pin of {$u}", $stage, ['minutes' => 0.8])
            ->point(
                Draft::volts($this->volts) . ' output',
                $this->output,
                '0V',
                'plus of C' . ($n + 2),
                "{$stage}_out",
                ['rail' => Draft::volts($this->volts)],
            )
            ->point('reference input', "REF{$n}", '0V', 'reference pin of U' . ($n + 2), "{$stage}_feedback");
    }

    /** Controller and switch in one package, which takes its start-up current from the drain. */
    public function integrated(
        Draft $draft,
        string $stage = 'converter',
        string $from = 'bulk',
        string $name = '',
    ): Draft {
        $n = $this->first;
        $u = 'U' . ($n + 1);
        $draft
            ->part(
                $u,
                'integrated_switcher',
                ['d' => "DRAIN{$n}", 's' => 'HGND', 'vcc' => "VCC{$n}", 'fb' => "FB{$n}"],
                [
                    'current' => Draft::amperes(max(0.5, (8 * $this->power()) / $this->lowest)),
                    'start_up_time' => '1 ms',
                ],
            )
            ->part(
                'C' . ($n + 1),
                'electrolytic',
                ['plus' => "VCC{$n}", 'minus' => 'HGND'],
                ['value' => '10u', 'voltage' => '25 V', 'notes' => 'supply pin'],
            );
        $this->transformer($draft, "DRAIN{$n}", $u, false);
        $this->feedback($draft, 'HGND');

        return $draft
            ->stage(
                $stage,
                $name === '' ? 'Switcher and transformer' : $name,
                $from,
                $u,
                'C' . ($n + 1),
                'T' . ($n + 1),
            )
            ->stage("{$stage}_out", 'Output', $stage, 'D' . ($n + 2), 'C' . ($n + 2), 'RL' . ($n + 1))
            ->stage(
                "{$stage}_feedback",
                'Feedback',
                "{$stage}_out",
                'R' . ($n + 5),
                'OK' . ($n + 1),
                'U' . ($n + 2),
                'R' . ($n + 6),
                'R' . ($n + 7),
                'C' . ($n + 3),
            )
            ->point("supply pin of {$u}", "VCC{$n}", 'HGND', 'plus of C' . ($n + 1), $stage, ['minutes' => 0.8])
            ->point(
                Draft::volts($this->volts) . ' output',
                $this->output,
                '0V',
                'plus of C' . ($n + 2),
                "{$stage}_out",
                ['rail' => Draft::volts($this->volts)],
            );
    }

    private function power(): float
    {
        return $this->volts * $this->amperes;
    }

    private function drop(): float
    {
        return $this->volts < 15 ? 0.5 : 0.9;
    }

    private function transformer(Draft $draft, string $drain, string $switch, bool $auxiliary): void
    {
        $n = $this->first;
        $draft->part(
            'T' . ($n + 1),
            'flyback',
            ['p1' => $this->bulk, 'p2' => $drain, 's1' => "SEC{$n}", 's2' => '0V'] +
                ($auxiliary ? ['a1' => "AUX{$n}", 'a2' => 'HGND'] : []),
            [
                'secondary' => Draft::volts($this->volts + $this->drop()),
                'lowest' => Draft::volts($this->lowest),
                'power' => Draft::write(max(1.0, 1.5 * $this->power()), Unit::Watt),
                'efficiency' => '82 %',
                'frequency' => '65 kHz',
                'switch' => $switch,
            ] + ($auxiliary ? ['auxiliary' => '14.5 V'] : []),
        );
        $farads = max(100e-6, $this->amperes * 220e-6);
        $draft
            ->part(
                'D' . ($n + 2),
                $this->volts < 15 ? 'schottky' : 'ultrafast_diode',
                ['a' => "SEC{$n}", 'k' => $this->output],
                [
                    'current' => Draft::amperes(max(1.0, ceil(3 * $this->amperes))),
                    'reverse' => Draft::volts($this->volts < 15 ? 60 : max(200, 4 * $this->volts)),
                ],
            )
            ->electrolytic(
                'C' . ($n + 2),
                $this->output,
                '0V',
                $farads,
                $this->volts * 1.3,
                esr: Draft::write(min(0.1, (0.008 * $this->volts) / $this->amperes), Unit::Ohm),
                ripple: Draft::amperes(max(0.5, 1.5 * $this->amperes)),
            )
            ->load('RL' . ($n + 1), $this->output, $this->amperes, $this->volts);
    }

    private function feedback(Draft $draft, string $emitter): void
    {
        $n = $this->first;
        [$upper, $lower] = Draft::arms($this->volts / 2.495 - 1, 10e3);
        $draft
            ->resistor(
                'R' . ($n + 5),
                $this->output,
                "LED{$n}",
                max(150, ($this->volts - 3.3) / 3e-3),
                ($this->volts - 3.3) * 3e-3,
            )
            ->part('OK' . ($n + 1), 'optocoupler', [
                'a' => "LED{$n}",
                'k' => "CATH{$n}",
                'c' => "FB{$n}",
                'e' => $emitter,
            ])
            ->part('U' . ($n + 2), 'shunt_reference', ['k' => "CATH{$n}", 'a' => '0V', 'ref' => "REF{$n}"])
            ->pair('R' . ($n + 6), 'resistor', $this->output, "REF{$n}", value: $upper, tolerance: '1 %')
            ->pair('R' . ($n + 7), 'resistor', "REF{$n}", '0V', value: $lower, tolerance: '1 %')
            // Slows the reference down below the output's own corner; without it the loop hunts.
            ->pair(
                'C' . ($n + 3),
                'film_capacitor',
                "CATH{$n}",
                "REF{$n}",
                value: '100n',
                voltage: '63 V',
                notes: 'compensation',
            );
    }
}

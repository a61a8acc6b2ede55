<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Ability\Oscillates;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\Unit;

/**
 * The controller of a switching supply: supply pin vcc against gnd, feedback fb, gate drive out; if wired a start pin
 * from high voltage (hv), a reference (ref) with a timing pin (rt), an enable pin (en), a second drive (out2) for an
 * upper switch whose source is vs.
 *
 * Averaged over switching cycles, out carries the mean gate voltage: the duty cycle times the drive voltage, which a
 * meter on DC shows. Feedback either pulls fb down from an inner 5 V pull-up, or fb is compared with 2.5 V and
 * inverted. With rt wired the oscillator runs only while current reaches that pin; f = 1.72 / (R C) (384x data-sheet
 * family).
 */
final class PwmController extends Device implements Decides, LivesBetween, Oscillates, ShowsSigns, Warms
{
    public function name(): string
    {
        return 'pwm_controller';
    }

    public function title(): string
    {
        return 'Switching controller';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'rated for 70 to 85 °C around it',
            warms: 300.0,
            letter: 'U',
            hot: Profile::COMPARE,
            words: ['controller', 'pwm'],
            types: ['/^(uc384|uc184|3842|3843|3844|3845|tl494|sg3525)/i'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Exchanged;
    }

    /** Ohms by which the drive follows its target. */
    private const DRIVE_OHMS = 100.0;

    /** Volts of mean drive at full duty. */
    private const FULL_DRIVE = 5.0;

    private const INVERTING_GAIN = 40.0;

    /** f = 1.72 / (R C), and how far controllers of one type differ (384x data-sheet family, from memory). */
    private const TIMING = 1.72;

    private const TIMING_SPREAD = 0.08;

    public function terminals(): Terminals
    {
        return Terminals::of('vcc', 'gnd', 'fb', 'out')
            ->maybe('hv')
            ->maybe('ref', 'rt')
            ->maybe('en')
            ->maybe('out2', 'vs');
    }

    public function parameters(): array
    {
        return [
            ...UnderVoltageLockout::parameters(16.0, 10.0, 0.5e-3, 12e-3, 30.0),
            Parameter::choice('feedback', 'feedback', 'pull down', 'inverting'),
            Parameter::optional('reference', 'reference voltage', Unit::Volt, 5.0, 0.02),
            Parameter::optional(
                'timing',
                'factor k of its clock, f = k / (R C)',
                Unit::Ratio,
                self::TIMING,
                self::TIMING_SPREAD,
            ),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'dead',
                'dead, does not start',
                1.5,
                'Its supply pin rises above the start voltage and nothing follows.',
            ),
            new FaultMode(
                'short',
                'supply pin shorted',
                1.0,
                'Ohms from its supply pin to its ground, the capacitor considered.',
                looks: [Look::Crater],
            ),
            new FaultMode(
                'greedy',
                'draws too much to start',
                0.4,
                'Its supply pin stays below the start voltage; lift the pin and it rises.',
                graded: true,
            ),
            // Nothing of it is broken: an over-voltage or a spike set it, and it stays so until its supply pin is
            // empty.
            new FaultMode(
                'latched',
                'latched off',
                0.5,
                'Plug out until its supply pin is empty, then start again: it runs, and what latched it is to ' .
                    'be looked for.',
            ),
            new FaultMode('no_drive', 'no gate drive', 0.5, 'It runs by its supply pin, and the gate shows nothing.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'vcc', 'gnd', "{$part->ref}, supply pin to its ground", '.supply'),
            DeadCheck::resistance($part, 'out', 'gnd', "{$part->ref}, drive pin to its ground", '.drive'),
        ];
    }

    public function rest(Part $part): array
    {
        return ['state' => UnderVoltageLockout::OFF];
    }

    public function decide(Part $part, ?string $fault, CycleRecord $record): array
    {
        return $fault === 'latched'
            ? ['state' => UnderVoltageLockout::LATCHED]
            : UnderVoltageLockout::decide(
                $part,
                $record,
                $part->node('vcc'),
                $part->node('gnd'),
                $fault !== 'dead' && $fault !== 'short',
            );
    }

    public function thresholds(Part $part): array
    {
        return [$part->node('vcc'), $part->node('gnd'), $part->value('stop'), $part->value('start')];
    }

    public function dwell(Part $part, CycleRecord $record): float
    {
        return UnderVoltageLockout::dwell($part, $record, $part->node('vcc'), $part->node('gnd'));
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return $part->value('state') === UnderVoltageLockout::LATCHED ? ["{$part->ref} latched off"] : [];
    }

    public function clockNodes(Part $part): array
    {
        return $part->has('rt')
            ? array_values(array_intersect_key($part->terminals, ['rt' => true, 'out' => true, 'out2' => true]))
            : [];
    }

    public function clockBetween(Part $part): array
    {
        return $part->has('rt')
            ? [[$part->node('ref'), $part->node('rt')], [$part->node('rt'), $part->node('gnd')]]
            : [];
    }

    public function clock(Part $part, ?string $fault, Netlist $netlist): float
    {
        if (!$part->has('rt') || !UnderVoltageLockout::isRunning($part)) {
            return 0.0;
        }
        [[$ref, $rt], [, $gnd]] = $this->clockBetween($part);
        $farads = $netlist->capacitanceBetween($rt, $gnd);

        return $farads > 0.0 ? ($part->value('timing') * $netlist->conductanceBetween($ref, $rt)) / $farads : 0.0;
    }

    public function clockLaw(Part $part): string
    {
        return sprintf('%.3g / (R C)', $part->value('timing'));
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$vcc, $gnd, $fb] = [$part->node('vcc'), $part->node('gnd'), $part->node('fb')];
        UnderVoltageLockout::enterSupply($part, $netlist, $vcc, $gnd);
        if ($fault === 'short' || $fault === 'greedy') {
            $netlist->resistor(
                "{$part->ref}.short",
                $vcc,
                $gnd,
                $fault === 'short' ? 8.0 : $part->value('stop') / $part->value('start_current') / 3,
            );
        }
        $running = UnderVoltageLockout::isRunning($part);
        if ($part->has('hv') && !$running) {
            // A current source from the drain or the mains, which stops a little above the start voltage.
            $hv = $part->node('hv');
            $netlist->controlled(
                "{$part->ref}.hv",
                $hv,
                $vcc,
                [[$vcc, $gnd], [$hv, $vcc]],
                [[[0.0, 0.0], 2.5e-3], [[-1e-3, 0.0], 1.15e-3 * $part->value('start')], [[0.0, 1e-4], 0.0]],
            );
        }
        $netlist->chip("{$part->ref}.fb_pin", $fb, $gnd, 1e6);
        if ($running && $part->choice('feedback') === 'pull down') {
            $netlist->controlled(
                "{$part->ref}.pull_up",
                $vcc,
                $fb,
                [[$fb, $gnd], [$vcc, $fb]],
                [[[-1e-4, 0.0], 5e-4], [[0.0, 0.1], 0.0]],
            );
        }
        if ($part->has('ref')) {
            $this->enterReference($part, $netlist, $running);
        }
        foreach (['out', 'out2'] as $pin) {
            if ($part->has($pin)) {
                $foot = $pin === 'out' ? $gnd : $part->node('vs');
                $netlist->chip("{$part->ref}.{$pin}_pin", $part->node($pin), $foot, 10e3);
                if ($running && $fault !== 'no_drive') {
                    $this->enterDrive($part, $netlist, $pin, $foot);
                }
            }
        }
    }

    private function enterReference(Part $part, Netlist $netlist, bool $running): void
    {
        [$vcc, $gnd, $ref, $rt] = [$part->node('vcc'), $part->node('gnd'), $part->node('ref'), $part->node('rt')];
        $netlist->chip("{$part->ref}.rt_pin", $rt, $gnd, 10e3);
        $netlist->chip("{$part->ref}.ref_pin", $ref, $gnd, 50e3);
        if ($running) {
            $netlist->regulator(
                "{$part->ref}.reference",
                $vcc,
                $ref,
                $gnd,
                false,
                $part->value('reference'),
                1.0,
                1.5,
                10.0,
                0.05,
            );
        }
    }

    /** @param string $foot node that the drive is against: an upper drive lives on a bootstrap capacitor of its own */
    private function enterDrive(Part $part, Netlist $netlist, string $pin, string $foot): void
    {
        [$vcc, $gnd, $fb, $out] = [$part->node('vcc'), $part->node('gnd'), $part->node('fb'), $part->node($pin)];
        $follow = 1 / self::DRIVE_OHMS;
        $controls = [[$fb, $gnd], [$out, $foot], $foot === $gnd ? [$vcc, $out] : [$vcc, $gnd]];
        $lines = [
            $part->choice('feedback') === 'pull down'
                ? [[2 * $follow, -$follow, 0.0], -2 * $follow]
                : [[-self::INVERTING_GAIN * $follow, -$follow, 0.0], 2.5 * self::INVERTING_GAIN * $follow],
            [[0.0, -$follow, 0.0], self::FULL_DRIVE * $follow],
            [[0.0, 0.0, 0.05], 0.0],
        ];
        // Timing and enable pins let the drive through only above their thresholds.
        foreach (['rt' => 0.5, 'en' => 2.0] as $gate => $threshold) {
            if ($part->has($gate)) {
                $controls[] = [$part->node($gate), $gnd];
                $lines = array_map(static fn(array $line): array => [[...$line[0], 0.0], $line[1]], $lines);
                $lines[] = [[...array_fill(0, count($controls) - 1, 0.0), 1.0], -$threshold];
            }
        }
        $netlist->controlled("{$part->ref}.{$pin}", $foot === $gnd ? $vcc : $foot, $out, $controls, $lines);
    }

    /** An eight-pin body (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return 60.0;
    }
}

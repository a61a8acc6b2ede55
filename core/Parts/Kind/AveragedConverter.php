<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\SharesHeat;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Pulse;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * The transformer of a switching supply together with what its switch does to it, averaged over switching cycles.
 *
 * Primary p1 to p2; an auxiliary winding a1 to a2; outputs s1 to s2, s3 to s4, s5 to s6. All windings share one node
 * that carries the volts of the first output; rectifiers and capacitors outside are parts of their own and see mean
 * voltages. One switch; two in a column (half bridge, against a capacitor or between two); two with the primary between
 * them (two-switch forward); or two columns (full bridge: the second one's lower and upper switch are the third and
 * fourth). The switch is linked by its reference: its mean gate drive commands the power (current-mode control), the
 * voltage left across it bounds what can be reached (duty limit), and P = u i / efficiency is drawn through it.
 * Averaged switch models: Middlebrook and Cuk 1976, Vorperian 1990 (from memory).
 */
abstract class AveragedConverter extends Device implements Adjusts, SharesHeat, ShowsSigns, Switches, Warms
{
    /** Mean gate drive (volts) that commands full power. */
    public const FULL_DRIVE = 4.0;

    /**
     * What a winding that is shorted on every reversal would take at its full voltage, as a multiple of the power
     * limit.
     */
    private const BACKWARDS = 20.0;

    /**
     * Volts across a switch that is a short, and across one that has the feed; mean volts of a drive that opens a
     * switch; ohms of a switch that is forced on.
     */
    private const SHORT_VOLTS = 2.0;

    private const ALIVE_VOLTS = 30.0;

    private const DRIVEN_VOLTS = 0.3;

    private const SHOOT_OHMS = 0.1;

    /**
     * Where a converter loses what it loses: in its switches (conducting and switching), in its core and copper, the
     * rest in clamps and snubbers (a designer's first split, common practice).
     */
    private const IN_SWITCHES = 0.4;

    private const IN_TRANSFORMER = 0.35;

    /** Kelvin at its power limit that a transformer is wound for. */
    private const RISE = 40.0;

    /** Share of a cycle for which a single switch conducts at its rated load (textbook). */
    protected const DUTY = 0.45;

    /**
     * Ends of the windings beside the primary, the parameter with their volts, their share of the power, and what
     * people call them.
     */
    private const OUTER = [
        ['s1', 's2', 'secondary', 1.0, 'output winding'],
        ['s3', 's4', 'secondary2', 1.0, 'second output winding'],
        ['s5', 's6', 'secondary3', 1.0, 'third output winding'],
        ['a1', 'a2', 'auxiliary', 0.05, 'auxiliary winding'],
    ];

    public function terminals(): Terminals
    {
        return Terminals::of('p1', 'p2', 's1', 's2')->maybe('a1', 'a2')->maybe('s3', 's4')->maybe('s5', 's6');
    }

    public function islands(Part $part): array
    {
        return array_values(
            array_filter(
                [['p1', 'p2'], ['a1', 'a2'], ['s1', 's2'], ['s3', 's4'], ['s5', 's6']],
                static fn(array $ends): bool => $part->has($ends[0]),
            ),
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('secondary', 'mean voltage of the first output winding', Unit::Volt),
            Parameter::optional('secondary2', 'mean voltage of the second output winding', Unit::Volt, null, 0.04),
            Parameter::optional('secondary3', 'mean voltage of the third output winding', Unit::Volt, null, 0.04),
            Parameter::optional('auxiliary', 'mean voltage of the auxiliary winding', Unit::Volt, null, 0.06),
            Parameter::main('lowest', 'lowest voltage across the switch that still gives full output', Unit::Volt),
            Parameter::main('power', 'power limit at the outputs', Unit::Watt, 0.1),
            Parameter::optional('efficiency', 'efficiency', Unit::Ratio, 0.85, 0.03),
            Parameter::optional('frequency', 'switching frequency', Unit::Hertz, 65e3, 0.1),
            Parameter::link('switch', 'switch'),
            Parameter::link('switch2', 'second switch, the upper one', false),
            Parameter::link('switch3', 'third switch, the lower one of a second column', false),
            Parameter::link('switch4', 'fourth switch, the upper one of a second column', false),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('primary_open', 'primary open', 0.3, 'Ohms across the primary; look at its pins.'),
            new FaultMode(
                'shorted_turns',
                'shorted turns',
                0.4,
                'Ring test against a twin; the supply hiccups with every output unloaded.',
                graded: true,
                degrees: [0.4, 1.5],
                in: null,
                looks: [Look::SmellOfVarnish],
            ),
            ...array_map(
                static fn(array $w): FaultMode => new FaultMode(
                    "{$w[2]}_open",
                    "{$w[4]} open",
                    0.2,
                    "Ohms across the {$w[4]}.",
                ),
                self::windingsOf($part),
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'p1', 'p2', "primary of {$part->ref}", '.primary'),
            ...array_map(
                static fn(array $w): DeadCheck => DeadCheck::resistance(
                    $part,
                    $w[0],
                    $w[1],
                    "{$w[4]} of {$part->ref}",
                    ".{$w[2]}",
                ),
                self::windingsOf($part),
            ),
        ];
    }

    /** @return list<array{string, string, string, float, string}> as OUTER, those that it has */
    private static function windingsOf(Part $part): array
    {
        return array_values(array_filter(self::OUTER, static fn(array $winding): bool => $part->has($winding[0])));
    }

    public function rest(Part $part): array
    {
        return [
            'drawn' => 0.0,
            'across' => 1.5 * $part->value('lowest'),
            'backwards' => 0.0,
            'shoots' => 0.0,
            'blocked' => 0.0,
        ];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        $switch = $part->linked('switch');
        if ($switch === null) {
            return $this->rest($part);
        }
        $currents = $record->has("{$part->ref}.feed") ? $record->current("{$part->ref}.feed") : [];
        $volts = $record->waveform(self::flux($part), $record->netlist()->reference);
        $power = 0.0;
        foreach ($currents as $step => $current) {
            $power += ($current * $volts[$step]) / count($currents);
        }
        $top = $part->linked('switch2') ?? $switch;
        $columns = array_filter(
            [[$part->linked('switch2'), $switch], [$part->linked('switch4'), $part->linked('switch3')]],
            static fn(array $pair): bool => $pair[0] !== null &&
                $pair[1] !== null &&
                self::isColumn($pair[0], $pair[1]),
        );
        $across = max(0.2 * $part->value('lowest'), $record->signal($top->node('d'), $switch->node('s'))->average);

        return [
            'drawn' => max(0.0, $power) / $part->value('efficiency'),
            'across' => $across,
            'backwards' => self::runsBackwards($part, $record) ? 1.0 : 0.0,
            // Nothing undoes it: what was in the way of the current is gone.
            'shoots' =>
                self::is($part, 'shoots') ||
                array_filter(
                    $columns,
                    static fn(array $pair): bool => self::shootsThrough($pair[0], $pair[1], $record),
                ) !== []
                    ? 1.0
                    : 0.0,
            'blocked' => $columns !== [] && !self::isCoupled($part, $record) ? 1.0 : 0.0,
        ];
    }

    private static function is(Part $part, string $state): bool
    {
        return $part->knows($state) && $part->value($state) > 0.5;
    }

    /** Of two switches in a column one is a short and the other is driven. */
    private static function shootsThrough(Part $top, Part $bottom, CycleRecord $record): bool
    {
        foreach ([[$top, $bottom], [$bottom, $top]] as [$short, $other]) {
            if (
                abs($record->signal($short->node('d'), $short->node('s'))->average) < self::SHORT_VOLTS &&
                $record->signal($other->node('d'), $other->node('s'))->average > self::ALIVE_VOLTS &&
                $record->signal(Mosfet::driveNode($other), $other->node('s'))->average > self::DRIVEN_VOLTS
            ) {
                return true;
            }
        }

        return false;
    }

    /** Two switches one above the other, with the primary at their middle. */
    private static function isColumn(Part $top, Part $bottom): bool
    {
        return $top->node('s') === $bottom->node('d');
    }

    /** The primary of a bridge lives on what a capacitor lets through, or a second column of switches. */
    private static function isCoupled(Part $part, CycleRecord $record): bool
    {
        $middle = $record->netlist()->nodes()[$part->node('p2')] ?? null;
        foreach ($record->netlist()->branches() as $name => $branch) {
            if (
                $middle !== null &&
                isset($branch->incidence()[$middle]) &&
                ($branch instanceof Capacitor || str_ends_with($name, '.body'))
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Through a shorted rectifier the winding meets its own output capacitor on every reversal: a short, which mean
     * voltages do not show.
     */
    private static function runsBackwards(Part $part, CycleRecord $record): bool
    {
        $nodes = $record->netlist()->nodes();
        $ends = [];
        foreach (['s1', 's2', 's3', 's4', 's5', 's6'] as $end) {
            if ($part->has($end) && isset($nodes[$part->node($end)])) {
                $ends[$nodes[$part->node($end)]] = true;
            }
        }
        foreach ($record->netlist()->shortedJunctions() as $name) {
            if (count(array_intersect_key($record->netlist()->branches()[$name]->incidence(), $ends)) === 1) {
                return true;
            }
        }

        return false;
    }

    public function shareHeat(Part $part, array $watts, array $parts): array
    {
        $lost = max(0.0, $watts[$part->ref] ?? 0.0);
        $switches = array_values(
            array_filter(
                array_map($part->linked(...), ['switch', 'switch2', 'switch3', 'switch4']),
                static fn(?Part $switch): bool => $switch !== null && isset($parts[$switch->ref]),
            ),
        );
        if ($lost <= 0.0 || $switches === []) {
            return $watts;
        }
        $watts[$part->ref] = self::IN_TRANSFORMER * $lost;
        foreach ($switches as $switch) {
            $watts[$switch->ref] =
                max(0.0, $watts[$switch->ref] ?? 0.0) + (self::IN_SWITCHES * $lost) / count($switches);
        }
        // What the averaged circuit sends through a sense resistor as a mean comes in pulses.
        $foot = ($part->linked('switch') ?? $part)->terminals['s'] ?? null;
        foreach ($parts as $ref => $other) {
            if ($other->kind instanceof Resistor && in_array($foot, $other->terminals, true) && isset($watts[$ref])) {
                $watts[$ref] *= $this->squareOfPulses();
            }
        }

        return $watts;
    }

    /** Mean square of what flows through a switch, over the square of its mean. */
    private function squareOfPulses(): float
    {
        return ($this->swing() >= 1.0 ? 4 / 3 : 1.0) / $this->conducts();
    }

    /** Share of a switching cycle for which current is drawn from the feed. */
    protected function conducts(): float
    {
        return self::DUTY;
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        $limited =
            $record->has("{$part->ref}.feed") &&
            $record->currentSignal("{$part->ref}.feed")->average >
                (0.97 * $part->value('power')) / $part->value('secondary');

        return $limited ? ['squeals'] : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $flux = self::flux($part);
        $first = $part->value('secondary');
        $power = $part->value('power');
        $netlist->resistor(
            "{$part->ref}.p",
            $part->node('p1'),
            $part->node('p2'),
            $fault === 'primary_open' ? 1e9 : $netlist->wire(max(0.1, (0.005 * $part->value('lowest') ** 2) / $power)),
        );
        foreach (self::windingsOf($part) as [$a, $b, $parameter, $share]) {
            $volts = $part->knows($parameter) ? $part->value($parameter) : $first;
            $ohms = $fault === "{$parameter}_open" ? 1e9 : (0.01 * $volts ** 2) / ($power * $share);
            if ($netlist->isUnpowered) {
                // To a meter every winding is its wire.
                $netlist->resistor("{$part->ref}.{$a}", $part->node($a), $part->node($b), $netlist->wire($ohms));
            } else {
                $netlist->winding("{$part->ref}.{$a}", $part->node($a), $part->node($b), $flux, $volts / $first, $ohms);
            }
        }
        if ($netlist->isUnpowered) {
            return;
        }
        $lost = match (true) {
            self::is($part, 'backwards') => self::BACKWARDS * $power,
            $fault === 'shorted_turns' => $part->degree(1.5) * $power,
            default => 0.004 * $power + 0.02,
        };
        $netlist->resistor("{$part->ref}.core", $flux, $netlist->reference, $first ** 2 / $lost);
        $switch = $part->linked('switch');
        if ($switch !== null) {
            $this->enterAction(
                $part,
                $switch,
                $netlist,
                $flux,
                $fault !== 'primary_open' && !self::is($part, 'blocked'),
            );
        }
    }

    /**
     * What each rectifier behind an output winding feeds its capacitor with, and what the primary takes from its own.
     */
    public function pulses(Part $part, CycleRecord $record): array
    {
        $names = array_flip($record->netlist()->nodes());
        $hertz = $part->value('frequency');
        $excess = $part->value('across') / $part->value('lowest');
        $switch = $part->linked('switch');
        $pulses =
            $switch === null
                ? []
                : [
                    new Pulse(
                        $part->node('p1'),
                        $switch->node('s'),
                        $part->value('drawn') / $part->value('across'),
                        1 - $this->conducts(),
                        2.0,
                        $hertz,
                        "{$switch->ref}.body",
                        $part->linked('switch2') === null
                            ? $this->standOff($part->value('across'), $part->value('lowest'))
                            : $part->value('across'),
                    ),
                ];
        foreach ([['s1', 's2'], ['s3', 's4'], ['s5', 's6'], ['a1', 'a2']] as $winding) {
            if (!$part->has($winding[0])) {
                continue;
            }
            $ends = array_map($part->node(...), $winding);
            foreach ($record->netlist()->branches() as $name => $branch) {
                $nodes =
                    $branch instanceof Junction
                        ? array_map(static fn(int $node): string => $names[$node], array_keys($branch->incidence()))
                        : [];
                $behind = array_values(array_diff($nodes, $ends));
                if (count($nodes) !== 2 || count($behind) !== 1) {
                    continue;
                }
                $against = $ends[in_array($ends[0], $nodes, true) ? 1 : 0];
                $volts = abs($record->signal($behind[0], $against)->average);
                $pulses[] = new Pulse(
                    $behind[0],
                    $against,
                    abs($record->currentSignal($name)->average),
                    $this->alone(),
                    $this->swing(),
                    $hertz,
                    $name,
                    $this->reverse($volts, $excess),
                );
            }
        }

        return $pulses;
    }

    /** Share of a switching cycle for which an output capacitor alone carries the load. */
    abstract protected function alone(): float;

    /**
     * Volts peak that a rectifier blocks while the switch conducts (or the other half does).
     *
     * @param float $output volts
     * @param float $excess feed voltage as a multiple of the lowest one it is designed for
     */
    abstract protected function reverse(float $output, float $excess): float;

    /**
     * Volts peak that a single switch blocks, from the mean voltage across it and the lowest one; two or more never
     * block more than the feed.
     */
    abstract protected function standOff(float $across, float $lowest): float;

    /** Peak-to-peak current through an output capacitor as a multiple of the output current. */
    abstract protected function swing(): float;

    public static function flux(Part $part): string
    {
        return 'flux:' . $part->ref;
    }

    private function enterAction(Part $part, Part $switch, Netlist $netlist, string $flux, bool $transfers): void
    {
        $first = $part->value('secondary');
        $most = $part->value('power') / $first;
        $second = $part->linked('switch2');
        $controls = [
            [Mosfet::driveNode($switch), $switch->node('s')],
            [$switch->node('d'), $switch->node('s')],
            [$flux, $netlist->reference],
        ];
        $stiff = (50 * $most) / $first;
        $lines = [
            [[$most / self::FULL_DRIVE, 0.0, 0.0], 0.0],
            [[0.0, ($stiff * $first) / $part->value('lowest'), -$stiff], 0.0],
            [[0.0, 0.0, 0.0], $most],
        ];
        if ($second === null && !$transfers) {
            return;
        }
        if ($second === null) {
            $netlist->controlled("{$part->ref}.feed", $netlist->reference, $flux, $controls, $lines);
            if ($part->value('drawn') > 0) {
                $netlist->junction(
                    "{$part->ref}.draw",
                    $switch->node('d'),
                    $switch->node('s'),
                    SegmentTable::constantPower($part->value('drawn'), $part->value('across'), 0.35),
                );
            }

            return;
        }
        // Two switches in a column share the voltage; each takes its half like a resistor, so that the middle is
        // steady.
        $lines[1][0][1] *= 2;
        foreach (
            array_values(array_filter([$second, $part->linked('switch3'), $part->linked('switch4')]))
            as $k => $one
        ) {
            $controls[] = [Mosfet::driveNode($one), $one->node('s')];
            /** @var list<array{list<float>, float}> $lines */
            $lines = array_map(static fn(array $line): array => [[...$line[0], 0.0], $line[1]], $lines);
            // A little ahead of those before, so that equal drives never meet in one corner.
            $lines[] = [[...array_fill(0, 3 + $k, 0.0), ((1.1 + 0.1 * $k) * $most) / self::FULL_DRIVE], 0.02 * $most];
        }
        if ($transfers) {
            $netlist->controlled("{$part->ref}.feed", $netlist->reference, $flux, $controls, $lines);
        }
        if (self::is($part, 'shoots')) {
            foreach ([$switch, $second] as $one) {
                $netlist->resistor($one->ref, $one->node('d'), $one->node('s'), self::SHOOT_OHMS);
            }
        }
        $across = $part->value('across');
        $drawn = max($part->value('drawn'), $across ** 2 / 470e3);
        foreach (['upper' => $second, 'draw' => $switch] as $name => $one) {
            $netlist->resistor("{$part->ref}.{$name}", $one->node('d'), $one->node('s'), $across ** 2 / 2 / $drawn);
        }
    }

    /** Wound for some 40 K at its power limit. */
    public function perWatt(Part $part): float
    {
        return self::RISE /
            (self::IN_TRANSFORMER * $part->value('power') * (1 / $part->value('efficiency') - 1) + 0.05);
    }
}

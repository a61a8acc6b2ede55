<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\ChecksItself;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Supposes;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Parts\Terminals;
use Oculant\Core\Quantity\Unit;

/**
 * A mains transformer with any of the usual windings.
 *
 * Primary p1-p2, with a tap for a lower mains between them (pt; fed there, it is an autotransformer for whatever hangs
 * on the full winding) or as two equal halves p1-p2 and p3-p4. Secondaries s1-s2, s3-s4 ... s9-s10; the first two may
 * have a centre tap (ct, ct2). A screen is left out: it carries no power current.
 *
 * A secondary is given by its volts at rated load, by its volts without load, or both, each half if tapped; ohms of any
 * winding beside that. What is not given follows from the regulation, shared half and half between primary and
 * secondary. Regulation by size where nothing tells it: makers' tables for EI cores (common practice), which real ones
 * miss by up to two either way.
 */
final class Transformer extends Device implements ChecksItself, NamesWindings, Rated, Supposes, Warms
{
    /** First end, tap and second end of each secondary. */
    private const SECONDARIES = [
        '' => ['s1', 'ct', 's2'],
        '2' => ['s3', 'ct2', 's4'],
        '3' => ['s5', null, 's6'],
        '4' => ['s7', null, 's8'],
        '5' => ['s9', null, 's10'],
    ];

    /**
     * Relative half-widths: of a printed voltage by its turns, of one that was measured, of ohms of copper; of a
     * regulation from the size alone.
     */
    private const RATIO = 0.03;

    private const MEASURED = 0.01;

    private const COPPER = 0.1;

    /** A factor of two either way, log-uniform, has a standard deviation of 0.42: that of this half-width. */
    private const BY_SIZE = 0.73;

    /** Share of a winding's drop that is at least its own, whatever the primary is said to have. */
    private const OWN_DROP = 0.25;

    private const WORDS = ['' => '', '2' => 'second ', '3' => 'third ', '4' => 'fourth ', '5' => 'fifth '];

    public function name(): string
    {
        return 'transformer';
    }

    public function title(): string
    {
        return 'Transformer';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 90.0,
            limit: 'class A winding, 105 °C at the hot spot (IEC 60085), the outside some 15 K cooler',
            warms: 2400.0,
            letter: 'T',
            hot: Profile::HOT_WINDING,
            probed: 8,
            prefixes: ['TR', 'T'],
            words: ['transformer'],
            symbols: ['Transformer_1P_1S', 'Transformer_1P_SS'],
            pins: [
                'AA' => 'p1',
                'AB' => 'p2',
                'SA' => 's1',
                'SB' => 's2',
                'SC' => 'ct',
                '1' => 'p1',
                '2' => 'p2',
                '3' => 's1',
                '4' => 's2',
            ],
        );
    }

    public function apart(): Apart
    {
        return Apart::Disconnected;
    }

    public function windings(Part $part): array
    {
        $windings = [];
        foreach (self::SECONDARIES as $number => [$first, $tap, $last]) {
            if ($part->has($first)) {
                $tapped = $tap !== null && $part->has($tap);
                $nodes = $tapped
                    ? [$part->node($first), $part->node($tap), $part->node($last)]
                    : [$part->node($first), $part->node($last)];
                $windings[] = [$nodes, self::rated($part, (string) $number) * ($tapped ? 2 : 1)];
            }
        }

        return $windings;
    }

    public function terminals(): Terminals
    {
        return Terminals::of('p1', 'p2', 's1', 's2')
            ->maybe('pt')
            ->maybe('p3', 'p4')
            ->maybe('ct')
            ->maybe('s3', 's4')
            ->maybe('ct2')
            ->maybe('s5', 's6')
            ->maybe('s7', 's8')
            ->maybe('s9', 's10');
    }

    public function islands(Part $part): array
    {
        $groups = [['p1', 'p2', 'pt'], ['p3', 'p4']];
        foreach (self::SECONDARIES as [$first, $tap, $last]) {
            $groups[] = array_filter([$first, $tap, $last]);
        }

        return array_values(
            array_filter(
                array_map(
                    static fn(array $group): array => array_values(array_filter($group, $part->has(...))),
                    $groups,
                ),
            ),
        );
    }

    public function parameters(): array
    {
        $windings = [
            Parameter::optionalMain(
                'secondary',
                'secondary voltage at rated load, each half if tapped',
                Unit::Volt,
                self::RATIO,
            ),
        ];
        foreach (array_filter(self::WORDS) as $number => $word) {
            $windings[] = Parameter::optional(
                "secondary{$number}",
                "{$word}secondary voltage",
                Unit::Volt,
                null,
                self::RATIO,
            );
        }
        foreach (self::WORDS as $number => $word) {
            $windings[] = Parameter::optional(
                "unloaded{$number}",
                "{$word}secondary voltage without load, each half if tapped",
                Unit::Volt,
                null,
                self::MEASURED,
            );
            $windings[] = Parameter::optional(
                "ohms{$number}",
                "resistance of the {$word}secondary, of each half if tapped",
                Unit::Ohm,
                null,
                self::COPPER,
            );
        }

        return [
            ...$windings,
            Parameter::optional(
                'primary_ohms',
                'resistance of the primary, of each half if there are two',
                Unit::Ohm,
                null,
                self::COPPER,
            ),
            Parameter::optional('primary', 'primary voltage, of each half if there are two', Unit::Volt, 230.0),
            Parameter::optional('tap', 'mains voltage of the primary tap', Unit::Volt, 120.0),
            Parameter::optional('power', 'rated power', Unit::VoltAmpere, 30.0),
            Parameter::optional('regulation', 'rise from rated load to none', Unit::Ratio, null, 0.15),
            Parameter::optional('frequency', 'rated frequency', Unit::Hertz, 50.0),
        ];
    }

    public function complaint(Part $part): ?string
    {
        if (!$part->knows('secondary') && !$part->knows('unloaded')) {
            return 'State its secondary voltage at rated load ("secondary": "15 V") or without load ("unloaded": ' .
                '"18.2 ' .
                'V").';
        }
        foreach (array_keys(self::SECONDARIES) as $number) {
            if (
                $part->knows("secondary{$number}") &&
                $part->knows("unloaded{$number}") &&
                $part->value("unloaded{$number}") < $part->value("secondary{$number}")
            ) {
                return sprintf(
                    '"unloaded%1$s" is below "secondary%1$s": without load a winding gives more than at rated ' .
                        'load. Exchange them, or leave one out.',
                    $number,
                );
            }
        }

        return null;
    }

    public function supposed(Part $part): array
    {
        if ($part->knows('secondary') && $part->knows('unloaded')) {
            return ['regulation' => [max(0.01, $part->value('unloaded') / $part->value('secondary') - 1), 0.0]];
        }

        return ['regulation' => [self::regulationFor($part->value('power')), self::BY_SIZE]];
    }

    public function faults(Part $part): array
    {
        $proof = 'Ohms across the winding, then across the pins of a known good one.';
        $faults = [
            new FaultMode(
                'primary_open',
                'primary open',
                0.8,
                $proof . ' Many have a thermal fuse under the wrapping.',
            ),
            self::joint('primary', 'primary'),
            new FaultMode(
                'shorted_turns',
                'shorted turns',
                0.25,
                'Disconnect every secondary: it still hums, heats and draws current.',
                graded: true,
                degrees: [0.3, 2.0, 10.0],
                in: null,
                looks: [Look::DarkWinding, Look::SmellOfVarnish],
            ),
        ];
        foreach (self::SECONDARIES as $number => [$first, $tap]) {
            if (!$part->has($first)) {
                continue;
            }
            $word = self::WORDS[$number];
            if ($tap !== null && $part->has($tap)) {
                $faults[] = new FaultMode(
                    "secondary{$number}_a_open",
                    "first half of the {$word}secondary open",
                    0.25,
                    $proof,
                );
                $faults[] = new FaultMode(
                    "secondary{$number}_b_open",
                    "second half of the {$word}secondary open",
                    0.25,
                    $proof,
                );
                $faults[] = new FaultMode(
                    $number === '' ? 'tap_open' : "tap{$number}_open",
                    "centre tap of the {$word}secondary open",
                    0.25,
                    $proof,
                );
                array_push(
                    $faults,
                    self::joint("secondary{$number}_a", "first half of the {$word}secondary"),
                    self::joint("secondary{$number}_b", "second half of the {$word}secondary"),
                    self::joint("tap{$number}", "centre tap of the {$word}secondary"),
                );
            } else {
                $faults[] = new FaultMode("secondary{$number}_open", "{$word}secondary open", 0.35, $proof);
                $faults[] = self::joint("secondary{$number}", "{$word}secondary");
            }
        }

        return $faults;
    }

    /** A lead that its pin or the board holds badly. */
    private static function joint(string $winding, string $words): FaultMode
    {
        return new FaultMode(
            "{$winding}_resistive",
            "{$words} badly joined",
            0.06,
            'Millivolts from its pin to the track under load; press on the pin with something that insulates.',
            graded: true,
            looks: [Look::Ring, Look::BrownedBoard],
            silence: 'It carries too little for its joint to matter.',
            comesAndGoes: true,
            degrees: [0.5, 20.0, 300.0],
        );
    }

    /** Ohms that such a joint adds to a winding. */
    private static function badly(Part $part, ?string $fault, string $winding): float
    {
        return $fault === "{$winding}_resistive" ? $part->degree(15.0) : 0.0;
    }

    public function deadChecks(Part $part): array
    {
        $checks = [DeadCheck::resistance($part, 'p1', 'p2', "primary of {$part->ref}", '.primary')];
        foreach (self::SECONDARIES as $number => [$first, , $last]) {
            if ($part->has($first)) {
                $checks[] = DeadCheck::resistance(
                    $part,
                    $first,
                    $last,
                    self::WORDS[$number] . "secondary of {$part->ref}",
                    ".secondary{$number}",
                );
            }
        }

        return $checks;
    }

    public function ratings(Part $part): array
    {
        return [
            Rating::rms(($part->value('power') / $part->value('primary')) * 1.2, '.p')->destroyedAt(
                8.0,
                'primary_open',
                Breaking::BurnsItsPrimary,
                60.0,
            ),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $flux = 'flux:' . $part->ref;
        $primary = $part->value('primary');
        $power = $part->value('power');
        $regulation = $part->value('regulation');
        // Half of the drop at rated load is the primary's, as the secondaries see it.
        $primaryOhms = $part->knows('primary_ohms')
            ? $part->value('primary_ohms')
            : (($regulation / 2) * $primary ** 2) / $power / (1 + $regulation) ** 2;
        $fromPrimary = ($primaryOhms * $power * (1 + $regulation) ** 2) / $primary ** 2;
        $iron = 0.03 * $power + 0.3;
        // The primary loses a little to the iron before anything is drawn.
        $lift = 1 / (1 - ($primaryOhms * $iron) / $primary ** 2) / $primary;

        $this->enterPrimary(
            $part,
            $netlist,
            $flux,
            $fault === 'primary_open'
                ? 1e9
                : ($part->knows('primary_ohms') ? $primaryOhms : $netlist->wire($primaryOhms)) +
                    self::badly($part, $fault, 'primary'),
        );
        $netlist->resistor("{$part->ref}.iron", $flux, $netlist->reference, $primary ** 2 / $iron);
        $netlist->inductor(
            "{$part->ref}.mag",
            $flux,
            $netlist->reference,
            $primary ** 2 / ($power * 0.2 + 0.8) / (2 * M_PI * $part->value('frequency')),
        );
        if ($fault === 'shorted_turns') {
            // What the shorted turns would take at full flux, as a multiple of the rated power.
            $netlist->resistor(
                "{$part->ref}.shorted",
                $flux,
                $netlist->reference,
                $primary ** 2 / ($part->degree(1 / $regulation) * $power),
            );
        }

        // The windings share the rated power; each half of a tapped one carries the full current.
        $secondaries = $this->secondaries($part);
        foreach ($secondaries as [$name, $a, $b, $number, $faultName]) {
            $volts = self::rated($part, $number);
            $amperes = $power / count($secondaries) / $volts;
            $drop =
                $part->knows("unloaded{$number}") && $part->knows("secondary{$number}")
                    ? $part->value("unloaded{$number}") - $volts
                    : $regulation * $volts;
            $ohms = $part->knows("ohms{$number}")
                ? $part->value("ohms{$number}")
                : max(self::OWN_DROP * $drop, $drop - $fromPrimary * $volts) / $amperes;
            $unloaded = $part->knows("unloaded{$number}")
                ? $part->value("unloaded{$number}")
                : $volts * (1 + $fromPrimary) + $ohms * $amperes;
            $netlist->winding(
                "{$part->ref}.{$name}",
                $a,
                $b,
                $flux,
                $unloaded * $lift,
                $fault === $faultName
                    ? 1e9
                    : ($part->knows("ohms{$number}") ? $ohms : $netlist->wire($ohms)) +
                        self::badly($part, $fault, substr($faultName, 0, -strlen('_open'))),
            );
        }
        foreach (['ct' => '', 'ct2' => '2'] as $tap => $number) {
            if ($part->has($tap)) {
                $netlist->resistor(
                    "{$part->ref}.tap{$number}",
                    "{$part->ref}:tap{$number}",
                    $part->node($tap),
                    $fault === "tap{$number}_open" ? 1e9 : 0.005 + self::badly($part, $fault, "tap{$number}"),
                );
            }
        }
    }

    /** @param float $ohms of the whole primary, or of each half */
    private function enterPrimary(Part $part, Netlist $netlist, string $flux, float $ohms): void
    {
        if (!$part->has('pt')) {
            $netlist->winding("{$part->ref}.p", $part->node('p1'), $part->node('p2'), $flux, 1.0, $ohms);
        } else {
            $share = $part->value('tap') / $part->value('primary');
            $netlist->winding(
                "{$part->ref}.p",
                $part->node('p1'),
                $part->node('pt'),
                $flux,
                1 - $share,
                $ohms * (1 - $share),
            );
            $netlist->winding(
                "{$part->ref}.p_tap",
                $part->node('pt'),
                $part->node('p2'),
                $flux,
                $share,
                $ohms * $share,
            );
        }
        if ($part->has('p3')) {
            $netlist->winding("{$part->ref}.p2", $part->node('p3'), $part->node('p4'), $flux, 1.0, $ohms);
        }
    }

    /** Volts of a secondary at rated load, each half if tapped. */
    private static function rated(Part $part, string $number): float
    {
        return match (true) {
            $part->knows("secondary{$number}") => $part->value("secondary{$number}"),
            $part->knows("unloaded{$number}") => $part->value("unloaded{$number}") / (1 + $part->value('regulation')),
            // A further winding of which nothing is said is like the first.
            default => $number === '' ? NAN : self::rated($part, ''),
        };
    }

    /**
     * @return list<array{string, string, string, string, string}> name, first node, second node, number of the winding,
     *     fault that opens it
     */
    private function secondaries(Part $part): array
    {
        $windings = [];
        foreach (self::SECONDARIES as $number => [$first, $tap, $last]) {
            if (!$part->has($first)) {
                continue;
            }
            $number = (string) $number;
            if ($tap !== null && $part->has($tap)) {
                $middle = "{$part->ref}:tap{$number}";
                $windings[] = ["s{$number}a", $part->node($first), $middle, $number, "secondary{$number}_a_open"];
                $windings[] = ["s{$number}b", $middle, $part->node($last), $number, "secondary{$number}_b_open"];
            } else {
                $windings[] = [
                    "s{$number}",
                    $part->node($first),
                    $part->node($last),
                    $number,
                    "secondary{$number}_open",
                ];
            }
        }

        return $windings;
    }

    /** @param float $power volt-amperes */
    private static function regulationFor(float $power): float
    {
        return max(0.04, min(0.5, 0.65 * $power ** -0.45));
    }

    /** Its outside is some 30 K warm at its rated load: what it loses there stands for its surface. */
    public function perWatt(Part $part): float
    {
        $power = $part->value('power');
        $regulation = $part->values['regulation'] ?? self::regulationFor($power);

        return self::RISE / (($regulation / (1 + $regulation)) * $power + 0.03 * $power + 0.3);
    }

    /** Kelvin outside; the copper inside is half as much again or twice as warm (class A; common practice). */
    private const RISE = 30.0;
}

<?php

declare(strict_types=1);

namespace Bench\Outside;

use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Practice\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Point;

/**
 * One particular unit, solved by ngspice with models of its own: parts spread, perhaps one of them harmed, read with a
 * meter that errs. Fuses and fusible resistors go when they are overloaded, and stay gone until they are replaced.
 */
final class OutsideUnit implements Unit
{
    /** A fuse parts within the time of a look at more than this, rms, as a multiple of its rating. */
    private const PARTS = 2.0;

    /** A capacitor vents and shorts above this multiple of its rated voltage. */
    private const VENTS = 1.45;

    /** Amperes from which a light-emitting diode is seen to glow (common practice). */
    private const GLOWS = 1e-4;

    /** Decades of the ohms function: current is what drops 0.4 V at full scale. */
    private const RANGES = [400.0, 4e3, 40e3, 400e3, 4e6, 40e6];

    private const FULL_SCALE = 0.4;

    private const OL_DIODE = 2.6;

    private readonly Luck $luck;

    /** @var array<string, Part> */
    private array $parts = [];

    /** @var array<string, Harm> by reference */
    private array $harms = [];

    /**
     * @var array<string, array{settled: bool, dc: array<string, float>, ac: array<string, float>, ripple: array<string,
     *     float>, lit: array<string, bool>}|null> by mode; null where ngspice finds nothing
     */
    private array $seen = [];

    /** @var array<string, float> */
    private array $deadSeen = [];

    private int $readings = 0;

    /** @param bool $isWide true for parts from all over their tolerance */
    public function __construct(
        private readonly Description $supply,
        ?Harm $harm,
        public readonly int $seed,
        bool $isWide = false,
    ) {
        $this->luck = new Luck($seed, $isWide);
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->tolerances as $parameter => $tolerance) {
                if (
                    $tolerance > 0 &&
                    $part->knows($parameter) &&
                    !($parameter === 'secondary' && $part->kind->name() === 'transformer')
                ) {
                    $part = $part->with(
                        $parameter,
                        $part->value($parameter) * $this->luck->within("{$ref} {$parameter}", $tolerance),
                    );
                }
            }
            $this->parts[(string) $ref] = $part;
        }
        if ($harm !== null) {
            $this->harms[$harm->ref] = $harm;
        }
        // It comes from its owner: what the fault takes with it has gone.
        $this->observe($supply->mode(null));
    }

    /** Whether ngspice finds how it runs at all. */
    public function isSolved(): bool
    {
        return $this->observe($this->supply->mode(null)) !== null;
    }

    public function isBad(string $ref): bool
    {
        return isset($this->harms[$ref]);
    }

    public function repair(string $ref): void
    {
        unset($this->harms[$ref]);
        $this->seen = $this->deadSeen = [];
    }

    public function settles(string $mode): bool
    {
        return $this->observe($this->supply->mode($mode))['settled'] ?? false;
    }

    public function signs(string $mode): array
    {
        // What goes when it is switched on has gone by the time that anybody looks.
        $seen = $this->observe($this->supply->mode($mode));
        $signs = [];
        foreach ($this->supply->parts as $ref => $part) {
            if ($part->kind->name() === 'fuse') {
                $signs[] = $ref . (isset($this->harms[$ref]) ? ' open' : ' intact');
            }
        }
        foreach ($seen['lit'] ?? [] as $ref => $isLit) {
            $signs[] = $ref . ($isLit ? ' lit' : ' dark');
        }

        return $signs;
    }

    /** As ngspice has it, without the meter's error; NAN where it finds nothing. */
    public function true(string $point, string $quantity, string $mode): float
    {
        return $this->observe($this->supply->mode($mode))[$quantity][$point] ?? NAN;
    }

    public function live(string $point, string $quantity, string $mode): float
    {
        $true = $this->true($point, $quantity, $mode);
        $share = $quantity === 'dc' ? 0.005 : ($quantity === 'ac' ? 0.012 : 0.1);

        return $this->shown($true, $share, $quantity === 'dc' ? 0.004 : 0.01);
    }

    public function dead(string $check, string $mode): float
    {
        $true = $this->trueDead($check, $mode);

        return is_finite($true)
            ? $this->shown(
                $true,
                0.01,
                $this->supply->deadChecks()[$check]->quantity === DeadCheck::DIODE
                    ? 0.002
                    : ($this->supply->deadChecks()[$check]->quantity === DeadCheck::ESR
                        ? 0.01
                        : 0.1),
            )
            : $true;
    }

    /** As ngspice has it, without the meter's error. */
    public function trueDead(string $check, string $mode): float
    {
        return $this->deadSeen["{$mode} {$check}"] ??= $this->measureDead(
            $this->supply->deadChecks()[$check],
            $this->supply->mode($mode),
        );
    }

    private function shown(float $true, float $share, float $floor): float
    {
        $shown = $true + ($share * abs($true) + $floor) * 0.6 * $this->luck->even('reading ' . $this->readings++);

        return (float) sprintf('%.4g', abs($shown) < 5e-4 ? 0.0 : $shown);
    }

    /**
     * @return array{settled: bool, dc: array<string, float>, ac: array<string, float>, ripple: array<string, float>,
     *     lit: array<string, bool>}|null
     */
    private function observe(Mode $mode): ?array
    {
        if (array_key_exists($mode->id, $this->seen)) {
            return $this->seen[$mode->id];
        }
        for ($goes = 0; $goes < 3; $goes++) {
            [$seen, $gone] = $this->simulate($mode);
            if ($gone === []) {
                break;
            }
            // What went in one mode is gone in the others.
            foreach ($gone as $ref) {
                $this->harms[$ref] ??=
                    $this->parts[$ref]->kind->name() === 'electrolytic'
                        ? new Harm($ref, 'vented', Harm::BRIDGE, ['plus', 'minus'], 0.3)
                        : new Harm($ref, 'blown', Harm::SERIES, ['a'], 1e9);
            }
            $this->seen = $this->deadSeen = [];
        }

        return $this->seen[$mode->id] = $seen;
    }

    /**
     * @return array{array{settled: bool, dc: array<string, float>, ac: array<string, float>, ripple: array<string,
     *     float>, lit: array<string, bool>}|null, list<string>} what is measured, and what burns out
     */
    private function simulate(Mode $mode): array
    {
        $deck = new Deck($this->supply->reference);
        $parts = $this->partsIn($mode);
        (new Models(
            $deck,
            array_intersect_key($this->harms, $parts),
            $this->luck,
            false,
            $this->supply->frequency,
        ))->enter($parts);
        $probes = [];
        foreach ($this->supply->points as $id => $point) {
            $probes['p' . Deck::safe((string) $id)] = [$deck->node($point->node), $deck->node($point->against)];
            $deck->resistor("meter_{$id}", $deck->node($point->node), $deck->node($point->against), 10e6);
        }
        $fused = [];
        foreach ($parts as $ref => $part) {
            if (in_array($part->kind->name(), ['fuse', 'resistor', 'electrolytic'], true)) {
                [$from, $to] = array_values($part->terminals);
                $fused['x' . Deck::safe($ref)] = [$deck->node($from), $deck->node($to), $part];
            }
        }
        $lamps = array_map(
            static fn(Part $part): string => 'v' . Deck::safe($part->ref) . '_lamp',
            array_filter($parts, static fn(Part $part): bool => $part->kind->name() === 'led'),
        );
        $pulsed = Pulses::fed($parts);
        $cycle = $this->supply->source()->knows('dc') ? 0.02 : 1 / $this->supply->frequency;
        $isSlow =
            array_filter(
                $this->supply->parts,
                static fn(Part $p): bool => $p->linked('switch') !== null || $p->kind->name() === 'valve',
            ) !== [];
        $result = [];
        foreach ($isSlow ? [2.4, 5.0] : [1.0, 3.0] as $length) {
            foreach ([[2e-3, 1e-4], [1e-2, 5e-5]] as [$accuracy, $step]) {
                $result = Spice::run(
                    $deck->text($this->supply->title) .
                        "\n" .
                        self::run(
                            $probes,
                            $fused,
                            [...array_merge(...array_values($pulsed)), ...array_values($lamps)],
                            $length,
                            $cycle,
                            $accuracy,
                            $step,
                        ),
                );
                if (isset($result[array_key_first($probes) . 'a_avg'])) {
                    break;
                }
            }
            if (!isset($result[array_key_first($probes) . 'a_avg'])) {
                return [null, []];
            }
            if (self::isSettled($probes, $result)) {
                break;
            }
        }
        $gone = [];
        $lit = array_map(static fn(string $source): bool => ($result["{$source}_mean"] ?? 0.0) > self::GLOWS, $lamps);
        foreach ($fused as $name => [, , $part]) {
            $rms = $result["{$name}_rms"] ?? 0.0;
            if ($part->kind->name() === 'fuse') {
                $ohms = 0.06 / max(0.05, $part->value('rating'));
                if (!isset($this->harms[$part->ref]) && $rms / $ohms > self::PARTS * $part->value('rating')) {
                    $gone[] = $part->ref;
                }
            } elseif ($part->kind->name() === 'electrolytic') {
                if (
                    !isset($this->harms[$part->ref]) &&
                    $part->knows('voltage') &&
                    ($result["{$name}_avg"] ?? 0.0) > self::VENTS * $part->value('voltage')
                ) {
                    $gone[] = $part->ref;
                }
            } elseif (
                !isset($this->harms[$part->ref]) &&
                $rms ** 2 / $part->value('value') >
                    ($part->choice('style') === 'fusible' ? 8 : 25) * $part->value('power')
            ) {
                $gone[] = $part->ref;
            }
        }
        $seen = ['settled' => self::isSettled($probes, $result), 'dc' => [], 'ac' => [], 'ripple' => [], 'lit' => $lit];
        foreach (array_keys($this->supply->points) as $id) {
            $name = 'p' . Deck::safe((string) $id);
            $seen['dc'][(string) $id] = $result["{$name}b_avg"];
            $seen['ac'][(string) $id] = sqrt(max(0.0, $result["{$name}b_rms"] ** 2 - $result["{$name}b_avg"] ** 2));
            $seen['ripple'][(string) $id] = $result["{$name}b_pp"];
        }
        foreach ($this->supply->points as $id => $point) {
            $amperes = array_sum(
                array_map(
                    static fn(string $source): float => abs($result["{$source}_mean"] ?? 0.0),
                    $pulsed[$point->node] ?? [],
                ),
            );
            if ($amperes > 0.0) {
                $seen['ripple'][(string) $id] += Pulses::ripple(
                    $amperes,
                    $this->impedance($point, $mode),
                    $seen['dc'][(string) $id],
                );
            }
        }

        return [$seen, $gone];
    }

    /**
     * @param array<string, array{string, string}>       $probes
     * @param array<string, array{string, string, Part}> $fused
     * @param list<string>                               $sources whose mean current is asked for
     */
    private static function run(
        array $probes,
        array $fused,
        array $sources,
        float $length,
        float $cycle,
        float $accuracy,
        float $step,
    ): string {
        $lines = [
            ".options reltol={$accuracy} abstol=1e-8 vntol=1e-5 method=gear itl4=60 gmin=1e-11 cshunt=1e-9",
            sprintf('.tran %.3g %.4g %.4g %.3g uic', $step, $length, $length - 0.5, $step),
        ];
        // Early, before and now: what stands still is alike in all.
        $windows = ['e' => 0.42, 'a' => 2 * $cycle, 'b' => 0.0];
        foreach ($probes + $fused as $name => [$a, $b]) {
            $lines[] = "Emeter_{$name} meter_{$name} 0 {$a} {$b} 1";
        }
        foreach (array_keys($probes) as $name) {
            $v = "v(meter_{$name})";
            foreach ($windows as $window => $back) {
                foreach (['avg', 'rms', 'pp'] as $what) {
                    $lines[] = sprintf(
                        '.meas tran %s%s_%s %s %s from=%.6g to=%.6g',
                        $name,
                        $window,
                        $what,
                        $what,
                        $v,
                        $length - $back - 2 * $cycle,
                        $length - $back,
                    );
                }
            }
        }
        foreach (array_keys($fused) as $name) {
            $v = "v(meter_{$name})";
            $lines[] = sprintf('.meas tran %s_rms rms %s from=%.6g to=%.6g', $name, $v, $length - 2 * $cycle, $length);
            $lines[] = sprintf('.meas tran %s_avg avg %s from=%.6g to=%.6g', $name, $v, $length - 2 * $cycle, $length);
        }
        foreach ($sources as $source) {
            $lines[] = sprintf(
                '.meas tran %s_mean avg i(%1$s) from=%.6g to=%.6g',
                $source,
                $length - 2 * $cycle,
                $length,
            );
        }
        $lines[] = '.end';

        return implode("\n", $lines) . "\n";
    }

    /**
     * @param array<string, array{string, string}> $probes
     * @param array<string, float>                 $result
     */
    private static function isSettled(array $probes, array $result): bool
    {
        foreach (array_keys($probes) as $name) {
            foreach (['e', 'a'] as $window) {
                if (
                    abs($result["{$name}{$window}_avg"] - $result["{$name}b_avg"]) >
                    0.05 + 0.015 * abs($result["{$name}b_avg"]) + 0.01 * $result["{$name}b_rms"]
                ) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @return array<string, Part> */
    private function partsIn(Mode $mode, bool $isDead = false): array
    {
        $parts = [];
        foreach ($this->supply->partsIn($mode) as $ref => $part) {
            if ($isDead && $part->kind instanceof FeedsEnergy) {
                continue;
            }
            // What the mode sets is set on this unit's own parts.
            $set = $mode->values[$ref] ?? [];
            if ($part->kind->name() === 'mains') {
                $feed = $part->knows('dc') ? 'dc' : 'voltage';
                $set =
                    [$feed => $part->value($feed) * (1 + $this->supply->mainsTolerance * $this->luck->even('mains'))] +
                    $part->values;
            }
            $parts[(string) $ref] = isset($this->parts[$ref])
                ? $this->parts[$ref]->withValues($set)->withChoices($mode->choices[$ref] ?? [])
                : $part;
        }

        return $parts;
    }

    private function measureDead(DeadCheck $check, Mode $mode): float
    {
        $deck = new Deck($this->supply->reference);
        $parts = $this->partsIn($mode, true);
        (new Models($deck, array_intersect_key($this->harms, $parts), $this->luck, true))->enter($parts);
        [$red, $black] = [$deck->node($check->red), $deck->node($check->black)];
        if ($check->quantity === DeadCheck::ESR) {
            return $this->esr($deck, $red, $black);
        }
        $deck->add("Vtest lead {$black} DC 1\nRtest lead {$red} 1k");
        $options = ".options gmin=1e-13 abstol=1e-13 reltol=1e-4 itl1=500\n.control\n";
        if ($check->quantity === DeadCheck::DIODE) {
            $found = Spice::run(
                $deck->text('diode test') .
                    "\n{$options}alter Vtest = 2.9\nalter Rtest = 1900\nop\nlet shown = " .
                    self::difference($red, $black) .
                    "\nprint shown\n.endc\n.end\n",
            );
            $shown = $found['shown'] ?? NAN;

            return $shown > self::OL_DIODE ? INF : $shown;
        }
        $lines = '';
        foreach (self::RANGES as $k => $ohms) {
            // A current source with 0.4 V at full scale and not much more when open.
            $lines .= sprintf(
                "alter Vtest = 0.6\nalter Rtest = %.6g\nop\nlet shown%d = %s\nprint shown%2\$d\n",
                $ohms / 2,
                $k,
                self::difference($red, $black),
            );
        }
        $found = Spice::run($deck->text('ohms') . "\n{$options}{$lines}.endc\n.end\n");
        foreach (self::RANGES as $k => $range) {
            $volts = $found["shown{$k}"] ?? NAN;
            if (is_nan($volts)) {
                continue;
            }
            $current = (0.6 - $volts) / ($range / 2);
            $ohms = $current <= 0 ? INF : max(0.0, $volts / $current);
            if ($volts < self::FULL_SCALE && $ohms <= $range) {
                return $ohms;
            }
        }

        return $found === [] ? NAN : INF;
    }

    /** Ohms between the leads at the switching frequency. */
    private function impedance(Point $point, Mode $mode): float
    {
        $deck = new Deck($this->supply->reference);
        $parts = $this->partsIn($mode, true);
        (new Models($deck, array_intersect_key($this->harms, $parts), $this->luck, true))->enter($parts);

        return $this->magnitude($deck, $deck->node($point->node), $deck->node($point->against), Pulses::HERTZ);
    }

    private function esr(Deck $deck, string $red, string $black): float
    {
        $shown = $this->magnitude($deck, $red, $black, 1e5);

        return $shown > 100 ? INF : $shown;
    }

    /** With a hundred millivolts, which wake no junction. */
    private function magnitude(Deck $deck, string $red, string $black, float $hertz): float
    {
        $deck->add("Itest {$black} {$red} DC 0 AC 1");
        $found = Spice::run(
            $deck->text('impedance') .
                "\n.options gmin=1e-13\n.control\nac lin 1 {$hertz} {$hertz}\nlet shown = mag(" .
                self::difference($red, $black) .
                ")\nprint shown\n.endc\n.end\n",
        );

        return $found['shown'] ?? NAN;
    }

    /** The volts between two nodes where only vectors are understood. */
    private static function difference(string $a, string $b): string
    {
        return ($a === '0' ? '0' : "v({$a})") . ($b === '0' ? '' : "-v({$b})");
    }
}

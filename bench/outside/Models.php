<?php

declare(strict_types=1);

namespace Bench\Outside;

use Oculant\Core\Parts\Part;

/**
 * Parts as ngspice sees them: exponential junctions with series resistance, Gummel-Poon transistors, regulators that
 * limit by current, power and heat, windings coupled through inductances, valves by the 3/2-power law, averaged
 * switchers that follow the square of their command. Nothing here is taken from the engine's own models; values are
 * those of common data sheets, from memory.
 */
final class Models
{
    /** @var array<string, string> node of each terminal, by "reference terminal": the inner end where a joint is bad */
    private array $ends = [];

    /** @var array<string, string> node that says whether a controller runs, by reference */
    private array $states = [];

    /**
     * @param array<string, Harm> $harms by reference
     */
    public function __construct(
        private readonly Deck $deck,
        private readonly array $harms,
        private readonly Luck $luck,
        private readonly bool $isDead,
        private readonly float $hertz = 50.0,
    ) {}

    /** @param array<string, Part> $parts */
    public function enter(array $parts): void
    {
        foreach ($parts as $part) {
            foreach ($part->terminals as $terminal => $node) {
                $this->ends["{$part->ref} {$terminal}"] = $this->deck->node($node);
            }
        }
        foreach (array_intersect_key($this->harms, $parts) as $ref => $harm) {
            $this->spoil($parts[$ref], $harm);
        }
        // A converter asks its switch whether it runs.
        usort(
            $parts,
            static fn(Part $a, Part $b): int => ($a->linked('switch') === null ? 0 : 1) <=>
                ($b->linked('switch') === null ? 0 : 1),
        );
        $parts = array_combine(array_column($parts, 'ref'), $parts);
        foreach ($parts as $part) {
            $this->one($part, $parts);
        }
    }

    private function spoil(Part $part, Harm $harm): void
    {
        $at = array_map(fn(string $terminal): string => $this->end($part, $terminal), $harm->terminals);
        if ($harm->form === Harm::BRIDGE || ($harm->form === Harm::STUCK && $harm->terminals !== [])) {
            $this->deck->resistor("{$part->ref}_harm", $at[0], $at[1], $harm->severity);
        }
        if ($harm->form === Harm::SERIES) {
            $inner = $this->deck->fresh();
            $this->deck->resistor("{$part->ref}_harm", $at[0], $inner, $harm->severity);
            $this->ends["{$part->ref} {$harm->terminals[0]}"] = $inner;
        }
    }

    private function end(Part $part, string $terminal): string
    {
        return $this->ends["{$part->ref} {$terminal}"];
    }

    private function value(Part $part, string $name, float $default = 0.0): float
    {
        $value = $part->knows($name) ? $part->value($name) : $default;
        $harm = $this->harms[$part->ref] ?? null;

        return match (true) {
            $harm === null || $harm->form !== Harm::PARAMETER => $value,
            in_array($name, $harm->names, true) => $value * $harm->severity,
            // A capacitor that dries out gains resistance as it loses capacitance.
            in_array("{$name} inverse", $harm->names, true) => $value * $harm->severity ** -0.9,
            default => $value,
        };
    }

    private function isStuck(Part $part): bool
    {
        return ($this->harms[$part->ref] ?? null)?->form === Harm::STUCK;
    }

    private function turns(Part $part): ?float
    {
        $harm = $this->harms[$part->ref] ?? null;

        return $harm?->form === Harm::TURNS ? $harm->severity : null;
    }

    /** @param array<string, Part> $parts */
    private function one(Part $part, array $parts): void
    {
        $ref = $part->ref;
        match ($part->kind->name()) {
            'mains' => $this->mains($part),
            'resistor' => $this->across($part, $this->value($part, 'value')),
            'electrolytic' => $this->polar(
                $part,
                $this->value($part, 'esr', max(0.012, 0.1 / (628 * $part->value('value')))),
                0.003,
            ),
            'tantalum' => $this->polar($part, $this->value($part, 'esr'), 0.01),
            'film_capacitor',
            'ceramic_capacitor',
            'capacitor',
            'paper_suppressor',
            'x_capacitor',
            'y_capacitor'
                => $this->deck->capacitor(
                $ref,
                $this->end($part, 'a'),
                $this->end($part, 'b'),
                $this->value($part, 'value'),
                0.05,
            ),
            'fuse' => $this->across($part, 0.06 / max(0.05, $part->value('rating'))),
            'switch', 'connector', 'joint', 'wire', 'trace', 'thermal_switch' => $this->across($part, 0.015),
            'relay' => $this->relay($part),
            'ntc' => $this->across($part, $this->value($part, 'value') * $this->warmed($part)),
            'ptc' => $this->resettable($part),
            'lamp' => $this->across(
                $part,
                ($part->value('value') ** 2 / $part->value('power')) * ($this->isDead ? 0.1 : 1.0),
            ),
            'load' => $this->across(
                $part,
                $this->value($part, 'ohms', 1.0) *
                    ($part->knows('value') ? $part->value('value') : abs($part->value('at')) / $part->value('current')),
            ),
            'current_load' => $this->deck->current(
                $ref,
                $this->end($part, 'a'),
                $this->end($part, 'b'),
                sprintf('%.6g*tanh(2*%s)', $part->value('value'), $this->volts($part, 'a', 'b')),
            ),
            'power_load' => $this->isDead
                ? $this->across($part, 220e3)
                : $this->deck->current(
                    $ref,
                    $this->end($part, 'a'),
                    $this->end($part, 'b'),
                    sprintf(
                        '%.6g*%s/max(%.6g,%s*%2$s)',
                        $part->value('value'),
                        $this->volts($part, 'a', 'b'),
                        (0.5 * $part->value('at')) ** 2,
                        $this->volts($part, 'a', 'b'),
                    ),
                ),
            'heater' => $this->across(
                $part,
                ($part->value('value') / $part->value('current')) * ($this->isDead ? 0.2 : 1.0),
            ),
            'inductor' => $this->inductor($part),
            'common_mode_choke' => $this->choke($part),
            'transformer' => $this->transformer($part),
            'diode', 'fast_diode', 'ultrafast_diode', 'schottky' => $this->deck->diode(
                $ref,
                $this->end($part, 'a'),
                $this->end($part, 'k'),
                $this->junction($part),
            ),
            'bridge' => $this->bridge($part),
            'led' => $this->led($part),
            'zener' => $this->deck->diode(
                $ref,
                $this->end($part, 'a'),
                $this->end($part, 'k'),
                $this->deck->model(
                    sprintf(
                        'D(IS=2e-12 N=1.3 RS=%.4g BV=%.5g IBV=%.4g)',
                        max(0.5, 0.6 * $part->value('resistance')),
                        $this->value($part, 'value'),
                        $part->value('current'),
                    ),
                ),
            ),
            'tvs' => $this->suppressor($part),
            'varistor' => $this->deck->current(
                $ref,
                $this->end($part, 'a'),
                $this->end($part, 'b'),
                sprintf(
                    '1m*sgn(%1$s)*(min(1.3,abs(%1$s)/%2$.5g))^25',
                    $this->volts($part, 'a', 'b'),
                    1.55 * $part->value('value'),
                ),
            ),
            'transistor' => $this->transistor($part),
            'thyristor' => $this->thyristor($part),
            'mosfet' => $this->mosfet($part),
            'regulator' => $this->regulator($part, 'common', $this->value($part, 'value')),
            'adjustable_regulator' => $this->regulator(
                $part,
                'adj',
                $part->knows('value') ? $this->value($part, 'value') : 1.25,
            ),
            'shunt_reference' => $this->shuntReference($part),
            'op_amp' => $this->opAmp($part),
            'optocoupler' => $this->optocoupler($part),
            'potentiometer', 'trimmer' => $this->potentiometer($part),
            'valve' => $this->valve($part),
            'pwm_controller' => $this->controller($part, 'gnd', 'out'),
            'integrated_switcher' => $this->integrated($part),
            'flyback', 'forward', 'half_bridge' => $this->converter($part, $parts),
            'dc_converter' => $this->dcConverter($part),
            'pfc' => $this->powerFactor($part),
            'current_driver' => $this->driver($part),
            'fan' => $this->fan($part),
            default => throw new \LogicException("No model for {$part->kind->name()}."),
        };
    }

    /** One that limits the inrush has warmed itself; a sensor stands where its surroundings are. */
    private function warmed(Part $part): float
    {
        $sensor = exp($part->value('beta') * (1 / (273.15 + $part->value('temperature')) - 1 / 298.15));

        return $this->isDead || $part->value('value') > 1e3 ? $sensor : 0.35;
    }

    private function volts(Part $part, string $a, string $b): string
    {
        return Deck::volts($this->end($part, $a), $this->end($part, $b));
    }

    private function across(Part $part, float $ohms): void
    {
        $this->deck->resistor($part->ref, $this->end($part, 'a'), $this->end($part, 'b'), $ohms);
    }

    private function mains(Part $part): void
    {
        [$l, $n] = [$this->end($part, 'l'), $this->end($part, 'n')];
        $inner = $this->deck->fresh();
        $volts = $part->knows('dc')
            ? sprintf('DC %.5g', $part->value('dc'))
            : sprintf('SIN(0 %.6g %.4g)', $part->value('voltage') * M_SQRT2, $this->hertz);
        $this->deck->add("Vmains {$inner} {$n} {$volts}");
        $cord = $part->knows('lamp') ? $this->deck->fresh() : $l;
        $this->deck->resistor('mains', $inner, $cord, $part->value('impedance'));
        if ($cord !== $l) {
            // A filament: a tenth of its resistance cold, and by the square root of the voltage across it up to all of
            // it.
            $rated = $part->knows('voltage') ? $part->value('voltage') : 230.0;
            $glow = $this->deck->fresh();
            $this->deck->add("C{$glow} {$glow} 0 0.06\nR{$glow} {$glow} 0 1");
            $this->deck->current('glow', '0', $glow, '(' . Deck::volts($cord, $l) . sprintf('/%.5g)^2', $rated));
            $this->deck->current(
                'lamp',
                $cord,
                $l,
                sprintf(
                    '%s/(%.5g*(0.08+0.92*(max(1e-9,v(%s)))^0.3))',
                    Deck::volts($cord, $l),
                    $rated ** 2 / $part->value('lamp'),
                    $glow,
                ),
            );
        }
    }

    private function polar(Part $part, float $esr, float $leak): void
    {
        $isReversed = ($this->harms[$part->ref] ?? null)?->form === Harm::REVERSED;
        [$plus, $minus] = $isReversed
            ? [$this->end($part, 'minus'), $this->end($part, 'plus')]
            : [$this->end($part, 'plus'), $this->end($part, 'minus')];
        $farads = $this->value($part, 'value');
        $this->deck->capacitor($part->ref, $plus, $minus, $farads, $esr);
        $rated = $part->knows('voltage') ? $part->value('voltage') : 25.0;
        $this->deck->resistor(
            "{$part->ref}_leak",
            $plus,
            $minus,
            $rated / max(2e-6, $leak * $part->value('value') * $rated),
        );
        // The oxide of the other foil gives way from about a volt and a half on.
        $this->deck->diode(
            "{$part->ref}_back",
            $minus,
            $plus,
            $this->deck->model(sprintf('D(IS=1n N=4 RS=%.4g)', 2 + 20 * min(5.0, $esr))),
        );
    }

    private function inductor(Part $part): void
    {
        $middle = $this->deck->fresh();
        $turns = $this->turns($part);
        $this->deck->resistor($part->ref, $this->end($part, 'a'), $middle, $part->value('resistance'));
        $this->deck->add(
            sprintf('L%s %s %s %.6g', Deck::safe($part->ref), $middle, $this->end($part, 'b'), $part->value('value')),
        );
        if ($turns !== null) {
            $this->deck->resistor(
                "{$part->ref}_turns",
                $middle,
                $this->end($part, 'b'),
                (6.28 * 50 * $part->value('value')) / $turns,
            );
        }
    }

    private function choke(Part $part): void
    {
        foreach (['a', 'b'] as $side) {
            $this->deck->resistor(
                "{$part->ref}_{$side}",
                $this->end($part, "{$side}1"),
                $this->end($part, "{$side}2"),
                $part->value('resistance'),
            );
        }
    }

    private function relay(Part $part): void
    {
        [$com, $no] = [$this->end($part, 'com'), $this->end($part, 'no')];
        $this->deck->resistor($part->ref, $this->end($part, 'c1'), $this->end($part, 'c2'), $part->value('coil'));
        $rated = $part->value('value');
        $sense = $this->deck->signal("{$part->ref}_sense", 'abs(' . $this->volts($part, 'c1', 'c2') . ')');
        $switch = $this->deck->model(sprintf('SW(VT=%.4g VH=%.4g RON=0.03 ROFF=1g)', 0.45 * $rated, 0.2 * $rated));
        $this->deck->add('S' . Deck::safe($part->ref) . " {$com} {$no} {$sense} 0 {$switch}");
        if ($part->has('nc')) {
            $other = $this->deck->signal("{$part->ref}_nc", "{$rated}-v({$sense})");
            $back = $this->deck->model(sprintf('SW(VT=%.4g VH=%.4g RON=0.03 ROFF=1g)', 0.55 * $rated, 0.2 * $rated));
            $this->deck->add('S' . Deck::safe($part->ref) . "_nc {$com} {$this->end($part, 'nc')} {$other} 0 {$back}");
        }
    }

    /**
     * Windings on inductances that are coupled to 99.95 %: at its rated load each secondary gives its rated volts, and
     * the share of the copper between primary and secondaries is not half and half.
     */
    private function transformer(Part $part): void
    {
        $power = $part->value('power');
        $primary = $part->value('primary');
        $regulation = $part->knows('regulation')
            ? $part->value('regulation') * $this->luck->factor("{$part->ref} regulation", 0.15)
            : self::typicalRegulation($power) *
                $this->luck->factor("{$part->ref} regulation", $this->luck->isWide ? 1.0 : 0.4);
        // A nameplate is kept to some per cent by different makers, and to one by specimens of the same.
        $turns = $this->luck->isWide ? 0.03 : 0.01;
        $share = 0.5 + 0.12 * $this->luck->even("{$part->ref} share");
        $reactance = $primary ** 2 / (0.12 * $power + 0.6);
        $henry = $reactance / 314.0;
        $safe = Deck::safe($part->ref);
        $names = [];
        $wind = function (string $name, string $a, string $b, float $volts, float $ohms) use (
            $safe,
            $primary,
            $henry,
            &$names,
        ): void {
            $middle = $this->deck->fresh();
            $this->deck->resistor("{$safe}_{$name}", $a, $middle, $ohms);
            if ($this->isDead) {
                $this->deck->resistor("{$safe}_{$name}_turns", $middle, $b, 1e-3);

                return;
            }
            $this->deck->add(
                sprintf('L%s_%s %s %s %.8g', $safe, $name, $middle, $b, $henry * ($volts / $primary) ** 2),
            );
            $names[] = "L{$safe}_{$name}";
        };
        $ohms = ($share * $regulation * $primary ** 2) / $power;
        if ($part->has('pt')) {
            $tap = $part->value('tap');
            $wind(
                'p1',
                $this->end($part, 'p1'),
                $this->end($part, 'pt'),
                $primary - $tap,
                $ohms * (1 - $tap / $primary),
            );
            $wind('p2', $this->end($part, 'pt'), $this->end($part, 'p2'), $tap, ($ohms * $tap) / $primary);
        } else {
            $wind('p', $this->end($part, 'p1'), $this->end($part, 'p2'), $primary, $ohms * ($part->has('p3') ? 2 : 1));
            if ($part->has('p3')) {
                $wind('pp', $this->end($part, 'p3'), $this->end($part, 'p4'), $primary, $ohms * 2);
            }
        }
        $windings = [];
        foreach (
            [
                ['', 's1', 'ct', 's2', 'secondary'],
                ['2', 's3', 'ct2', 's4', 'secondary2'],
                ['3', 's5', null, 's6', 'secondary3'],
                ['4', 's7', null, 's8', 'secondary4'],
                ['5', 's9', null, 's10', 'secondary5'],
            ]
            as [$number, $first, $tap, $last, $parameter]
        ) {
            if (!$part->has($first)) {
                continue;
            }
            $volts = $part->knows($parameter) ? $part->value($parameter) : $part->value('secondary');
            if ($tap !== null && $part->has($tap)) {
                $windings[] = ["a{$number}", $this->end($part, $first), $this->end($part, $tap), $volts];
                $windings[] = ["b{$number}", $this->end($part, $tap), $this->end($part, $last), $volts];
            } else {
                $windings[] = ["s{$number}", $this->end($part, $first), $this->end($part, $last), $volts];
            }
        }
        foreach ($windings as [$name, $a, $b, $volts]) {
            $copper =
                (((1 - $share) * $regulation * $volts ** 2) / ($power / count($windings))) *
                (1 + 0.1 * $this->luck->even("{$part->ref} {$name} copper"));
            $wind(
                $name,
                $a,
                $b,
                $volts * (1 + $regulation) * (1 + $turns * $this->luck->even("{$part->ref} {$name} turns")),
                $copper,
            );
        }
        foreach ($names as $k => $one) {
            foreach (array_slice($names, $k + 1) as $two) {
                $this->deck->add("K{$safe}_{$k}_" . Deck::safe($two) . " {$one} {$two} 0.9995");
            }
        }
        if (!$this->isDead) {
            $this->deck->resistor(
                "{$safe}_iron",
                $this->end($part, 'p1'),
                $this->end($part, $part->has('pt') ? 'pt' : 'p2'),
                $primary ** 2 / (0.03 * $power + 0.3),
            );
        }
        $turns = $this->turns($part);
        if ($turns !== null && !$this->isDead) {
            // A turn or more on the same core, shorted through its own copper.
            $extra = $this->deck->fresh();
            $this->deck->add(sprintf('L%s_x %s 0 %.6g', $safe, $extra, $henry * 1e-4));
            $this->deck->resistor("{$safe}_turns", $extra, '0', (1e-4 * $primary ** 2) / ($turns * $power));
            foreach ($names as $k => $one) {
                $this->deck->add("K{$safe}_x{$k} {$one} L{$safe}_x 0.999");
            }
        }
    }

    /** EI cores by size, from makers' tables (from memory). */
    public static function typicalRegulation(float $power): float
    {
        return max(0.05, min(0.4, 0.6 * $power ** -0.42));
    }

    /** With a source of nothing in series, through which its current can be seen. */
    private function led(Part $part): void
    {
        $forward = $part->knows('forward') ? $part->value('forward') : 2.0;
        $sense = $this->deck->fresh();
        $this->deck->add(sprintf('V%s_lamp %s %s 0', Deck::safe($part->ref), $this->end($part, 'a'), $sense));
        $this->deck->diode(
            $part->ref,
            $sense,
            $this->end($part, 'k'),
            $this->deck->model(sprintf('D(IS=%.4g N=2.4 RS=6)', 10e-3 / exp(($forward - 0.06) / (2.4 * 0.02585)))),
        );
    }

    private function junction(Part $part): string
    {
        $current = $part->value('current');
        $reverse = $part->value('reverse');

        return $this->deck->model(
            match ($part->kind->name()) {
                'schottky' => sprintf(
                    'D(IS=%.4g N=1.05 RS=%.4g BV=%.4g)',
                    2e-6 * $current,
                    0.045 / $current,
                    1.3 * $reverse,
                ),
                'fast_diode', 'ultrafast_diode' => sprintf(
                    'D(IS=%.4g N=1.7 RS=%.4g BV=%.4g)',
                    1e-9 * $current,
                    0.06 / $current,
                    1.3 * $reverse,
                ),
                default => sprintf(
                    'D(IS=%.4g N=1.45 RS=%.4g BV=%.4g)',
                    76.9e-12 * $current,
                    0.042 / $current,
                    1.3 * $reverse,
                ),
            },
        );
    }

    private function bridge(Part $part): void
    {
        $model = $this->deck->model(
            sprintf(
                'D(IS=%.4g N=1.45 RS=%.4g BV=%.4g)',
                76.9e-12 * $part->value('current'),
                0.042 / $part->value('current'),
                1.3 * $part->value('reverse'),
            ),
        );
        $harm = $this->harms[$part->ref] ?? null;
        foreach ([['ac1', 'plus'], ['ac2', 'plus'], ['minus', 'ac1'], ['minus', 'ac2']] as [$a, $k]) {
            if ($harm === null || !in_array("leg {$a} {$k}", $harm->names, true)) {
                $this->deck->diode("{$part->ref}_{$a}_{$k}", $this->end($part, $a), $this->end($part, $k), $model);
            }
        }
    }

    private function suppressor(Part $part): void
    {
        $model = $this->deck->model(sprintf('D(IS=1e-11 N=1.3 RS=0.05 BV=%.5g IBV=1m)', 1.1 * $part->value('value')));
        $this->deck->diode($part->ref, $this->end($part, 'a'), $this->end($part, 'k'), $model);
    }

    private function transistor(Part $part): void
    {
        $current = $part->value('current');
        $polarity = $part->choice('polarity') === 'pnp' ? 'PNP' : 'NPN';
        $model = $this->deck->model(
            sprintf(
                '%s(IS=%.4g BF=%.4g BR=4 VAF=90 IKF=%.4g ISE=%.4g NE=1.8 RB=%.4g RE=%.4g RC=%.4g)',
                $polarity,
                (2e-14 * $current) / 0.1,
                max(1.0, $this->value($part, 'gain') ** ($part->value('gain') > 500 ? 0.5 : 1.0)),
                0.6 * $current,
                3e-13 * $current,
                min(30.0, 3 / $current),
                0.05 / $current,
                0.1 / $current,
            ),
        );
        [$c, $base, $e] = [$this->end($part, 'c'), $this->end($part, 'b'), $this->end($part, 'e')];
        $name = Deck::safe($part->ref);
        if ($part->value('gain') <= 500) {
            $this->deck->add("Q{$name} {$c} {$base} {$e} {$model}");

            return;
        }
        // A Darlington: two in one case, with what bleeds the second one's base.
        $inner = $this->deck->fresh();
        $this->deck->add("Q{$name}_1 {$c} {$base} {$inner} {$model}");
        $this->deck->add("Q{$name}_2 {$c} {$inner} {$e} {$model}");
        $this->deck->resistor("{$name}_bleed", $inner, $e, 1500.0 / $current);
    }

    /** Warmed through, a resettable fuse turns a steady power into heat whatever stands across it (data sheets). */
    private function resettable(Part $part): void
    {
        $ohms = $this->value($part, 'value');
        if ($this->isDead) {
            $this->across($part, $ohms);

            return;
        }
        $volts = $this->volts($part, 'a', 'b');
        $this->deck->current(
            $part->ref,
            $this->end($part, 'a'),
            $this->end($part, 'b'),
            sprintf('%s/(%.6g+%1$s*%1$s/0.8)', $volts, $ohms),
        );
    }

    /**
     * Two transistors that hold each other on, with what bleeds the gate (the usual model; G. W. Neudeck and others,
     * from memory).
     */
    private function thyristor(Part $part): void
    {
        $current = $part->value('current');
        $npn = $this->deck->model(sprintf('NPN(IS=%.4g BF=6 RC=%.4g)', 1e-14 * $current, 0.08 / $current));
        $pnp = $this->deck->model(sprintf('PNP(IS=%.4g BF=0.6 RE=%.4g)', 1e-14 * $current, 0.08 / $current));
        [$a, $g, $k] = [$this->end($part, 'a'), $this->end($part, 'g'), $this->end($part, 'k')];
        $inner = $this->deck->fresh();
        $name = Deck::safe($part->ref);
        $this->deck->add("Q{$name}_n {$inner} {$g} {$k} {$npn}");
        $this->deck->add("Q{$name}_p {$g} {$inner} {$a} {$pnp}");
        $this->deck->resistor("{$name}_bleed", $g, $k, 0.6 / 5e-3);
    }

    private function mosfet(Part $part): void
    {
        [$d, $g, $s] = [$this->end($part, 'd'), $this->end($part, 'g'), $this->end($part, 's')];
        $this->deck->resistor("{$part->ref}_gate", $g, $s, 20e6);
        $this->deck->diode(
            "{$part->ref}_body",
            $s,
            $d,
            $this->deck->model(
                sprintf('D(IS=%.4g N=1.1 RS=%.4g)', 1e-11 * $part->value('current'), 0.05 / $part->value('current')),
            ),
        );
        if (($this->harms[$part->ref] ?? null)?->class === 'short') {
            // What kills the channel goes through the gate too.
            $this->deck->resistor("{$part->ref}_gate_harm", $g, $s, 10.0);
        }
        if ($part->choices !== [] && ($part->choices['duty'] ?? '') === 'linear') {
            $over = Deck::clip(sprintf('%s-%.4g', Deck::volts($g, $s), $part->value('threshold')), '0', '10');
            $this->deck->current(
                $part->ref,
                $d,
                $s,
                sprintf('%.4g*(%s)^2*tanh(%s/(0.2+%2$s))', $part->value('current') / 4, $over, Deck::volts($d, $s)),
            );
        }
    }

    /**
     * Limits by current, by power (safe area) and by heat; conducts backwards through its own parasitic diode; asleep
     * it is junctions and a divider.
     */
    private function regulator(Part $part, string $foot, float $setting): void
    {
        $sign = $setting < 0 ? -1 : 1;
        $set = abs($setting);
        [$in, $out, $common] = [$this->end($part, 'in'), $this->end($part, 'out'), $this->end($part, $foot)];
        $v = static fn(string $a, string $b): string => $sign > 0 ? Deck::volts($a, $b) : Deck::volts($b, $a);
        $flow = function (string $name, string $from, string $to, string $expression) use ($part, $sign): void {
            $this->deck->current("{$part->ref}_{$name}", $sign > 0 ? $from : $to, $sign > 0 ? $to : $from, $expression);
        };
        $one = $this->deck->model('D(IS=1e-13 N=1.2 RS=1)');
        $back = fn(string $name, string $a, string $k): string => 'D' .
            Deck::safe("{$part->ref}_{$name}") .
            ' ' .
            ($sign > 0 ? "{$a} {$k}" : "{$k} {$a}") .
            " {$one}";
        $this->deck->add($back('back', $out, $in));
        // Asleep: the pass transistor's and the bias chain's junctions, the divider at the output.
        $bias = $this->deck->fresh();
        $this->deck->add($back('bias', $in, $bias));
        // What an adjustable one lets out of its adjust pin is counted below.
        $this->deck->resistor(
            "{$part->ref}_bias",
            $bias,
            $common,
            ($foot === 'adj' ? 2e6 : 25e3) * $this->luck->factor("{$part->ref} bias", 0.5),
        );
        $this->deck->add($back('foot', $common, $out));
        if ($foot === 'common') {
            $this->deck->resistor("{$part->ref}_divider", $out, $common, $set / 1.2e-3);
        }
        if ($this->isDead) {
            return;
        }
        $limit = $this->value($part, 'current');
        $rated = $part->value('power');
        // Degrees above a case at 25: what it is mounted on takes its rated power at 125 degrees of the junction.
        $warm = $this->deck->fresh();
        $this->deck->add("C{$warm} {$warm} 0 0.1");
        $this->deck->add("R{$warm} {$warm} 0 1");
        $heat = sprintf('v(%s)*%.5g', $warm, 100 / $rated);
        $most = $foot === 'adj' ? $limit : min($limit, 2.4 * 9);
        $cap = sprintf(
            '%.5g*min(1,%.5g/max(1,%s))*%s',
            $most,
            7.5 * $this->luck->factor("{$part->ref} area", 0.2),
            $v($in, $out),
            Deck::clip("(150-{$heat})/15", '0.02', '1'),
        );
        $drop = max(0.3, $part->value('dropout') - 0.5);
        $current = sprintf(
            'max(0,min(min(25*(%.6g-%s),%s),2*(%s-%.4g)))',
            $set,
            $v($out, $common),
            $cap,
            $v($in, $out),
            $drop,
        );
        $flow('pass', $in, $out, $current);
        $this->deck->add("B{$warm}_p 0 {$warm} I=max(0,{$v($in, $out)})*{$current}");
        if ($foot === 'common') {
            $flow(
                'quiet',
                $in,
                $common,
                sprintf('%.5g*%s', $part->value('quiescent'), Deck::clip($v($in, $common) . '/3', '0', '1')),
            );
        } else {
            $flow('bias', $in, $common, sprintf('50u*%s', Deck::clip($v($in, $common) . '/2', '0', '1')));
        }
    }

    private function shuntReference(Part $part): void
    {
        [$k, $a, $ref] = [$this->end($part, 'k'), $this->end($part, 'a'), $this->end($part, 'ref')];
        $set =
            $this->harms !== [] && isset($this->harms[$part->ref]) && $this->harms[$part->ref]->form === Harm::PARAMETER
                ? 2.495 * $this->harms[$part->ref]->severity
                : 2.495;
        $set *= $part->knows('value') ? $part->value('value') / 2.495 : 1.0;
        $this->deck->diode($part->ref, $a, $k, $this->deck->model('D(IS=1e-14 N=1.1 RS=2)'));
        $this->deck->resistor("{$part->ref}_ref", $ref, $a, 2e6);
        if (!$this->isDead) {
            $this->deck->current(
                "{$part->ref}_i",
                $k,
                $a,
                sprintf(
                    '(0.2m+%s)*%s',
                    Deck::clip(sprintf('1.2*(%s-%.5g)', Deck::volts($ref, $a), $set), '0', '0.12'),
                    Deck::clip('(' . Deck::volts($k, $a) . '-1.8)*3', '0', '1'),
                ),
            );
        }
    }

    private function opAmp(Part $part): void
    {
        [$plus, $minus, $out, $vp, $vn] = array_map(fn(string $t): string => $this->end($part, $t), [
            'plus',
            'minus',
            'out',
            'vp',
            'vn',
        ]);
        $this->deck->resistor("{$part->ref}_in", $plus, $minus, 2e6);
        $this->deck->diode("{$part->ref}_sub", $vn, $vp, $this->deck->model('D(IS=1e-14 N=1.1 RS=5)'));
        if ($this->isDead) {
            return;
        }
        $this->deck->current(
            "{$part->ref}_q",
            $vp,
            $vn,
            sprintf('%.4g*%s', $part->value('quiescent'), Deck::clip(Deck::volts($vp, $vn) . '/2', '0', '1')),
        );
        if ($this->isStuck($part)) {
            return;
        }
        $most = $part->value('current');
        $head = $part->value('headroom');
        $want = sprintf('0.3*%s', Deck::volts($plus, $minus));
        $this->deck->current(
            "{$part->ref}_push",
            $vp,
            $out,
            sprintf(
                '%s*%s',
                Deck::clip($want, '0', (string) $most),
                Deck::clip(sprintf('(%s-%.3g)*4', Deck::volts($vp, $out), $head * 0.8), '0', '1'),
            ),
        );
        $this->deck->current(
            "{$part->ref}_pull",
            $out,
            $vn,
            sprintf(
                '%s*%s',
                Deck::clip("-({$want})", '0', (string) $most),
                Deck::clip(sprintf('(%s-%.3g)*4', Deck::volts($out, $vn), $head * 0.2), '0', '1'),
            ),
        );
    }

    private function optocoupler(Part $part): void
    {
        [$a, $k, $c, $e] = array_map(fn(string $t): string => $this->end($part, $t), ['a', 'k', 'c', 'e']);
        $inner = $this->deck->fresh();
        $sense = 'V' . Deck::safe($part->ref);
        $this->deck->add("{$sense} {$a} {$inner} 0");
        $this->deck->diode($part->ref, $inner, $k, $this->deck->model('D(IS=2e-15 N=1.6 RS=4)'));
        $this->deck->diode("{$part->ref}_ec", $e, $c, $this->deck->model('D(IS=1e-15 N=1 RS=20 BV=80)'));
        if (!$this->isDead) {
            // The transfer ratio falls at small currents.
            $this->deck->current(
                "{$part->ref}_c",
                $c,
                $e,
                sprintf(
                    '%.5g*max(0,i(%s))*(max(0,i(%2$s))/5m+0.02)^0.25*tanh(max(0,%s)/0.25)',
                    $this->value($part, 'transfer'),
                    $sense,
                    Deck::volts($c, $e),
                ),
            );
        }
    }

    private function potentiometer(Part $part): void
    {
        $position = min(0.995, max(0.005, $part->value('position')));
        $this->deck->resistor(
            "{$part->ref}_u",
            $this->end($part, 'a'),
            $this->end($part, 'wiper'),
            $part->value('value') * $position,
        );
        $this->deck->resistor(
            "{$part->ref}_l",
            $this->end($part, 'wiper'),
            $this->end($part, 'b'),
            $part->value('value') * (1 - $position),
        );
    }

    /** Child's law with a warm cathode; what it can give at all follows its heater. */
    private function valve(Part $part): void
    {
        $perveance = $this->value($part, 'current') / $part->value('at') ** 1.5;
        $warm = '1';
        if ($part->has('h1')) {
            $this->deck->resistor(
                "{$part->ref}_h",
                $this->end($part, 'h1'),
                $this->end($part, 'h2'),
                ($part->value('heater') / $part->value('heater_current')) * ($this->isDead ? 0.18 : 1.0),
            );
            if (!$this->isDead) {
                $mean = $this->deck->fresh();
                $this->deck->add("C{$mean} {$mean} 0 0.05");
                $this->deck->add("R{$mean} {$mean} 0 1");
                $this->deck->add("B{$mean} 0 {$mean} I=({$this->volts($part, 'h1', 'h2')})^2");
                $warm = Deck::clip(
                    sprintf('(sqrt(max(0,v(%s)))/%.4g-0.5)/0.3', $mean, $part->value('heater')),
                    '0',
                    '1',
                );
            }
        }
        if (!$this->isDead) {
            $this->deck->current(
                $part->ref,
                $this->end($part, 'a'),
                $this->end($part, 'k'),
                sprintf('%.6g*%s*(max(0,%s))^1.5', $perveance, $warm, $this->volts($part, 'a', 'k')),
            );
        }
    }

    /** Runs between its start and stop voltages; its drive is the duty that its feedback asks for. */
    private function controller(Part $part, string $foot, string $drive): void
    {
        [$vcc, $gnd, $fb] = [$this->end($part, 'vcc'), $this->end($part, $foot), $this->end($part, 'fb')];
        $this->deck->diode(
            "{$part->ref}_esd",
            $gnd,
            $vcc,
            $this->deck->model(sprintf('D(IS=1e-14 N=1.2 RS=3 BV=%.4g IBV=1m)', 1.15 * $part->value('over_voltage'))),
        );
        $this->deck->resistor("{$part->ref}_fb", $fb, $gnd, 500e3);
        $pin = $drive === '' ? '' : $this->end($part, $drive);
        if ($pin !== '') {
            $this->deck->resistor("{$part->ref}_out", $pin, $gnd, 15e3);
        }
        if ($this->isDead) {
            return;
        }
        $run = $this->running($part, $vcc, $gnd, [$fb]);
        $level = $part->choices['feedback'] ?? 'pull down';
        $duty =
            $level === 'inverting'
                ? Deck::clip('20*(2.5-' . Deck::volts($fb, $gnd) . ')', '0', '1')
                : Deck::clip('(' . Deck::volts($fb, $gnd) . '-1.2)/2.6', '0', '1');
        foreach (['rt' => 0.6, 'en' => 1.8] as $gate => $threshold) {
            if ($part->has($gate)) {
                $this->deck->resistor("{$part->ref}_{$gate}", $this->end($part, $gate), $gnd, 10e3);
                $duty .=
                    '*' .
                    Deck::clip(sprintf('4*(%s-%.3g)', $this->volts($part, $gate, $foot), $threshold - 0.2), '0', '1');
            }
        }
        if ($part->has('ref')) {
            $this->deck->resistor("{$part->ref}_ref", $this->end($part, 'ref'), $gnd, 50e3);
            $this->deck->current(
                "{$part->ref}_refi",
                $vcc,
                $this->end($part, 'ref'),
                sprintf(
                    '%s*v(%s)',
                    Deck::clip(
                        sprintf('0.5*(%.4g-%s)', $part->value('reference'), $this->volts($part, 'ref', $foot)),
                        '0',
                        '0.05',
                    ),
                    $run,
                ),
            );
        }
        if ($pin !== '') {
            $this->deck->current(
                "{$part->ref}_drive",
                $gnd,
                $pin,
                sprintf('(v(%s)*5*%s-%s)/120', $run, $duty, Deck::volts($pin, $gnd)),
            );
        }
        if ($part->has('out2')) {
            $upper = $this->end($part, 'out2');
            $this->deck->resistor("{$part->ref}_out2", $upper, $this->end($part, 'vs'), 15e3);
            $this->deck->current(
                "{$part->ref}_drive2",
                $this->end($part, 'vs'),
                $upper,
                sprintf('(v(%s)*5*%s-%s)/120', $run, $duty, $this->volts($part, 'out2', 'vs')),
            );
        }
    }

    /**
     * The lockout as a switch with hysteresis, and a latch above the over-voltage limit.
     *
     * @param list<string> $pulled pins with an inner pull-up
     *
     * @return string node at 1 V while it runs
     */
    private function running(Part $part, string $vcc, string $gnd, array $pulled): string
    {
        [$start, $stop] = [$part->value('start'), $part->value('stop')];
        $safe = Deck::safe($part->ref);
        $run = $this->deck->fresh();
        $raw = $this->deck->fresh();
        $supply = $this->deck->signal("{$safe}_vcc", Deck::volts($vcc, $gnd));
        $switch = $this->deck->model(
            sprintf('SW(VT=%.5g VH=%.5g RON=10 ROFF=1g)', ($start + $stop) / 2, ($start - $stop) / 2),
        );
        $over = $this->deck->model(sprintf('SW(VT=%.5g VH=0.5 RON=10 ROFF=1g)', $part->value('over_voltage')));
        $latch = $this->deck->fresh();
        $this->deck->add("V{$safe}_one {$safe}_one 0 1");
        $this->deck->add("S{$safe}_run {$safe}_one {$raw} {$supply} 0 {$switch}");
        $this->deck->resistor("{$safe}_raw", $raw, '0', 1e5);
        $this->deck->add("S{$safe}_over {$safe}_one {$latch} {$supply} 0 {$over}");
        $this->deck->add("C{$safe}_latch {$latch} 0 1u");
        $this->deck->resistor("{$safe}_latch", $latch, '0', 1e9);
        $this->deck->resistor("{$safe}_soft", $raw, $run, 1e4);
        $this->deck->add("C{$safe}_soft {$run} 0 " . ($this->isStuck($part) ? '1' : '20n'));
        $state = $this->deck->signal("{$safe}_state", "v({$run})*" . Deck::clip("1-2*v({$latch})", '0', '1'));
        $this->deck->current(
            "{$safe}_supply",
            $vcc,
            $gnd,
            sprintf(
                '%s*(%.5g+%.5g*v(%s))',
                Deck::clip(Deck::volts($vcc, $gnd) . '/2', '0', '1'),
                $part->value('start_current'),
                $part->value('run_current') - $part->value('start_current'),
                $state,
            ),
        );
        foreach ($pulled as $pin) {
            $this->deck->current(
                "{$safe}_pull_{$pin}",
                $vcc,
                $pin,
                sprintf('v(%s)*%s', $state, Deck::clip('(5-' . Deck::volts($pin, $gnd) . ')/10k', '0', '0.5m')),
            );
        }
        if ($part->has('hv')) {
            $this->deck->current(
                "{$safe}_hv",
                $this->end($part, 'hv'),
                $vcc,
                sprintf('(1-v(%s))*2.5m*%s', $raw, Deck::clip($this->volts($part, 'hv', 'vcc') . '/20', '0', '1')),
            );
        }

        return $this->states[$part->ref] = $state;
    }

    private function integrated(Part $part): void
    {
        [$d, $s, $vcc, $fb] = array_map(fn(string $t): string => $this->end($part, $t), ['d', 's', 'vcc', 'fb']);
        $this->deck->diode("{$part->ref}_body", $s, $d, $this->deck->model('D(IS=1e-11 N=1.1 RS=0.1)'));
        $this->controller($part, 's', '');
        if ($this->isDead) {
            return;
        }
        // Its supply pin is kept up from the drain.
        $this->deck->current(
            "{$part->ref}_tap",
            $d,
            $vcc,
            sprintf(
                '3m*%s*%s',
                Deck::clip(sprintf('(%.4g-%s)*4', $part->value('start') + 0.1, Deck::volts($vcc, $s)), '0', '1'),
                Deck::clip(Deck::volts($d, $vcc) . '/20', '0', '1'),
            ),
        );
    }

    /**
     * A switching transformer with its switch, averaged: power follows the square of the command, as energy per cycle
     * does with the peak current, and falls with the square of the voltage left across the switch.
     *
     * @param array<string, Part> $parts
     */
    private function converter(Part $part, array $parts): void
    {
        $power = $part->value('power');
        $first = $part->value('secondary');
        $lowest = $part->value('lowest');
        $safe = Deck::safe($part->ref);
        $windings = [];
        foreach (
            [
                ['s1', 's2', 'secondary'],
                ['s3', 's4', 'secondary2'],
                ['s5', 's6', 'secondary3'],
                ['a1', 'a2', 'auxiliary'],
            ]
            as [$a, $b, $parameter]
        ) {
            if ($part->has($a)) {
                $windings[] = [
                    $this->end($part, $a),
                    $this->end($part, $b),
                    $part->knows($parameter) ? $part->value($parameter) : $first,
                    $a,
                ];
            }
        }
        $this->deck->resistor(
            "{$safe}_p",
            $this->end($part, 'p1'),
            $this->end($part, 'p2'),
            0.3 + (0.004 * $lowest ** 2) / $power,
        );
        if ($this->isDead) {
            foreach ($windings as [$a, $b, $volts, $name]) {
                $this->deck->resistor("{$safe}_{$name}", $a, $b, 0.005 + (0.004 * $volts ** 2) / $power);
            }

            return;
        }
        $core = $this->deck->fresh();
        $turns = $this->turns($part);
        $this->deck->resistor(
            "{$safe}_core",
            $core,
            '0',
            $first ** 2 / ($turns === null ? 0.01 * $power + 0.01 : $turns * $power),
        );
        $this->deck->add(sprintf('C%s_core %s 0 %.4g', $safe, $core, (1e-5 * $power) / $first ** 2));
        foreach ($windings as [$a, $b, $volts, $name]) {
            $inner = $this->deck->fresh();
            $ratio = $volts / $first;
            $this->deck->add(sprintf('E%s_%s %s %s %s 0 %.6g', $safe, $name, $inner, $b, $core, $ratio));
            $middle = $this->deck->fresh();
            $this->deck->add("V{$safe}_{$name} {$middle} {$inner} 0");
            $this->deck->add(sprintf('F%s_%s 0 %s V%s_%s %.6g', $safe, $name, $core, $safe, $name, $ratio));
            $this->deck->resistor(
                "{$safe}_{$name}",
                $middle,
                $a,
                0.01 + ((0.015 * $volts ** 2) / $power) * ($name === 'a1' ? 30 : 1),
            );
            $this->shortedRectifier($parts, $part, $a, $b, "{$safe}_{$name}_back");
        }
        $switch = $part->linked('switch');
        if ($switch === null || !isset($parts[$switch->ref])) {
            return;
        }
        [$d, $s] = [$this->end($switch, 'd'), $this->end($switch, 's')];
        $top = $part->linked('switch2') ?? $switch;
        $reach = Deck::volts($this->end($top, 'd'), $s);
        $command =
            $switch->kind->name() === 'integrated_switcher'
                ? sprintf(
                    '%s*v(%s)',
                    Deck::clip('(' . $this->volts($switch, 'fb', 's') . '-1.2)/2.6', '0', '1'),
                    $this->states[$switch->ref] ?? '0',
                )
                : Deck::clip(Deck::volts($this->end($switch, 'g'), $s) . '/4', '0', '1');
        if ($top !== $switch) {
            $command .= '*' . Deck::clip($this->volts($top, 'g', 's') . '/2', '0', '1');
            $this->column($top, $switch, $safe);
            foreach ([$top, $switch] as $one) {
                $command .= '*' . Deck::clip($this->volts($one, 'd', 's') . sprintf('/%.5g', 0.25 * $lowest), '0', '1');
            }
        }
        $spread = $this->luck->factor("{$safe} power", 0.08);
        $asked = $this->deck->signal(
            "{$safe}_power",
            sprintf(
                '%.5g*(%s)^2*(%s)^2',
                $spread * $power,
                $command,
                Deck::clip(sprintf('%s/%.5g', $reach, $lowest), '0', '1.25'),
            ),
        );
        $ceiling = sprintf('%.5g*%s', 1.6 * $first, Deck::clip(sprintf('%s/%.5g', $reach, $lowest), '0', '3'));
        $this->deck->current(
            "{$safe}_feed",
            '0',
            $core,
            sprintf(
                'v(%1$s)/max(%2$.5g,v(%3$s))*%4$s',
                $asked,
                0.25 * $first,
                $core,
                Deck::clip("({$ceiling}-v({$core}))", '0', '1'),
            ),
        );
        foreach (
            $top === $switch ? [[$d, $s]] : [[$this->end($top, 'd'), $this->end($top, 's')], [$d, $s]]
            as $k => [$from, $to]
        ) {
            $this->deck->current(
                "{$safe}_draw{$k}",
                $from,
                $to,
                sprintf(
                    'v(%s)/%.4g*%s/max(%.5g,%3$s*%3$s)',
                    $asked,
                    $part->value('efficiency'),
                    $reach,
                    (0.15 * $lowest) ** 2,
                ),
            );
        }
    }

    /**
     * Two switches in a column: their leakage shares the voltage, and one that is a short lets the other, once driven,
     * through.
     */
    private function column(Part $top, Part $bottom, string $name): void
    {
        foreach ([[$top, $bottom], [$bottom, $top]] as $k => [$one, $other]) {
            $this->deck->resistor("{$name}_share{$k}", $this->end($one, 'd'), $this->end($one, 's'), 330e3);
            if (($this->harms[$other->ref] ?? null)?->class === 'short') {
                $this->deck->current(
                    "{$name}_shoot{$k}",
                    $this->end($one, 'd'),
                    $this->end($one, 's'),
                    sprintf(
                        '%s*%s/0.5',
                        Deck::clip($this->volts($one, 'g', 's') . '/2', '0', '1'),
                        $this->volts($one, 'd', 's'),
                    ),
                );
            }
        }
    }

    /** A boost stage in the mean: it takes a current like the line's own shape and steers the bulk to its setting. */
    private function powerFactor(Part $part): void
    {
        [$in, $out, $common] = [$this->end($part, 'in'), $this->end($part, 'out'), $this->end($part, 'common')];
        $choked = $this->deck->fresh();
        $safe = Deck::safe($part->ref);
        $this->deck->resistor("{$safe}_choke", $in, $choked, 0.25);
        $this->deck->diode("{$safe}_boost", $choked, $out, $this->deck->model('D(IS=1e-9 N=1.7 RS=0.03)'));
        $this->deck->diode("{$safe}_body", $common, $choked, $this->deck->model('D(IS=1e-11 N=1.1 RS=0.1)'));
        $harm = $this->harms[$part->ref] ?? null;
        if ($harm?->class === 'short') {
            $this->deck->resistor("{$safe}_harm_switch", $choked, $common, $harm->severity);
        }
        if ($this->isDead || $harm !== null) {
            return;
        }
        $mean = $this->deck->fresh();
        $this->deck->add("C{$mean} {$mean} 0 0.02\nR{$mean} {$mean} 0 1");
        $this->deck->current("{$safe}_square", '0', $mean, '(' . Deck::volts($in, $common) . ')^2');
        $fed = $part->has('vcc')
            ? Deck::clip(
                sprintf('(%s-%.4g)*2', $this->volts($part, 'vcc', 'common'), 0.85 * $part->value('supply')),
                '0',
                '1',
            )
            : '1';
        $bulk = $this->value($part, 'value');
        $most = $part->value('power');
        $power = $this->deck->signal(
            "{$safe}_power",
            sprintf(
                '%s*%s',
                $fed,
                Deck::clip(
                    sprintf('%.5g*(%.5g-%s)', $most / (0.04 * $bulk), 1.01 * $bulk, Deck::volts($out, $common)),
                    '0',
                    sprintf('%.5g', $most),
                ),
            ),
        );
        $this->deck->current(
            "{$safe}_in",
            $in,
            $common,
            sprintf('v(%s)*%s/max(2000,v(%s))', $power, Deck::volts($in, $common), $mean),
        );
        $this->deck->current(
            "{$safe}_out",
            $common,
            $out,
            sprintf(
                'v(%s)*%.4g*(%s)^2/max(2000,v(%s))/max(50,%s)',
                $power,
                $part->value('efficiency'),
                Deck::volts($in, $common),
                $mean,
                Deck::volts($out, $common),
            ),
        );
    }

    /**
     * Through a rectifier that conducts backwards a winding is loaded on every reversal.
     *
     * @param array<string, Part> $parts
     */
    private function shortedRectifier(array $parts, Part $part, string $a, string $b, string $name): void
    {
        foreach ($this->harms as $ref => $harm) {
            $diode = $parts[$ref] ?? null;
            if (
                $diode !== null &&
                $harm->form === Harm::BRIDGE &&
                $diode->has('a') &&
                $diode->has('k') &&
                in_array($diode->kind->name(), ['diode', 'fast_diode', 'ultrafast_diode', 'schottky'], true) &&
                array_intersect([$this->end($diode, 'a'), $this->end($diode, 'k')], [$a, $b]) !== []
            ) {
                $this->deck->resistor($name, $a, $b, 0.02 + $harm->severity / 3);
            }
        }
    }

    private function driver(Part $part): void
    {
        [$in, $out, $common] = [$this->end($part, 'in'), $this->end($part, 'out'), $this->end($part, 'common')];
        $this->deck->resistor("{$part->ref}_in", $in, $common, 150e3);
        $this->deck->resistor("{$part->ref}_div", $out, $common, 180e3);
        if ($this->isDead || $this->isStuck($part)) {
            return;
        }
        $given = sprintf(
            '%.5g*%s*%s',
            $this->value($part, 'value'),
            Deck::clip(sprintf('(%s-%.4g)', Deck::volts($in, $common), $part->value('lowest') - 0.5), '0', '1'),
            Deck::clip(sprintf('(%.5g-%s)/2', $part->value('top'), Deck::volts($out, $common)), '0', '1'),
        );
        $given .= $part->has('en')
            ? '*' . Deck::clip('8*(' . $this->volts($part, 'en', 'common') . '-1.2)', '0', '1')
            : '';
        $node = $this->deck->signal("{$part->ref}_given", $given);
        $this->deck->current("{$part->ref}_feed", $common, $out, "v({$node})");
        $this->deck->current(
            "{$part->ref}_draw",
            $in,
            $common,
            sprintf(
                'v(%s)*max(0,%s)/%.4g/max(%.4g,%s)',
                $node,
                Deck::volts($out, $common),
                $part->value('efficiency'),
                0.3 * $part->value('lowest'),
                Deck::volts($in, $common),
            ),
        );
    }

    private function fan(Part $part): void
    {
        $this->deck->resistor(
            $part->ref,
            $this->end($part, 'plus'),
            $this->end($part, 'minus'),
            ($part->value('value') / $part->value('current')) * ($this->isDead ? 20 : 1),
        );
    }

    private function dcConverter(Part $part): void
    {
        [$in, $out, $common] = [$this->end($part, 'in'), $this->end($part, 'out'), $this->end($part, 'common')];
        $this->deck->resistor("{$part->ref}_in", $in, $common, 150e3);
        $this->deck->resistor("{$part->ref}_div", $out, $common, 33e3);
        if ($this->isDead || $this->isStuck($part)) {
            return;
        }
        $setting = $this->value($part, 'value');
        [$high, $low] = $setting < 0 ? [$common, $out] : [$out, $common];
        $reach = $part->choices['topology'] ?? '';
        $most = sprintf(
            '%.5g*%s',
            $this->value($part, 'limit'),
            Deck::clip(sprintf('(%s-%.4g)*3', Deck::volts($in, $common), $part->value('lowest') - 0.2), '0', '1'),
        );
        if ($part->has('en')) {
            $most .= '*' . Deck::clip('8*(' . $this->volts($part, 'en', 'common') . '-1.2)', '0', '1');
        }
        $want = sprintf(
            'max(0,min(20*(%.5g-%s),%s%s))',
            abs($setting),
            Deck::volts($high, $low),
            $most,
            $reach === 'buck' && $setting > 0
                ? sprintf(
                    '*%s',
                    Deck::clip(
                        sprintf('10*(0.93*%s-%s)', Deck::volts($in, $common), Deck::volts($out, $common)),
                        '0',
                        '1',
                    ),
                )
                : '',
        );
        $given = $this->deck->signal("{$part->ref}_given", $want);
        $this->deck->current("{$part->ref}_feed", $low, $high, "v({$given})");
        $this->deck->current(
            "{$part->ref}_draw",
            $in,
            $common,
            sprintf(
                'v(%s)*max(0,%s)/%.4g/max(%.4g,%s)',
                $given,
                Deck::volts($high, $low),
                $part->value('efficiency'),
                0.3 * $part->value('lowest'),
                Deck::volts($in, $common),
            ),
        );
    }
}

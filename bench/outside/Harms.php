<?php

declare(strict_types=1);

namespace Bench\Outside;

use Oculant\Core\Parts\Part;

/**
 * How each kind of part fails, with the range of severity that is met on benches (common practice, from memory) and how
 * often, in the order of MIL-HDBK-338B's mode distributions (from memory). Severity is drawn log-uniform over its
 * range.
 */
final class Harms
{
    /**
     * @return list<array{class: string, form: string, terminals: list<string>, low: float, high: float,
     *     names: list<string>, weight: float}>
     */
    public static function of(Part $part): array
    {
        return array_map(
            static fn(array $one): array => [
                'class' => $one[0],
                'form' => $one[1],
                'terminals' => $one[2],
                'low' => $one[3],
                'high' => $one[4],
                'weight' => $one[5],
                'names' => $one[6] ?? [],
            ],
            self::kinds($part),
        );
    }

    /** @return list<array{0: string, 1: string, 2: list<string>, 3: float, 4: float, 5: float, 6?: list<string>}> */
    private static function kinds(Part $part): array
    {
        $open = static fn(string $terminal, float $weight): array => [
            'open',
            Harm::SERIES,
            [$terminal],
            3e6,
            3e9,
            $weight,
        ];
        $joint = static fn(string $terminal, float $weight, float $high = 3e3): array => [
            'joint',
            Harm::SERIES,
            [$terminal],
            0.3,
            $high,
            $weight,
        ];
        $short = static fn(string $a, string $b, float $weight, float $high = 1.5): array => [
            'short',
            Harm::BRIDGE,
            [$a, $b],
            0.02,
            $high,
            $weight,
        ];
        $leak = static fn(string $a, string $b, float $low, float $high, float $weight): array => [
            'leak',
            Harm::BRIDGE,
            [$a, $b],
            $low,
            $high,
            $weight,
        ];
        $factor = static fn(string $class, float $low, float $high, float $weight, string ...$names): array => [
            $class,
            Harm::PARAMETER,
            [],
            $low,
            $high,
            $weight,
            array_values($names),
        ];
        $windings = static fn(): array => array_values(
            array_map(
                static fn(string $t): array => $open($t, 0.3),
                array_filter(['s1', 's3', 's5', 's7', 'ct'], $part->has(...)),
            ),
        );

        return match ($part->kind->name()) {
            'electrolytic' => [
                $short('plus', 'minus', 2.0),
                $leak('plus', 'minus', 2.0, self::worst($part), 2.5),
                $factor('dried', 0.004, 0.5, 8.0, 'value', 'esr inverse'),
                $factor('esr', 6.0, 300.0, 2.0, 'esr'),
                $open('plus', 1.0),
                $joint('plus', 0.7),
                ['reversed', Harm::REVERSED, [], 1.0, 1.0, 0.3],
            ],
            'tantalum' => [
                $short('plus', 'minus', 3.0, 4.0),
                $leak('plus', 'minus', 3.0, 3e3, 1.0),
                $open('plus', 0.5),
            ],
            'film_capacitor', 'ceramic_capacitor', 'capacitor', 'paper_suppressor', 'x_capacitor', 'y_capacitor' => [
                $short('a', 'b', 0.4),
                $leak('a', 'b', 50.0, 100e3, 0.5),
                $factor('dried', 0.02, 0.5, 0.6, 'value'),
                $open('a', 0.5),
            ],
            'resistor' => [
                $open('a', 1.5),
                $factor('high', 1.3, 30.0, 1.5, 'value'),
                $factor('low', 0.3, 0.75, 0.15, 'value'),
            ],
            'diode', 'fast_diode', 'ultrafast_diode', 'schottky' => [
                $short('a', 'k', 2.0),
                $leak('a', 'k', 5.0, 5e3, 0.4),
                $open('a', 1.0),
                $joint('a', 0.3, 300.0),
            ],
            'bridge' => [
                $short('ac1', 'plus', 0.6),
                $short('ac2', 'plus', 0.6),
                $short('minus', 'ac1', 0.6),
                $short('minus', 'ac2', 0.6),
                ...array_map(static fn(string $leg): array => ['open', Harm::PARAMETER, [], 1e-9, 1e-9, 0.4, [$leg]], [
                    'leg ac1 plus',
                    'leg ac2 plus',
                    'leg minus ac1',
                    'leg minus ac2',
                ]),
            ],
            'transformer' => [
                $open('p1', 1.0),
                ...$windings(),
                $joint('s1', 0.2, 300.0),
                ['turns', Harm::TURNS, [], 0.3, 8.0, 0.4],
            ],
            'fuse' => [$open('a', 1.0)],
            'switch', 'connector', 'joint', 'thermal_switch' => [
                ['open', Harm::SERIES, ['a'], 3e6, 3e9, 0.7],
                $joint('a', 0.7, 3e4),
            ],
            'relay' => [$open('c1', 0.7), $joint('com', 0.7, 3e3), ['open', Harm::SERIES, ['com'], 3e6, 3e9, 0.5]],
            'regulator' => [
                $short('in', 'out', 1.5, 3.0),
                $short('out', 'common', 1.0, 20.0),
                $short('in', 'common', 0.7, 10.0),
                $open('in', 1.5),
                $open('out', 1.5),
                $open('common', 0.6),
                $factor('weak', 0.02, 0.4, 0.7, 'current'),
                $factor('drift', 0.7, 0.92, 0.6, 'value'),
                $factor('drift', 1.08, 1.35, 0.3, 'value'),
            ],
            'adjustable_regulator' => [
                $short('in', 'out', 1.5, 3.0),
                $short('out', 'adj', 0.5, 20.0),
                $open('in', 2.0),
                $open('adj', 0.6),
                $factor('weak', 0.02, 0.4, 0.5, 'current'),
            ],
            'transistor' => [
                $short('c', 'e', 2.0),
                $short('b', 'e', 0.5),
                $short('b', 'c', 0.8),
                $open('c', 0.5),
                $open('b', 0.5),
                $open('e', 0.5),
                $factor('weak', 0.02, 0.25, 0.4, 'gain'),
                $leak('c', 'e', 20.0, 5e3, 0.5),
            ],
            'zener' => [$short('a', 'k', 1.5), $open('a', 0.8), $factor('drift', 0.4, 0.9, 0.5, 'value')],
            'led' => [$open('a', 0.5)],
            'lamp' => [$open('a', 2.0)],
            'inductor' => [$open('a', 0.6), $joint('a', 0.3, 300.0), ['turns', Harm::TURNS, [], 0.3, 5.0, 0.2]],
            'common_mode_choke' => [$open('a1', 0.3), $open('b1', 0.3)],
            'valve' => [
                $factor('weak', 0.02, 0.55, 2.0, 'current'),
                $factor('gassy', 1.7, 6.0, 0.7, 'current'),
                $short('a', 'k', 0.5, 300.0),
                ...$part->has('h1') ? [$open('h1', 1.0)] : [],
            ],
            'optocoupler' => [
                $factor('weak', 0.02, 0.3, 1.0, 'transfer'),
                $open('a', 0.6),
                $open('c', 0.5),
                $short('c', 'e', 0.4, 30.0),
            ],
            'shunt_reference' => [
                $short('k', 'a', 0.8, 5.0),
                $open('k', 0.8),
                $factor('drift', 0.75, 0.94, 0.2, 'value'),
                $factor('drift', 1.06, 1.3, 0.2, 'value'),
            ],
            'op_amp' => [
                ['high', Harm::STUCK, ['vp', 'out'], 50.0, 50.0, 0.7],
                ['low', Harm::STUCK, ['out', 'vn'], 50.0, 50.0, 0.7],
                $short('vp', 'vn', 0.4, 20.0),
            ],
            'pwm_controller' => [
                ['dead', Harm::STUCK, [], 1.0, 1.0, 1.5],
                $short('vcc', 'gnd', 1.0, 50.0),
                $open('out', 0.5),
            ],
            'integrated_switcher' => [['dead', Harm::STUCK, [], 1.0, 1.0, 1.5], $short('d', 's', 3.0)],
            'mosfet' => [$short('d', 's', 3.0), $open('d', 0.6), $leak('g', 's', 20.0, 500.0, 0.4)],
            'flyback', 'forward', 'half_bridge' => [
                $open('p1', 0.3),
                $open('s1', 0.3),
                ['turns', Harm::TURNS, [], 1.0, 6.0, 0.4],
            ],
            'varistor', 'tvs' => [$short('a', self::second($part), 0.7, 5.0)],
            'ntc', 'ptc' => [$open('a', 0.6), $factor('high', 3.0, 100.0, 0.3, 'value')],
            'potentiometer', 'trimmer' => [$open('a', 0.4), $open('wiper', 0.6)],
            'load' => [$short('a', 'b', 0.3, 1.0), $factor('greedy', 0.1, 0.6, 0.4, 'ohms'), $open('a', 0.3)],
            'mains' => $part->knows('dc') ? [] : [$open('l', 0.7)],
            'dc_converter' => [
                ['dead', Harm::STUCK, [], 1.0, 1.0, 2.0],
                $short('in', 'common', 0.8, 5.0),
                $factor('weak', 0.03, 0.5, 0.4, 'limit'),
                $factor('drift', 0.7, 0.92, 0.3, 'value'),
            ],
            'pfc' => [['short', Harm::STUCK, [], 0.05, 1.0, 2.5], ['dead', Harm::STUCK, [], 1.0, 1.0, 1.2]],
            'current_driver' => [['dead', Harm::STUCK, [], 1.0, 1.0, 1.5]],
            default => [],
        };
    }

    private static function second(Part $part): string
    {
        return $part->has('k') ? 'k' : 'b';
    }

    /** A leak is worth the name while it passes a few milliamperes at the working voltage. */
    private static function worst(Part $part): float
    {
        return max(30.0, ($part->knows('voltage') ? $part->value('voltage') : 25.0) / 5e-3);
    }
}

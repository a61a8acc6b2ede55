<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

/**
 * What industry-standard type numbers stand for. Data-sheet families, from memory: a part's own data sheet decides, and
 * what is typed beside a type goes before what stands here.
 */
final class KnownTypes
{
    private const AXIAL = 'DO-41';

    private const AXIAL_LARGE = 'DO-201';

    private const POWER = 'TO-220';

    private const SMALL = 'TO-92';

    /** @return Component|null null if the type is not known */
    public static function of(string $type): ?Component
    {
        $type = strtoupper(trim($type));

        return self::rectifier($type) ??
            (self::schottky($type) ?? (self::regulator($type) ?? (self::others()[$type] ?? null)));
    }

    private static function rectifier(string $type): ?Component
    {
        $reverse = [50, 100, 200, 400, 600, 800, 1000];
        if (preg_match('/^1N400([1-7])$/', $type, $m) === 1) {
            return self::diode(
                'diode',
                $type,
                (float) $reverse[(int) $m[1] - 1],
                1.0,
                30.0,
                1.1,
                2e-6,
                15e-12,
                self::AXIAL,
            );
        }
        if (preg_match('/^1N540([0-8])$/', $type, $m) === 1) {
            return self::diode(
                'diode',
                $type,
                (float) [50, 100, 200, 300, 400, 500, 600, 800, 1000][(int) $m[1]],
                3.0,
                200.0,
                1.2,
                2e-6,
                30e-12,
                self::AXIAL_LARGE,
            );
        }
        if (preg_match('/^UF400([1-7])$/', $type, $m) === 1) {
            return self::diode(
                'ultrafast_diode',
                $type,
                (float) $reverse[(int) $m[1] - 1],
                1.0,
                30.0,
                (int) $m[1] > 4 ? 1.7 : 1.0,
                (int) $m[1] > 4 ? 75e-9 : 50e-9,
                17e-12,
                self::AXIAL,
            );
        }

        return preg_match('/^UF540([0-8])$/', $type, $m) === 1
            ? self::diode(
                'ultrafast_diode',
                $type,
                (float) [50, 100, 200, 300, 400, 500, 600, 800, 1000][(int) $m[1]],
                3.0,
                150.0,
                (int) $m[1] > 4 ? 1.7 : 1.0,
                (int) $m[1] > 4 ? 75e-9 : 50e-9,
                40e-12,
                self::AXIAL_LARGE,
            )
            : null;
    }

    private static function schottky(string $type): ?Component
    {
        if (preg_match('/^1N581([7-9])$/', $type, $m) === 1) {
            return self::diode(
                'schottky',
                $type,
                (float) [7 => 20, 8 => 30, 9 => 40][(int) $m[1]],
                1.0,
                25.0,
                0.6,
                5e-9,
                110e-12,
                self::AXIAL,
            );
        }

        return preg_match('/^1N582([0-2])$/', $type, $m) === 1
            ? self::diode(
                'schottky',
                $type,
                (float) [20, 30, 40][(int) $m[1]],
                3.0,
                80.0,
                0.525,
                5e-9,
                190e-12,
                self::AXIAL_LARGE,
            )
            : null;
    }

    private static function regulator(string $type): ?Component
    {
        if (preg_match('/^(?:LM|UA|MC|L)?(78|79)(L|M)?(05|06|08|09|12|15|18|24)C?[VT]?$/', $type, $m) !== 1) {
            return null;
        }
        $current = ['L' => 0.1, 'M' => 0.5, '' => 1.0][$m[2]];
        $pinout = match (true) {
            $m[1] === '78' => $m[2] === 'L' ? 'out-common-in' : 'in-common-out',
            default => 'common-in-out',
        };

        return new Component(
            'regulator',
            $type,
            [
                'value' => ($m[1] === '79' ? -1 : 1) * (float) $m[3],
                'tolerance' => 0.04,
                'current' => $current,
                'dropout' => $m[2] === 'L' ? 1.7 : 2.0,
                'voltage' => 35.0,
                'power' => $m[2] === 'L' ? 0.7 : 15.0,
            ],
            [
                'package' => $m[2] === 'L' ? self::SMALL : self::POWER,
                'pinout' => $pinout,
                'tab' => $m[2] === 'L' ? 'none' : ($m[1] === '78' ? 'common' : 'in'),
            ],
        );
    }

    /** @return array<string, Component> by type */
    private static function others(): array
    {
        static $known = null;

        return $known ??= [
            '1N4148' => self::diode('fast_diode', '1N4148', 100.0, 0.2, 1.0, 1.0, 4e-9, 4e-12, 'DO-35'),
            'BC547' => self::transistor('BC547', 'npn', 45.0, 0.1, 0.5, 290.0, self::SMALL, 'c-b-e'),
            'BC557' => self::transistor('BC557', 'pnp', 45.0, 0.1, 0.5, 290.0, self::SMALL, 'c-b-e'),
            'BC337' => self::transistor('BC337', 'npn', 45.0, 0.8, 0.6, 250.0, self::SMALL, 'c-b-e'),
            'BC327' => self::transistor('BC327', 'pnp', 45.0, 0.8, 0.6, 250.0, self::SMALL, 'c-b-e'),
            '2N3904' => self::transistor('2N3904', 'npn', 40.0, 0.2, 0.6, 150.0, self::SMALL, 'e-b-c'),
            '2N3906' => self::transistor('2N3906', 'pnp', 40.0, 0.2, 0.6, 150.0, self::SMALL, 'e-b-c'),
            'BD139' => self::transistor('BD139', 'npn', 80.0, 1.5, 12.5, 100.0, 'TO-126', 'e-c-b'),
            'BD140' => self::transistor('BD140', 'pnp', 80.0, 1.5, 12.5, 100.0, 'TO-126', 'e-c-b'),
            'TIP41C' => self::transistor('TIP41C', 'npn', 100.0, 6.0, 65.0, 40.0, self::POWER, 'b-c-e'),
            'TIP42C' => self::transistor('TIP42C', 'pnp', 100.0, 6.0, 65.0, 40.0, self::POWER, 'b-c-e'),
            '2N3055' => self::transistor('2N3055', 'npn', 60.0, 15.0, 115.0, 45.0, 'TO-3', 'b-e-case'),
            'MJ2955' => self::transistor('MJ2955', 'pnp', 60.0, 15.0, 115.0, 45.0, 'TO-3', 'b-e-case'),
            '4N35' => self::coupler('4N35', 1.0, 3550.0, 'DIP-6'),
            '4N25' => self::coupler('4N25', 0.2, 2500.0, 'DIP-6'),
        ];
    }

    private static function diode(
        string $kind,
        string $type,
        float $reverse,
        float $current,
        float $surge,
        float $drop,
        float $recovery,
        float $junction,
        string $package,
    ): Component {
        return new Component(
            $kind,
            $type,
            [
                'voltage' => $reverse,
                'current' => $current,
                'surge' => $surge,
                'drop' => $drop,
                'recovery' => $recovery,
                'junction' => $junction,
            ],
            ['package' => $package],
        );
    }

    private static function transistor(
        string $type,
        string $polarity,
        float $volts,
        float $amperes,
        float $watts,
        float $gain,
        string $package,
        string $pinout,
    ): Component {
        return new Component(
            'transistor',
            $type,
            ['voltage' => $volts, 'current' => $amperes, 'power' => $watts, 'gain' => $gain],
            ['polarity' => $polarity, 'package' => $package, 'pinout' => $pinout],
        );
    }

    private static function coupler(string $type, float $transfer, float $isolation, string $package): Component
    {
        return new Component(
            'optocoupler',
            $type,
            ['transfer' => $transfer, 'isolation' => $isolation],
            ['package' => $package, 'pinout' => 'a-k-nc-e-c-b'],
        );
    }
}

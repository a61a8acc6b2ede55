<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;

/**
 * Off-line switching supplies of every usual topology around one controller, one output and one feedback, drawn as
 * textbooks do.
 */
final class Switchers
{
    public const TOPOLOGIES = [
        'flyback',
        'forward',
        'two-switch forward',
        'half bridge',
        'half bridge on split capacitors',
        'full bridge',
    ];

    /**
     * @param float        $volts  of the output, by its divider: 2.5 V (1 + R8 / R9)
     * @param list<string> $extras "timing" for reference and timing pins drawn, "inverting" for feedback through the
     *     error amplifier
     */
    public static function of(string $topology, float $volts, float $ohms, array $extras = []): Description
    {
        $inverting = in_array('inverting', $extras, true);
        $timing = in_array('timing', $extras, true);
        $two = !in_array($topology, ['flyback', 'forward'], true);
        $controller =
            ['vcc' => 'VCC', 'gnd' => 'HGND', 'fb' => 'FB', 'out' => 'DRV'] +
            ($timing ? ['ref' => 'VREF', 'rt' => 'RT'] : []) +
            ($two ? ['out2' => 'DRV2', 'vs' => $topology === 'two-switch forward' ? 'P1' : 'HALF'] : []);
        $parts = [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
            ['ref' => 'F1', 'kind' => 'fuse', 'rating' => 'T6.3A', 'terminals' => ['a' => 'L', 'b' => 'L1']],
            [
                'ref' => 'RT1',
                'kind' => 'ntc',
                'value' => '5',
                'power' => '5 W',
                'terminals' => ['a' => 'L1', 'b' => 'IN'],
            ],
            [
                'ref' => 'BR1',
                'kind' => 'bridge',
                'current' => '8 A',
                'reverse' => '800 V',
                'terminals' => ['ac1' => 'IN', 'ac2' => 'N', 'plus' => 'BULK', 'minus' => 'HGND'],
            ],
            self::resistor('R1', '150k', 'BULK', 'VCC'),
            [
                'ref' => 'C3',
                'kind' => 'electrolytic',
                'value' => '100u',
                'voltage' => '35 V',
                'terminals' => ['plus' => 'VCC', 'minus' => 'HGND'],
            ],
            ['ref' => 'D3', 'kind' => 'fast_diode', 'terminals' => ['a' => 'AUX', 'k' => 'VCC']],
            [
                'ref' => 'U1',
                'kind' => 'pwm_controller',
                'feedback' => $inverting ? 'inverting' : 'pull down',
                'terminals' => $controller,
            ],
            self::resistor('R2', '10', 'DRV', 'G1'),
            self::resistor('RS', '0R1', 'SENSE', 'HGND'),
            [
                'ref' => 'D1',
                'kind' => 'ultrafast_diode',
                'current' => '20 A',
                'reverse' => '200 V',
                'terminals' => ['a' => 'SEC', 'k' => 'SW'],
            ],
            [
                'ref' => 'L2',
                'kind' => 'inductor',
                'value' => '20u',
                'resistance' => '5m',
                'current' => '20 A',
                'terminals' => ['a' => 'SW', 'b' => 'OUT'],
            ],
            self::electrolytic('C6', 'OUT', '0V', '2200u', '50 V'),
            ['ref' => 'RL1', 'kind' => 'load', 'value' => (string) $ohms, 'terminals' => ['a' => 'OUT', 'b' => '0V']],
            self::resistor('R6', (string) (100 * $volts), 'OUT', '0V'),
            self::resistor('R7', (string) round(max(220.0, ($volts - 3.2) / 0.004)), 'OUT', 'LEDA'),
            [
                'ref' => 'OK1',
                'kind' => 'optocoupler',
                'terminals' =>
                    ['a' => 'LEDA', 'k' => 'CATH'] +
                    ($inverting ? ['c' => $timing ? 'VREF' : 'VCC', 'e' => 'FB'] : ['c' => 'FB', 'e' => 'HGND']),
            ],
            ['ref' => 'U3', 'kind' => 'shunt_reference', 'terminals' => ['k' => 'CATH', 'a' => '0V', 'ref' => 'REF']],
            self::resistor('R8', (string) (10e3 * ($volts / 2.5 - 1)), 'OUT', 'REF', '1 %'),
            self::resistor('R9', '10k', 'REF', '0V', '1 %'),
            [
                'ref' => 'C7',
                'kind' => 'film_capacitor',
                'value' => '100n',
                'voltage' => '63 V',
                'terminals' => ['a' => 'CATH', 'b' => 'REF'],
            ],
            ['ref' => 'CY1', 'kind' => 'y_capacitor', 'value' => '2n2', 'terminals' => ['a' => 'HGND', 'b' => '0V']],
            ...$inverting ? [self::resistor('RFB', '1k', 'FB', 'HGND')] : [],
            ...$timing
                ? [
                    self::resistor('RT2', '10k', 'VREF', 'RT'),
                    [
                        'ref' => 'CT',
                        'kind' => 'film_capacitor',
                        'value' => '2n2',
                        'terminals' => ['a' => 'RT', 'b' => 'HGND'],
                    ],
                ]
                : [],
            ...$two ? [self::resistor('R3', '10', 'DRV2', 'G2')] : [],
            ...self::stage($topology, $volts, 1.4 * max(20.0, $volts ** 2 / $ohms)),
        ];

        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => ucfirst($topology),
            'reference' => '0V',
            'mains' => ['voltage' => '230 V', 'frequency' => '50 Hz', 'tolerance' => '10 %'],
            'parts' => $parts,
            'modes' => [['id' => 'loaded'], ['id' => 'unloaded', 'absent' => ['RL1']]],
            'points' => [
                ['id' => 'TP1', 'node' => 'BULK', 'against' => 'HGND'],
                ['id' => 'TP2', 'node' => 'VCC', 'against' => 'HGND'],
                ['id' => 'TP3', 'node' => 'OUT', 'against' => '0V', 'rail' => "{$volts} V"],
            ],
        ]);
    }

    /** @return list<array<string, mixed>> bulk, switches and transformer */
    private static function stage(string $topology, float $volts, float $watts): array
    {
        $transformer = static fn(string $kind, string $p1, string $p2, array $switches): array => [
            'ref' => 'T1',
            'kind' => $kind,
            'secondary' => $volts + 1 . ' V',
            'auxiliary' => '14 V',
            'lowest' => '120 V',
            'power' => "{$watts} W",
            'terminals' => ['p1' => $p1, 'p2' => $p2, 's1' => 'SEC', 's2' => '0V', 'a1' => 'AUX', 'a2' => 'HGND'],
        ] + $switches;
        $bulk = self::electrolytic('C1', 'BULK', 'HGND', '220u', '400 V');
        $column = [self::mosfet('Q1', 'HALF', 'G1', 'SENSE'), self::mosfet('Q2', 'BULK', 'G2', 'HALF')];
        $both = ['switch' => 'Q1', 'switch2' => 'Q2'];

        return match ($topology) {
            'flyback', 'forward' => [
                $bulk,
                self::mosfet('Q1', 'DRAIN', 'G1', 'SENSE'),
                $transformer($topology, 'BULK', 'DRAIN', ['switch' => 'Q1']),
            ],
            'two-switch forward' => [
                $bulk,
                self::mosfet('Q1', 'P2', 'G1', 'SENSE'),
                self::mosfet('Q2', 'BULK', 'G2', 'P1'),
                ['ref' => 'D5', 'kind' => 'ultrafast_diode', 'terminals' => ['a' => 'HGND', 'k' => 'P1']],
                ['ref' => 'D6', 'kind' => 'ultrafast_diode', 'terminals' => ['a' => 'P2', 'k' => 'BULK']],
                $transformer('forward', 'P1', 'P2', $both),
            ],
            'half bridge' => [
                $bulk,
                ...$column,
                [
                    'ref' => 'C4',
                    'kind' => 'film_capacitor',
                    'value' => '1u',
                    'voltage' => '400 V',
                    'terminals' => ['a' => 'TANK', 'b' => 'HGND'],
                ],
                $transformer('half_bridge', 'HALF', 'TANK', $both),
            ],
            'half bridge on split capacitors' => [
                self::electrolytic('C1', 'BULK', 'MID', '470u', '200 V'),
                self::electrolytic('C2', 'MID', 'HGND', '470u', '200 V'),
                self::resistor('R10', '150k', 'BULK', 'MID'),
                self::resistor('R11', '150k', 'MID', 'HGND'),
                ...$column,
                $transformer('half_bridge', 'HALF', 'MID', $both),
            ],
            default => [
                $bulk,
                ...$column,
                self::mosfet('Q3', 'HALF2', 'G3', 'SENSE'),
                self::mosfet('Q4', 'BULK', 'G4', 'HALF2'),
                self::resistor('R4', '10', 'DRV', 'G3'),
                self::resistor('R5', '10', 'DRV2', 'G4'),
                $transformer('half_bridge', 'HALF', 'HALF2', $both + ['switch3' => 'Q3', 'switch4' => 'Q4']),
            ],
        };
    }

    /** @return array<string, mixed> */
    private static function resistor(string $ref, string $value, string $a, string $b, string $tolerance = '5 %'): array
    {
        return [
            'ref' => $ref,
            'kind' => 'resistor',
            'value' => $value,
            'power' => '2 W',
            'tolerance' => $tolerance,
            'terminals' => ['a' => $a, 'b' => $b],
        ];
    }

    /** @return array<string, mixed> */
    private static function electrolytic(
        string $ref,
        string $plus,
        string $minus,
        string $value,
        string $voltage,
    ): array {
        return [
            'ref' => $ref,
            'kind' => 'electrolytic',
            'value' => $value,
            'voltage' => $voltage,
            'terminals' => ['plus' => $plus, 'minus' => $minus],
        ];
    }

    /** @return array<string, mixed> */
    private static function mosfet(string $ref, string $d, string $g, string $s): array
    {
        return [
            'ref' => $ref,
            'kind' => 'mosfet',
            'current' => '12 A',
            'terminals' => ['d' => $d, 'g' => $g, 's' => $s],
        ];
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Circuit;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ngspice;
use Tests\Support\Supplies;

/**
 * The solver against ngspice on netlists written by hand (fixtures/ngspice), healthy and faulty.
 *
 * Bounds are the goals of the engine: DC within 0.5 % or 30 mV, ripple within 3 % where it is above 20 mV
 * (5 % for ripple of faulty circuits, whose currents lie far from the rated ones).
 */
#[Group('slow')]
final class NgspiceFixturesTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, array<string, string>, array<string, string>}> fixture, supply,
     *     faults, .param values
     */
    public static function cases(): iterable
    {
        yield 'half wave' => ['half-wave', 'halfWave', [], []];
        yield 'half wave, reservoir dried' => [
            'half-wave',
            'halfWave',
            ['C1' => 'dried'],
            ['cres' => '100u', 'esr' => '2.86479'],
        ];
        yield 'bridge with 7812' => ['bridge-regulated', 'bridgeRegulated', [], []];
        yield 'bridge with 7812, reservoir dried' => [
            'bridge-regulated',
            'bridgeRegulated',
            ['C1' => 'dried'],
            ['cres' => '220u', 'esr' => '1.30218'],
        ];
        yield 'bridge with 7812, one leg open' => [
            'bridge-regulated',
            'bridgeRegulated',
            ['BR1' => 'd2_open'],
            ['ropen' => '1e9'],
        ];
        yield 'bridge with 7812, output shorted' => [
            'bridge-regulated',
            'bridgeRegulated',
            ['C2' => 'short'],
            ['rshort' => '0.1', 'lim' => '0.68'],
        ];
        yield 'two diodes with 7805' => ['two-diode', 'twoDiode', [], []];
        yield 'two diodes with 7805, one open' => ['two-diode', 'twoDiode', ['D2' => 'open'], ['ropen' => '1e9']];
        yield 'dual unregulated' => ['dual-unregulated', 'dualUnregulated', [], []];
        yield 'dual unregulated, negative reservoir dried' => [
            'dual-unregulated',
            'dualUnregulated',
            ['C2' => 'dried'],
            ['cneg' => '220u', 'eneg' => '1.30218'],
        ];
        yield 'zener shunt' => ['zener-shunt', 'zenerShunt', [], []];
        yield 'zener shunt, dropper drifted' => ['zener-shunt', 'zenerShunt', ['R1' => 'drifted'], ['rser' => '240']];
        yield 'zener shunt, zener shorted' => ['zener-shunt', 'zenerShunt', ['Z1' => 'short'], ['rshort' => '0.5']];
        yield 'negative regulator with LED' => ['negative-regulator', 'negativeRegulator', [], []];
        yield 'negative regulator, its feed open' => [
            'negative-regulator',
            'negativeRegulator',
            ['J1' => 'open'],
            ['ropen' => '1e9'],
        ];
    }

    /**
     * @param array<string, string> $faults
     * @param array<string, string> $parameters
     */
    #[DataProvider('cases')]
    public function testAgreesWithNgspice(string $fixture, string $supply, array $faults, array $parameters): void
    {
        $description = self::{$supply}();
        $ours = (new Behaviour($description))->live($description->mode(null), $faults);
        $netlist = (string) file_get_contents(__DIR__ . "/../fixtures/ngspice/{$fixture}.cir");
        foreach ($parameters as $name => $value) {
            $netlist = (string) preg_replace("/\\b{$name}=\\S+/", "{$name}={$value}", $netlist, 1);
        }
        $theirs = Ngspice::run($netlist);

        self::assertTrue($ours->settled);
        self::assertSame([], $ours->broken(), 'the fixture has no fuse that opens');
        foreach ($theirs as $point => $reading) {
            if ($reading['ac'] < abs($reading['dc'])) {
                self::assertEqualsWithDelta(
                    $reading['dc'],
                    $ours->reading($point, 'dc'),
                    max(0.03, 0.005 * abs($reading['dc'])),
                    "{$point} DC",
                );
            } else {
                self::assertEqualsWithDelta(
                    $reading['ac'],
                    $ours->reading($point, 'ac'),
                    max(0.03, 0.005 * $reading['ac']),
                    "{$point} AC",
                );
                continue;
            }
            if ($reading['ripple'] > 0.02) {
                self::assertEqualsWithDelta(
                    $reading['ripple'],
                    $ours->reading($point, 'ripple'),
                    ($faults === [] ? 0.03 : 0.05) * $reading['ripple'] + 0.002,
                    "{$point} ripple",
                );
            }
        }
    }

    private static function halfWave(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T100mA', '12 V', '6 VA', '20 %', second: '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'P']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'esr' => '0.190986',
                    'terminals' => ['plus' => 'P', 'minus' => '0V'],
                ],
                ['ref' => 'RL', 'kind' => 'load', 'value' => '470', 'terminals' => ['a' => 'P', 'b' => '0V']],
            ],
            ['raw' => ['P', '0V'], 'sec' => ['A', '0V']],
        );
    }

    private static function bridgeRegulated(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T250mA', '15 V', '20 VA', '15 %'),
                self::bridge('P', '0V'),
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '2200u',
                    'esr' => '0.0868',
                    'terminals' => ['plus' => 'P', 'minus' => '0V'],
                ],
                [
                    'ref' => 'U1',
                    'kind' => 'regulator',
                    'value' => '12 V',
                    'terminals' => ['in' => 'P', 'out' => 'O', 'common' => '0V'],
                ],
                [
                    'ref' => 'C2',
                    'kind' => 'electrolytic',
                    'value' => '10u',
                    'terminals' => ['plus' => 'O', 'minus' => '0V'],
                ],
                ['ref' => 'RL', 'kind' => 'load', 'value' => '24', 'terminals' => ['a' => 'O', 'b' => '0V']],
            ],
            ['raw' => ['P', '0V'], 'out' => ['O', '0V'], 'sec' => ['A', 'B']],
        );
    }

    private static function twoDiode(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T100mA', '2x9 V', '10 VA', '18 %', tapped: true),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'P']],
                ['ref' => 'D2', 'kind' => 'diode', 'terminals' => ['a' => 'B', 'k' => 'P']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '3300u',
                    'terminals' => ['plus' => 'P', 'minus' => '0V'],
                ],
                [
                    'ref' => 'U1',
                    'kind' => 'regulator',
                    'value' => '5 V',
                    'terminals' => ['in' => 'P', 'out' => 'O', 'common' => '0V'],
                ],
                [
                    'ref' => 'RL',
                    'kind' => 'load',
                    'current' => '0.3 A',
                    'at' => '5 V',
                    'terminals' => ['a' => 'O', 'b' => '0V'],
                ],
            ],
            ['raw' => ['P', '0V'], 'out' => ['O', '0V'], 'sec' => ['A', 'B']],
        );
    }

    private static function dualUnregulated(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T400mA', '2x20 V', '50 VA', '12 %', tapped: true),
                self::bridge('P', 'M'),
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '2200u',
                    'terminals' => ['plus' => 'P', 'minus' => '0V'],
                ],
                [
                    'ref' => 'C2',
                    'kind' => 'electrolytic',
                    'value' => '2200u',
                    'terminals' => ['plus' => '0V', 'minus' => 'M'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '50',
                    'power' => '20 W',
                    'terminals' => ['a' => 'P', 'b' => '0V'],
                ],
                [
                    'ref' => 'R2',
                    'kind' => 'resistor',
                    'value' => '100',
                    'power' => '10 W',
                    'terminals' => ['a' => 'M', 'b' => '0V'],
                ],
            ],
            ['p' => ['P', '0V'], 'm' => ['M', '0V'], 'sec' => ['A', 'B']],
        );
    }

    private static function zenerShunt(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T100mA', '12 V', '6 VA', '20 %', second: '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'P']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'terminals' => ['plus' => 'P', 'minus' => '0V'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '120',
                    'power' => '2 W',
                    'terminals' => ['a' => 'P', 'b' => 'Z'],
                ],
                ['ref' => 'Z1', 'kind' => 'zener', 'value' => '9.1 V', 'terminals' => ['a' => '0V', 'k' => 'Z']],
                [
                    'ref' => 'C2',
                    'kind' => 'electrolytic',
                    'value' => '100u',
                    'terminals' => ['plus' => 'Z', 'minus' => '0V'],
                ],
                ['ref' => 'RL', 'kind' => 'load', 'value' => '455', 'terminals' => ['a' => 'Z', 'b' => '0V']],
            ],
            ['raw' => ['P', '0V'], 'vz' => ['Z', '0V']],
        );
    }

    private static function negativeRegulator(): Description
    {
        return Supplies::of(
            [
                ...Supplies::primary('T200mA', '14 V', '16 VA', '15 %'),
                self::bridge('0V', 'M'),
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1500u',
                    'terminals' => ['plus' => '0V', 'minus' => 'M'],
                ],
                ['ref' => 'RQ', 'kind' => 'resistor', 'value' => '4k', 'terminals' => ['a' => '0V', 'b' => 'M']],
                ['ref' => 'J1', 'kind' => 'connector', 'terminals' => ['a' => 'M', 'b' => 'MI']],
                [
                    'ref' => 'U1',
                    'kind' => 'regulator',
                    'value' => '-12 V',
                    'quiescent' => '1u',
                    'terminals' => ['in' => 'MI', 'out' => 'O', 'common' => '0V'],
                ],
                ['ref' => 'RL', 'kind' => 'load', 'value' => '40', 'terminals' => ['a' => 'O', 'b' => '0V']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k5', 'terminals' => ['a' => '0V', 'b' => 'K']],
                ['ref' => 'LED1', 'kind' => 'led', 'forward' => '2.0 V', 'terminals' => ['a' => 'K', 'k' => 'O']],
            ],
            ['m' => ['M', '0V'], 'out' => ['O', '0V'], 'k' => ['K', '0V']],
        );
    }

    /** @return array<string, mixed> */
    private static function bridge(string $plus, string $minus): array
    {
        return [
            'ref' => 'BR1',
            'kind' => 'bridge',
            'terminals' => ['ac1' => 'A', 'ac2' => 'B', 'plus' => $plus, 'minus' => $minus],
        ];
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Diagnosis\ShortFinder;
use Oculant\Core\Diagnosis\ShortRails;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Where a rail is held down, from milliohms along it. */
final class ShortFinderTest extends TestCase
{
    /** The worked case of the trade (common practice): 43, 31, 24 milliohms, the 24 is it. */
    public function testTheSmallestReadingIsTheShortedPart(): void
    {
        $found = self::find(['C1' => '43', 'C2' => '31', 'C3' => '24'], 1e-3);

        self::assertTrue($found['isClear']);
        self::assertStringStartsWith('C3: ', $found['sentence']);
        self::assertStringContainsString('Lift one leg of C3', $found['advice']);
    }

    /** @return iterable<string, array{int}> */
    public static function places(): iterable
    {
        foreach (range(0, 5) as $place) {
            yield "part {$place}" => [$place];
        }
    }

    /**
     * A real ladder solved by nodal analysis: track of 4 to 9 milliohms between six parts, 20 milliohms in the shorted
     * one.
     */
    #[DataProvider('places')]
    public function testFindsTheShortOfASolvedLadder(int $shorted): void
    {
        $milliohms = $injected = [];
        foreach (range(0, 5) as $k) {
            $milliohms["C{$k}"] = (string) (1e3 * self::ladder($shorted, $k, $k));
            $injected["C{$k}"] = (string) (1e3 * self::ladder($shorted, 0, $k));
        }
        $meter = self::find($milliohms, 0.1e-3);
        self::assertStringStartsWith("C{$shorted}: ", $meter['sentence']);

        // With the current fed in at the first part nothing drops behind the short.
        $current = self::find($injected, 0.1e-3, 'injected');
        $ranked = $current['suspects'];
        usort($ranked, static fn(array $a, array $b): int => $b['probability'] <=> $a['probability']);
        self::assertSame("C{$shorted}", $ranked[0]['part']);
    }

    public function testSaysWhenTheMeterIsTooCoarse(): void
    {
        $found = self::find(['C1' => '30', 'C2' => '30', 'C3' => '31'], 10e-3);

        self::assertFalse($found['isClear']);
        self::assertStringContainsString('This meter cannot tell', $found['sentence']);
        self::assertStringContainsString('resolution of', $found['advice']);
    }

    /**
     * Drops along a rail with a current fed in at its start, as they are read at benches (common practice): what counts
     * is the voltmeter's own resolution, whatever the current.
     *
     * @return iterable<string, array{array<string, string>, float, string|null}> millivolts, amperes, the part
     */
    public static function injections(): iterable
    {
        $long = ['C1' => '1.09', 'C2' => '1.07', 'C3' => '1.04', 'C4' => '1.0', 'U1' => '0.65'];
        yield 'the last of five, a quarter of an ampere' => [$long, 0.25, 'U1'];
        yield 'the last of five, a hundredth' => [$long, 0.01, 'U1'];
        yield 'the last of five, two' => [$long, 2.0, 'U1'];
        yield 'two that differ by 0.17 mV' => [['C1' => '2.72', 'C2' => '2.55'], 0.25, 'C2'];
        yield 'a flat tail: the current leaves before it' => [
            ['C1' => '1.90', 'C2' => '1.31', 'C3' => '0.72', 'C4' => '0.72', 'U1' => '0.73'],
            0.2,
            'C3',
        ];
        yield 'nothing resolved' => [['C1' => '0.51', 'C2' => '0.50', 'C3' => '0.51'], 0.25, null];
    }

    /** @param array<string, string> $millivolts */
    #[DataProvider('injections')]
    public function testMillivoltsAreJudgedByTheVoltmeter(array $millivolts, float $amperes, ?string $part): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))->add('short', [
            'method' => 'injected',
            'current' => "{$amperes} A",
            'resolution' => '0.01m',
            'readings' => array_map(
                static fn(string $ref, string $text): array => ['part' => $ref, 'text' => $text],
                array_keys($millivolts),
                $millivolts,
            ),
        ]);
        $strip = $bench->state()->shorts[0];
        $found = ShortFinder::find($strip['readings'], $strip['resolution'], $strip['method']);

        if ($part === null) {
            self::assertFalse($found['isClear']);
            self::assertStringContainsString('cannot tell them apart', $found['sentence']);
            self::assertSame(['not told'], array_values(array_unique(array_column($found['suspects'], 'share'))));
        } else {
            self::assertTrue($found['isClear'], $found['sentence']);
            self::assertStringStartsWith("{$part}: ", $found['sentence']);
        }
    }

    /** A rail whose pieces of track are described is one strip, in the order of the pieces. */
    public function testPiecesOfTrackAreOneStrip(): void
    {
        $written = Supplies::demoArray('tide-recorder');
        $point = array_values(array_filter($written['points'], static fn(array $p): bool => $p['id'] === 'TP4'))[0];
        foreach ($written['parts'] as $k => $row) {
            if ($row['kind'] === 'load' && in_array($point['node'], $row['terminals'], true)) {
                foreach ($row['terminals'] as $terminal => $node) {
                    $written['parts'][$k]['terminals'][$terminal] = $node === $point['node'] ? 'FAR' : $node;
                }
                $load = $row['ref'];
            }
        }
        $written['parts'][] = ['ref' => 'X1', 'kind' => 'trace', 'terminals' => ['a' => $point['node'], 'b' => 'MID']];
        $written['parts'][] = ['ref' => 'X2', 'kind' => 'trace', 'terminals' => ['a' => 'MID', 'b' => 'FAR']];
        $parts = array_column(ShortRails::of(DescriptionReader::fromArray($written)), 'parts', 'point')['TP4'];

        self::assertContains($load ?? '', $parts);
        self::assertSame($load ?? '', $parts[count($parts) - 1], 'two pieces of track further');
    }

    public function testScatterOfRepeatsIsTakenSeriously(): void
    {
        $steady = self::find(['C1' => '30 30.1 29.9', 'C2' => '27 27.1 26.9', 'C3' => '33 33.1 32.9'], 0.1e-3);
        $jumpy = self::find(['C1' => '30 36 24', 'C2' => '27 33 21', 'C3' => '33 39 27'], 0.1e-3);

        self::assertTrue($steady['isClear']);
        self::assertFalse($jumpy['isClear']);
        self::assertGreaterThan(10 * $steady['sigma'], $jumpy['sigma']);
    }

    public function testAnImpossibleStripAsksForItsOrder(): void
    {
        $found = self::find(['C1' => '20', 'C2' => '45', 'C3' => '22'], 0.1e-3);

        self::assertFalse($found['isClear']);
        self::assertStringContainsString('check its order', $found['advice']);
    }

    /** Of two that read alike the kind that shorts more often leads (tantalum before film; common practice). */
    public function testThePriorDecidesBetweenEquals(): void
    {
        $readings = self::rows(['C1' => '24', 'C2' => '24', 'C3' => '40']);
        $found = ShortFinder::find($readings, 1e-3, 'milliohm', ['C1' => 0.2, 'C2' => 4.0, 'C3' => 1.0]);

        self::assertGreaterThan(10 * $found['suspects'][0]['probability'], $found['suspects'][1]['probability']);
        self::assertEqualsWithDelta(1.0, array_sum(array_column($found['suspects'], 'probability')), 1e-9);
    }

    public function testKnowsTheRailsOfASupply(): void
    {
        $rails = array_column(ShortRails::of(Supplies::demo('tide-recorder')), 'parts', 'point');

        self::assertNotSame([], $rails);
        foreach ($rails as $parts) {
            self::assertGreaterThan(1, count($parts));
        }
        self::assertGreaterThan(0.0, ShortRails::priors(Supplies::knowledge('tide-recorder')->dictionary(null))['C1']);
    }

    /** Volts at part $read per ampere fed in at part $fed. */
    private static function ladder(int $shorted, int $fed, int $read): float
    {
        $netlist = new Netlist('g', 0);
        foreach ([4e-3, 7e-3, 5e-3, 9e-3, 6e-3] as $k => $ohms) {
            $netlist->resistor("T{$k}", "n{$k}", 'n' . ($k + 1), $ohms);
        }
        $netlist->resistor('short', "n{$shorted}", 'g', 20e-3);
        // A hundred volts behind a hundred ohms: an ampere, whatever little is in its way.
        $netlist->source('I', 'f', 'g', 1e-3, 0, 100);
        $netlist->resistor('R', 'f', "n{$fed}", 100);

        return SteadyState::of($netlist)->signal("n{$read}", 'g')->average;
    }

    /**
     * @param non-empty-array<string, string> $milliohms
     *
     * @return array{suspects: list<array{part: string, probability: float, ohms: float, spread: float}>, sigma: float,
     *     isClear: bool, sentence: string, advice: string}
     */
    private static function find(array $milliohms, float $resolution, string $method = 'milliohm'): array
    {
        return ShortFinder::find(self::rows($milliohms), $resolution, $method);
    }

    /**
     * @param non-empty-array<string, string> $milliohms
     *
     * @return non-empty-list<array{part: string, ohms: non-empty-list<float>}>
     */
    private static function rows(array $milliohms): array
    {
        return array_map(
            static fn(string $part, string $text): array => [
                'part' => $part,
                'ohms' => array_map(static fn(string $x): float => (float) $x * 1e-3, explode(' ', $text)),
            ],
            array_keys($milliohms),
            $milliohms,
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\PowerUp;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\PowerUp\BleedResistor;
use Oculant\Core\PowerUp\Decay;
use Oculant\Core\PowerUp\Discharge;
use Oculant\Core\PowerUp\DischargeLine;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ngspice;
use Tests\Support\Supplies;

/** Discharging against the closed form, published limits and ngspice. */
final class DischargeTest extends TestCase
{
    /**
     * t = R C ln(V0 / V) worked by hand: 220 uF from 325 V to 60 V through 4k7 takes 1.034 s x 1.6895 = 1.747 s; 100 nF
     * across the line through 1 Mohm, the usual bleeder of an X capacitor, 0.1 s x 1.6895.
     *
     * @return iterable<string, array{string, string, float, float}>
     */
    public static function worked(): iterable
    {
        yield 'bulk capacitor through 4k7' => ['220u', '4k7', 325.0, 1.747];
        yield 'X capacitor through its bleeder' => ['100n', '1M', 325.0, 0.16895];
        yield 'heavy reservoir through 22 ohms' => ['47000u', '22', 90.0, 0.41924];
    }

    #[DataProvider('worked')]
    public function testDecayIsTheClosedFormWithOneResistor(
        string $farads,
        string $ohms,
        float $volts,
        float $seconds,
    ): void {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'RS', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'L', 'b' => 'X']],
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'X', 'k' => 'A']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => $farads,
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => $ohms, 'terminals' => ['a' => 'A', 'b' => '0V']],
            ],
            ['TP1' => ['A', '0V']],
        );
        $decay = new Decay($supply, $supply->mode(null));

        self::assertEqualsWithDelta(
            $seconds,
            $decay->seconds($supply->part('C1'), $supply->part('C1')->value('value'), $volts, 60.0),
            0.01 * $seconds,
        );
        self::assertSame(0.0, $decay->seconds($supply->part('C1'), 1e-3, 50.0, 60.0));
        self::assertGreaterThan(
            300.0 * $seconds,
            $decay->seconds($supply->part('C1'), $supply->part('C1')->value('value'), $volts, 60.0, ['R1' => 'open']),
            'only the diode\'s leakage is left',
        );
    }

    /**
     * Where a regulator and an indicator help, the time is no longer R C ln: ngspice lets the same reservoir run down.
     */
    public function testDecayThroughWhatElseConductsAgreesWithNgspice(): void
    {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'RS', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'L', 'b' => 'X']],
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'X', 'k' => 'A']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'terminals' => ['plus' => 'A', 'minus' => '0V'],
                ],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '10k', 'terminals' => ['a' => 'A', 'b' => '0V']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'A', 'b' => 'Z']],
                ['ref' => 'Z1', 'kind' => 'zener', 'value' => '12 V', 'terminals' => ['k' => 'Z', 'a' => '0V']],
            ],
            ['TP1' => ['A', '0V']],
        );
        $ours = (new Decay($supply, $supply->mode(null)))->seconds($supply->part('C1'), 1e-3, 40.0, 5.0);
        $file = (string) tempnam(sys_get_temp_dir(), 'oculant');
        file_put_contents(
            $file,
            "* reservoir, bleeder, zener\nC1 a 0 1m ic=40\nR1 a 0 10k\nR2 a z 1k\nDz 0 z Mz\n.model Mz " .
                "D(Is=1e-12 N=1.2 BV=12 IBV=5m)\n.tran 1m 30 uic\n.meas tran t5 when v(a)=5 fall=1\n.end\n",
        );
        exec('ngspice -b ' . escapeshellarg($file) . ' 2>&1', $lines);
        unlink($file);
        self::assertSame(1, preg_match('/t5\s*=\s*(\S+)/', implode("\n", $lines), $found));

        self::assertEqualsWithDelta((float) $found[1], $ours, 0.06 * $ours);
    }

    /** E = C V^2 / 2, P = V^2 / R: 220 uF at 325 V hold 11.6 J (by hand). */
    public function testTheResistorIsSlowEnoughToSurviveAndFastEnoughToHold(): void
    {
        $tool = BleedResistor::for(325.0, 220e-6);

        self::assertEqualsWithDelta(11.62, $tool->joules, 0.01);
        self::assertEqualsWithDelta(325.0 ** 2 / $tool->ohms, $tool->peak, 1e-6);
        self::assertLessThanOrEqual(10 * $tool->watts, $tool->peak, 'ten times its rating for an instant');
        self::assertEqualsWithDelta($tool->ohms * 220e-6 * log(325 / 60), $tool->seconds(60.0), 1e-9);
        self::assertGreaterThan(0.5, $tool->seconds(60.0));
        self::assertLessThan(10.0, $tool->seconds(5.0));
        self::assertSame(1, $tool->count());
        self::assertSame(2, BleedResistor::for(450.0, 47e-6)->count(), 'one resistor does not stand 450 V');
    }

    /** Joules at low voltage: a hundred millifarads at 40 V weld a screwdriver. */
    public function testAHeavyReservoirGetsAHeavyResistor(): void
    {
        $tool = BleedResistor::for(40.0, 0.1);

        self::assertEqualsWithDelta(80.0, $tool->joules, 1e-9);
        self::assertGreaterThanOrEqual(5.0, $tool->watts);
        self::assertStringContainsString('wirewound', $tool->words());
    }

    public function testAnOffLineSupplyHoldsTheMainsPeakUntilItsStartUpPathHasTakenIt(): void
    {
        $lines = Discharge::of(Supplies::demo('net-loft-radio'));
        $bulk = $lines[0];

        self::assertSame('C1', $bulk->ref);
        self::assertEqualsWithDelta(230 * 1.1 * M_SQRT2, $bulk->volts, 4.0, 'highest mains, less two diodes');
        self::assertSame('R11', $bulk->bleeder);
        // R11 220k and 47 uF by hand, the controller's own pin beside it: 10.3 s x ln(356 / 60) = 18.4 s.
        self::assertEqualsWithDelta(18.4, $bulk->own, 4.0);
        self::assertGreaterThan(600.0, $bulk->stuck, 'many minutes with an open start-up path (common practice)');
        self::assertTrue($bulk->isHazard);
        self::assertTrue($bulk->twice);
        self::assertStringContainsString('IEC 61010-1', $bulk->view()['why']);
        self::assertStringContainsString('c1 left', $bulk->view()['proof']);
    }

    public function testLowVoltageReservoirsAreNoHazardAndHeavyOnesAre(): void
    {
        self::assertSame([], StoredCharge::hazards(Supplies::demo('tide-recorder')));
        self::assertArrayHasKey('C2', StoredCharge::hazards(Supplies::drafted('heavy')), 'more than 20 J at 18 V');
        foreach (Discharge::of(Supplies::demo('tide-recorder')) as $line) {
            self::assertFalse($line->isHazard);
            self::assertLessThan(StoredCharge::ENERGY, $line->joules());
        }
    }

    public function testAPictureTubeIsProvenTwiceWithAToolOfItsOwn(): void
    {
        $written = Supplies::demoArray('gallery-organ');
        $written['parts'][] = [
            'ref' => 'V9',
            'kind' => 'picture_tube',
            'current' => '50 mA',
            'at' => '330 V',
            'terminals' => ['plus' => 'HT', 'minus' => '0V'],
        ];
        $hot = array_values(array_filter($written['points'], static fn(array $p): bool => $p['id'] === 'TP3'))[0][
            'node'
        ];
        $written['parts'][count($written['parts']) - 1]['terminals']['plus'] = $hot;
        $supply = \Oculant\Core\Supply\DescriptionReader::fromArray($written);
        $tube = array_values(
            array_filter(Discharge::of($supply), static fn(DischargeLine $l): bool => $l->ref === 'V9'),
        )[0];

        self::assertEqualsWithDelta(0.625, $tube->joules(), 1e-6);
        self::assertNull($tube->tool);
        self::assertStringContainsString('earth strap', $tube->view()['tool']);
        self::assertStringContainsString('days', $tube->view()['itself']);
        $cautions = \Oculant\Core\PowerUp\Cautions::makingSafe($supply);
        self::assertStringContainsString('25 kV', $cautions[0]['title']);
        self::assertStringContainsString('Local codes', $cautions[1]['text']);
    }
}

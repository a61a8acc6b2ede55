<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Margin;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class BudgetTest extends TestCase
{
    /** Conservation of energy: what is taken in and not given out is heat somewhere. */
    public function testWhatGoesInComesOutOrTurnsIntoHeat(): void
    {
        foreach (
            [
                'linear' => 0.03,
                'choke_input' => 0.03,
                'zener_shunt' => 0.03,
                'flyback' => 0.06,
                'industrial' => 0.06,
                'dc_fed' => 0.06,
            ]
            as $family => $within
        ) {
            $supply = Supplies::drafted($family);
            $budget = Budget::of($supply, $supply->mode(null));
            $heat = array_sum(
                array_map(static fn($line): float => $line->role === 'part' ? $line->watts : 0.0, $budget->lines),
            );

            self::assertEqualsWithDelta(
                $budget->inputWatts,
                $budget->outputWatts + $heat,
                $within * $budget->inputWatts,
                $family,
            );
        }
    }

    /**
     * Handbooks: a capacitor-input rectifier draws at a power factor of 0.5 to 0.85 depending on the source; a
     * corrected stage above 0.95 (IEC 61000-3-2 class D practice, from memory).
     */
    public function testPowerFactors(): void
    {
        $flyback = Supplies::drafted('flyback');
        $industrial = Supplies::drafted('industrial');

        self::assertEqualsWithDelta(0.55, Budget::of($flyback, $flyback->mode(null))->powerFactor(), 0.12);
        self::assertGreaterThan(0.95, Budget::of($industrial, $industrial->mode(null))->powerFactor());
        $direct = Supplies::drafted('dc_fed');
        self::assertSame(1.0, round(Budget::of($direct, $direct->mode(null))->powerFactor(), 3));
    }

    /** A 7812 passes its load current at the difference of its voltages: P = (Vin - Vout) I (data sheet). */
    public function testARegulatorBurnsWhatItDrops(): void
    {
        $supply = Supplies::drafted('linear', [
            'secondary' => '15 V',
            'regulated' => '12 V',
            'load' => '0.5 A',
            'indicator' => 'no',
        ]);
        $budget = Budget::of($supply, $supply->mode(null));
        $preview = (new \Oculant\Core\Expectation\Behaviour($supply))->live($supply->mode(null));
        $dropped = $preview->reading('TP3', 'dc') - $preview->reading('TP4', 'dc');

        self::assertEqualsWithDelta(
            $dropped * 0.5 + $preview->reading('TP3', 'dc') * 5e-3,
            $budget->line('U1')?->watts,
            0.15,
        );
    }

    /**
     * Each leg of a full-wave bridge carries half of the output current on average (handbooks), and blocks one peak.
     */
    public function testBridgeLegsShareTheCurrent(): void
    {
        $supply = Supplies::drafted('linear', ['secondary' => '12 V', 'load' => '1 A', 'indicator' => 'no']);
        $margins = Budget::of($supply, $supply->mode(null))->line('BR1')?->margins ?? [];
        $average = array_values(
            array_filter($margins, static fn(Margin $m): bool => $m->rating->quantity === 'average current'),
        );
        $reverse = array_values(
            array_filter($margins, static fn(Margin $m): bool => $m->rating->quantity === 'peak reverse voltage'),
        );

        self::assertEqualsWithDelta(0.5, $average[0]->value, 0.06);
        self::assertEqualsWithDelta($average[0]->value, $average[3]->value, 0.03);
        self::assertEqualsWithDelta(12 * M_SQRT2, $reverse[0]->value, 3.0);
    }

    /** The capacitor of a flyback output carries about I sqrt(D / (1 - D)) (textbook). */
    public function testOutputCapacitorOfAFlybackCarriesItsRipple(): void
    {
        $supply = Supplies::drafted('flyback');

        self::assertEqualsWithDelta(2.0, Budget::of($supply, $supply->mode(null))->line('C12')?->rms, 0.3);
    }

    public function testThinMarginsAreFlagged(): void
    {
        $array = Supplies::drafted('flyback')->written;
        foreach ($array['parts'] as $k => $part) {
            $array['parts'][$k] = match ($part['ref']) {
                'C1' => ['voltage' => '330 V'] + $part,
                'R11' => ['power' => '0.25'] + $part,
                default => $part,
            };
        }
        $supply = DescriptionReader::fromArray($array);
        $budgets = Budget::acrossTheMains($supply, $supply->mode(null));

        self::assertSame(Margin::THIN, $budgets['nominal']->line('C1')?->margins[0]->word());
        self::assertSame(
            Margin::OVER,
            $budgets['high']->line('C1')?->margins[0]->word(),
            'with the mains high it is over',
        );
        self::assertSame(Margin::OVER, $budgets['nominal']->line('R11')?->margins[0]->word());
        self::assertGreaterThan(
            $budgets['high']->feedAmperes,
            $budgets['low']->feedAmperes,
            'a constant power draws more at low mains',
        );
    }
}

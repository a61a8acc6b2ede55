<?php

declare(strict_types=1);

namespace Tests\Core\Proving;

use Eris\Generators;
use Eris\TestTrait;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Proving\Heat\ExponentialFit;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\Heat\HeatLimit;
use Oculant\Core\Proving\Heat\SteadyState;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class HeatTest extends TestCase
{
    use TestTrait;

    /** @return non-empty-list<array{float, float}> */
    private static function curve(
        float $start,
        float $end,
        float $tau,
        float $seconds,
        float $step = 30.0,
        float $noise = 0.0,
    ): array {
        $samples = [];
        for ($t = 0.0; $t <= $seconds; $t += $step) {
            $samples[] = [$t, $end + ($start - $end) * exp(-$t / $tau) + $noise * sin(17.3 * $t)];
        }

        return $samples;
    }

    /** Any warming curve is found again from its first two time constants. */
    public function testASyntheticCurveIsFoundAgain(): void
    {
        $this->limitTo(60)
            ->withRand('mt_rand')
            ->forAll(Generators::choose(30, 150), Generators::choose(200, 4000))
            ->then(static function (int $end, int $tau): void {
                $fit = ExponentialFit::through(
                    self::curve(22.0, (float) $end, (float) $tau, 2.0 * $tau, $tau / 50, 0.05),
                );
                self::assertNotNull($fit);
                self::assertEqualsWithDelta($end, $fit->end, 0.02 * ($end - 22) + 0.5);
                self::assertEqualsWithDelta($tau, $fit->tau, 0.06 * $tau);
            });
    }

    /**
     * Three readings at equal distances give the end in closed form: (b² - a c) / (2 b - a - c); the method of
     * motor-heating tests (handbooks on electrical machines, from memory). 20, 44, 56 °C: 68 °C.
     */
    public function testTheEndAgreesWithTheThreePointFormula(): void
    {
        [$a, $b, $c] = [20.0, 44.0, 56.0];
        $formula = ($b ** 2 - $a * $c) / (2 * $b - $a - $c);
        $tau = 600 / log(2);
        $fit = ExponentialFit::through(self::curve(20.0, 68.0, $tau, 1200.0, 60.0));

        self::assertEqualsWithDelta(68.0, $formula, 1e-9);
        self::assertEqualsWithDelta($formula, $fit->end ?? NAN, 0.05);
        self::assertEqualsWithDelta($b, $fit?->at(600.0) ?? NAN, 0.05);
        // Within half a kelvin after tau ln(48 / 0.5).
        self::assertEqualsWithDelta($tau * log(96), $fit?->settledAt(0.5) ?? NAN, 5.0);
    }

    public function testAStraightLineForetellsNothing(): void
    {
        self::assertNull(
            ExponentialFit::through(array_map(static fn(int $k): array => [60.0 * $k, 20.0 + $k], range(0, 20))),
        );
        self::assertNull(ExponentialFit::through([[0.0, 20.0], [60.0, 21.0]]));
    }

    /** Less than half a degree in ten minutes (common practice). */
    public function testSteadyIsHalfADegreeInTenMinutes(): void
    {
        $warming = SteadyState::of(self::curve(22.0, 70.0, 900.0, 1800.0));
        self::assertFalse($warming->isSteady);
        self::assertEqualsWithDelta(70.0, (float) $warming->end, 0.5);
        // It is within half a kelvin after 900 s * ln(48 / 0.5) = 4108 s; 1800 have gone by.
        self::assertEqualsWithDelta(4108.0 - 1800.0, (float) $warming->wait, 60.0);
        self::assertStringContainsString('on its way to 70 °C', $warming->words());

        $done = SteadyState::of(self::curve(22.0, 70.0, 900.0, 6000.0));
        self::assertTrue($done->isSteady);
        self::assertLessThan(0.5, (float) $done->moved);
        self::assertSame('ten minutes are needed to tell', SteadyState::of([[0.0, 22.0], [60.0, 22.0]])->words());
    }

    public function testTheHottestRoomAndTheHighestMainsAreAddedOn(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $judge = new HeatJudge(
            $supply,
            ...array_values(
                array_intersect_key(Budget::acrossTheMains($supply, $supply->mode(null)), [
                    'nominal' => 1,
                    'high' => 1,
                ]),
            ),
        );
        $row = $judge->judge('U1', 72.0, 22.0);

        // 50 K at nominal mains; a series regulator turns the tenth of the mains that is too much into heat as well.
        self::assertGreaterThan(40 + 50, $row['worst']);
        self::assertSame(HeatJudge::OVER, $row['word']);
        self::assertStringContainsString('junction 125 °C', $row['sentence']);
        self::assertContains(
            'Watts are (input − output) times current: is the input higher than it has to be?',
            $row['advice'],
        );
        self::assertSame(HeatJudge::FINE, $judge->judge('U1', 40.0, 22.0)['word']);
    }

    /** No kind is judged by a limit that was made for another. */
    public function testAValveHasALimitOfItsOwn(): void
    {
        $valve = Supplies::drafted('valve')->parts;
        $one = array_values(array_filter($valve, static fn($p): bool => $p->kind->name() === 'valve'))[0];
        self::assertGreaterThan(150.0, HeatLimit::of($one)->celsius, 'a good power valve has 150 °C and more');
    }

    /**
     * Rule of thumb of the trade: an output rectifier may be 50 K above the room, a varistor may not be warm at all.
     */
    public function testWhatIsMeantToBeHotIsSaid(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $budget = Budget::of($supply, $supply->mode(null));
        $judge = new HeatJudge($supply, $budget, $budget);

        self::assertSame(HeatJudge::MEANT, $judge->judge('BR1', 66.0, 22.0)['word']);
        $capacitor = $judge->judge('C1', 42.0, 22.0);
        // Class not described: 85 °C, 2000 h; 60 °C around it at 40 °C room doubles it two and a half times, less what
        // ripple takes.
        self::assertMatchesRegularExpression(
            '/h,? \d+ (years|months) at 4000 h a year, with 60 °C around it in a room of 40 °C/',
            (string) $capacitor['life'],
        );
        self::assertStringContainsString('of ripple', (string) $capacitor['ripple']);
        $varistor = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'RV1', 'kind' => 'varistor', 'value' => '275 V', 'terminals' => ['a' => 'L', 'b' => '0V']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '10k',
                    'power' => '10 W',
                    'terminals' => ['a' => 'L', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['L', '0V']],
        );
        self::assertSame(60.0, HeatLimit::of($varistor->part('RV1'))->celsius);
    }

    public function testAPartsOwnClassWins(): void
    {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '100u',
                    'body' => ['temperature' => '105 °C'],
                    'terminals' => ['plus' => 'L', 'minus' => '0V'],
                ],
                [
                    'ref' => 'C2',
                    'kind' => 'electrolytic',
                    'value' => '100u',
                    'terminals' => ['plus' => 'L', 'minus' => '0V'],
                ],
            ],
            ['TP1' => ['L', '0V']],
        );

        self::assertSame(105.0, HeatLimit::of($supply->part('C1'))->celsius);
        self::assertSame(85.0, HeatLimit::of($supply->part('C2'))->celsius);
    }
}

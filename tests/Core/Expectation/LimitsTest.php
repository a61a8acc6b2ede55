<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\BreakdownJudge;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorLife;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Every limit of a verdict from both sides. */
final class LimitsTest extends TestCase
{
    /**
     * A rail documented as 15 V within 2 %: 14.7 to 15.3 V. A mid-class meter errs there by 0.5 % and two counts of 10
     * mV (common practice), and inside that nothing is proven (ISO 14253-1). Dead below 4 %, the wrong way round from 5
     * % on, very low below 60 %, very high above 140 % and half a volt (common practice).
     *
     * @return iterable<string, array{float, VerdictWord}>
     */
    public static function volts(): iterable
    {
        yield 'dead' => [0.599, VerdictWord::Dead];
        yield 'not dead' => [0.601, VerdictWord::VeryLow];
        yield 'dead the other way' => [-0.599, VerdictWord::Dead];
        yield 'not yet the wrong way' => [-0.749, VerdictWord::VeryLow];
        yield 'the wrong way' => [-0.751, VerdictWord::WrongPolarity];
        yield 'half the rail the wrong way' => [-7.5, VerdictWord::WrongPolarity];
        yield 'very low' => [8.99, VerdictWord::VeryLow];
        yield 'low' => [9.0, VerdictWord::Low];
        yield 'below the meter\'s doubt at the lower limit' => [14.6, VerdictWord::Low];
        yield 'in it from below' => [14.61, VerdictWord::CannotTell];
        yield 'in it from above' => [14.79, VerdictWord::CannotTell];
        yield 'above it' => [14.8, VerdictWord::Fine];
        yield 'below the doubt at the upper limit' => [15.2, VerdictWord::Fine];
        yield 'in that from below' => [15.21, VerdictWord::CannotTell];
        yield 'in that from above' => [15.39, VerdictWord::CannotTell];
        yield 'high' => [15.4, VerdictWord::High];
        yield 'high still' => [21.5, VerdictWord::High];
        yield 'very high' => [21.51, VerdictWord::VeryHigh];
    }

    #[DataProvider('volts')]
    public function testWordsOfAReading(float $volts, VerdictWord $word): void
    {
        self::assertSame($word, self::judge('15 V')->live('TP1', 'usual', 'dc', $volts)->word);
        self::assertSame($word, self::judge('-15 V')->live('TP1', 'usual', 'dc', -$volts)->word, 'a negative rail');
    }

    public function testWhatShouldReadNextToNothingIsNotDead(): void
    {
        $judge = self::judge('0.5 V');

        self::assertSame(VerdictWord::VeryLow, $judge->live('TP1', 'usual', 'dc', 0.01)->word);
        self::assertSame(VerdictWord::Dead, self::judge('0.51 V')->live('TP1', 'usual', 'dc', 0.01)->word);
    }

    /** @return iterable<string, array{float, bool}> volts of swing at 15 V: 3 % and 50 mV (common practice) */
    public static function swings(): iterable
    {
        yield 'steady' => [0.49, true];
        yield 'unstable' => [0.51, false];
    }

    #[DataProvider('swings')]
    public function testAReadingMayWanderALittle(float $swing, bool $isSteady): void
    {
        $word = self::judge('15 V')->live('TP1', 'usual', 'dc', 15.0, $swing)->word;

        self::assertSame($isSteady ? VerdictWord::Fine : VerdictWord::Unstable, $word);
    }

    public function testRippleMayBeTheWindowAndTheMeterMore(): void
    {
        $supply = self::rail('15 V');
        $high = Expectations::of($supply, $supply->mode(null))->window('TP1', 'ripple')->high;
        $most = $high + Meter::forAc()->halfWidth($high);

        self::assertSame(VerdictWord::Fine, self::judge('15 V')->live('TP1', 'usual', 'ripple', 0.99 * $most)->word);
        self::assertSame(
            VerdictWord::TooMuchRipple,
            self::judge('15 V')->live('TP1', 'usual', 'ripple', 1.03 * $most)->word,
        );
    }

    /** @return iterable<string, array{float, VerdictWord, bool}> hertz where 100 are good: 0.35 of an octave is 1.27 */
    public static function frequencies(): iterable
    {
        yield 'slow' => [78.4, VerdictWord::NotAsExpected, false];
        yield 'slow enough' => [78.6, VerdictWord::AsExpected, false];
        yield 'fast enough' => [127.3, VerdictWord::AsExpected, false];
        yield 'fast' => [127.6, VerdictWord::NotAsExpected, false];
        yield 'half, from above' => [63.7, VerdictWord::NotAsExpected, true];
        yield 'no more half' => [63.8, VerdictWord::NotAsExpected, false];
        yield 'half, from below' => [39.3, VerdictWord::NotAsExpected, true];
        yield 'less than half' => [39.2, VerdictWord::NotAsExpected, false];
        yield 'none' => [0.0, VerdictWord::NotAsExpected, false];
    }

    #[DataProvider('frequencies')]
    public function testFrequenciesAreComparedInOctaves(float $hertz, VerdictWord $word, bool $isHalf): void
    {
        $verdict = Judge::frequency($hertz, 100.0);

        self::assertSame($word, $verdict->word);
        self::assertSame($isHalf, str_contains($verdict->why, 'open leg'));
        self::assertSame(VerdictWord::AsExpected, Judge::frequency(0.0, 0.0)->word);
        self::assertSame(VerdictWord::NotAsExpected, Judge::frequency(50.0, 0.0)->word);
    }

    /**
     * Junctions differ by 150 mV, resistances by a quarter of a decade beside half an ohm of leads, series resistances
     * by two and a half (common practice).
     *
     * @return iterable<string, array{string, float, float, bool}> quantity, read, good, alike
     */
    public static function deadReadings(): iterable
    {
        yield 'a low junction' => [DeadCheck::DIODE, 0.46, 0.6, true];
        yield 'too low' => [DeadCheck::DIODE, 0.44, 0.6, false];
        yield 'a high junction' => [DeadCheck::DIODE, 0.74, 0.6, true];
        yield 'too high' => [DeadCheck::DIODE, 0.76, 0.6, false];
        yield 'no junction at all' => [DeadCheck::DIODE, INF, 0.6, false];
        yield 'low ohms' => [DeadCheck::RESISTANCE, 56.1, 100.0, true];
        yield 'too low ohms' => [DeadCheck::RESISTANCE, 55.9, 100.0, false];
        yield 'high ohms' => [DeadCheck::RESISTANCE, 178.0, 100.0, true];
        yield 'too high ohms' => [DeadCheck::RESISTANCE, 179.0, 100.0, false];
        yield 'leads do not count' => [DeadCheck::RESISTANCE, 0.35, 0.0, true];
        yield 'what is more than leads does' => [DeadCheck::RESISTANCE, 0.45, 0.0, false];
        yield 'a worn capacitor' => [DeadCheck::ESR, 0.25, 0.1, true];
        yield 'a dried one' => [DeadCheck::ESR, 0.251, 0.1, false];
    }

    #[DataProvider('deadReadings')]
    public function testDeadReadingsAreAlike(string $quantity, float $read, float $good, bool $alike): void
    {
        $check = DeadCheck::rail('X', 'A', 'B', 'X', 'X')->on($quantity);

        self::assertSame(
            $alike ? VerdictWord::AsExpected : VerdictWord::NotAsExpected,
            Judge::dead($check, $read, $good)->word,
        );
    }

    public function testASpanIsWidenedAtBothEnds(): void
    {
        $check = DeadCheck::rail('X', 'A', 'B', 'X', 'X')->on(DeadCheck::DIODE);
        $word = static fn(float $volts): VerdictWord => Judge::dead($check, $volts, 0.6, [0.5, 0.7])->word;

        self::assertSame(VerdictWord::AsExpected, $word(0.36));
        self::assertSame(VerdictWord::NotAsExpected, $word(0.34));
        self::assertSame(VerdictWord::AsExpected, $word(0.84));
        self::assertSame(VerdictWord::NotAsExpected, $word(0.86));
    }

    /**
     * Of a marking within 20 % (IEC 60384-4): below 0.7 worn, below half very low, below a fiftieth nothing, above 1.5
     * a
     * leak or a neighbour; series resistance twice and four times the usual (common practice).
     *
     * @return iterable<string, array{string, float, VerdictWord}> quantity, share of what a good one shows, word
     */
    public static function capacitors(): iterable
    {
        yield 'nothing left' => [CapacitorMeter::CAPACITANCE, 0.019, VerdictWord::Dead];
        yield 'next to nothing' => [CapacitorMeter::CAPACITANCE, 0.021, VerdictWord::VeryLow];
        yield 'less than half' => [CapacitorMeter::CAPACITANCE, 0.499, VerdictWord::VeryLow];
        yield 'more than half' => [CapacitorMeter::CAPACITANCE, 0.501, VerdictWord::Low];
        yield 'worn' => [CapacitorMeter::CAPACITANCE, 0.699, VerdictWord::Low];
        yield 'not yet worn' => [CapacitorMeter::CAPACITANCE, 0.701, VerdictWord::Fine];
        yield 'more than marked' => [CapacitorMeter::CAPACITANCE, 1.499, VerdictWord::Fine];
        yield 'too much' => [CapacitorMeter::CAPACITANCE, 1.501, VerdictWord::High];
        yield 'twice the resistance' => [CapacitorMeter::ESR, 1.99, VerdictWord::Fine];
        yield 'more than twice' => [CapacitorMeter::ESR, 2.01, VerdictWord::High];
        yield 'four times' => [CapacitorMeter::ESR, 3.99, VerdictWord::High];
        yield 'more than four times' => [CapacitorMeter::ESR, 4.01, VerdictWord::VeryHigh];
        yield 'twice the leakage' => [CapacitorMeter::LEAKAGE, 1.99, VerdictWord::Fine];
        yield 'more leakage' => [CapacitorMeter::LEAKAGE, 2.01, VerdictWord::High];
    }

    #[DataProvider('capacitors')]
    public function testWordsOfACapacitor(string $quantity, float $share, VerdictWord $word): void
    {
        $supply = self::rail('15 V');
        $good = (new CapacitorMeter($supply))->read('C1', $quantity, true);

        self::assertSame($word, CapacitorJudge::of($supply, 'C1', $quantity, true, $share * $good)->word);
    }

    /**
     * @return iterable<string, array{float, VerdictWord}> a 12 V type within 5 %, and 5 % for the current of the test
     */
    public static function zeners(): iterable
    {
        yield 'shorted' => [1.19, VerdictWord::Dead];
        yield 'not quite' => [1.21, VerdictWord::Low];
        yield 'low' => [10.79, VerdictWord::Low];
        yield 'low enough' => [10.81, VerdictWord::Fine];
        yield 'high enough' => [13.19, VerdictWord::Fine];
        yield 'high' => [13.21, VerdictWord::High];
        yield 'open' => [INF, VerdictWord::NotAsExpected];
    }

    #[DataProvider('zeners')]
    public function testWordsOfAZener(float $volts, VerdictWord $word): void
    {
        $supply = Supplies::of(
            [
                ...Supplies::primary('T1A', '20 V', '20', '10 %', false, '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'B']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '470', 'terminals' => ['a' => 'B', 'b' => 'C']],
                [
                    'ref' => 'Z1',
                    'kind' => 'zener',
                    'value' => '12 V',
                    'tolerance' => '5 %',
                    'terminals' => ['a' => '0V', 'k' => 'C'],
                ],
            ],
            ['TP1' => ['C', '0V']],
        );

        self::assertSame($word, BreakdownJudge::of($supply->part('Z1'), $volts)->word);
    }

    /**
     * Ten degrees double the hours; ripple at its rating takes nothing, none gives 2^(dT0/10), twice the rating costs
     * 4^(3 dT0/10) (worked by hand from the formula of the application notes).
     *
     * @return iterable<string, array{float, float, float, float}> class, around it, share of the ripple, hours
     */
    public static function lives(): iterable
    {
        yield 'at its class' => [105.0, 105.0, 1.0, 2000.0];
        yield 'forty degrees cooler' => [105.0, 65.0, 1.0, 32000.0];
        yield 'ten degrees hotter' => [105.0, 115.0, 1.0, 1000.0];
        yield 'no ripple, 105 C type' => [105.0, 105.0, 0.0, 2000.0 * M_SQRT2];
        yield 'no ripple, 85 C type' => [85.0, 85.0, 0.0, 4000.0];
        yield 'twice the ripple, 105 C type' => [105.0, 105.0, 2.0, 250.0];
        yield 'twice the ripple, 85 C type' => [85.0, 85.0, 2.0, 31.25];
        yield 'nobody believes more' => [105.0, 25.0, 0.0, CapacitorLife::MOST];
    }

    #[DataProvider('lives')]
    public function testHoursOfAnElectrolytic(float $class, float $around, float $ripple, float $hours): void
    {
        self::assertEqualsWithDelta($hours, CapacitorLife::hours(2000.0, $class, $around, $ripple), 0.01 * $hours);
        self::assertSame(131_400.0, CapacitorLife::MOST, '15 years of 8760 hours');
    }

    public function testHoursAreSaidInYearsAsFarAsSealsLast(): void
    {
        self::assertStringContainsString('25 years', CapacitorLife::words(25_000.0, 1000.0));
        self::assertStringContainsString('over 25 years: its seal', CapacitorLife::words(25_100.0, 1000.0));
        self::assertStringContainsString('17 months', CapacitorLife::words(1_400.0, 1000.0));
        self::assertStringContainsString('2 years', CapacitorLife::words(1_500.0, 1000.0));
    }

    /**
     * A resistor at its rating rises by 120 K or so (derating curves, from memory) in a case that is 5 K above the
     * room:
     * 121.5 K. Airflow and board make a factor of 1.8, two of them are odd (common practice): 38 to 384 K.
     *
     * @return iterable<string, array{float, VerdictWord}> kelvin, word
     */
    public static function rises(): iterable
    {
        yield 'cold' => [38.0, VerdictWord::Low];
        yield 'cool' => [39.0, VerdictWord::AsExpected];
        yield 'warm' => [383.0, VerdictWord::AsExpected];
        yield 'hot' => [386.0, VerdictWord::High];
        yield 'very hot' => [1220.0, VerdictWord::VeryHigh];
        yield 'not quite that' => [1210.0, VerdictWord::High];
    }

    #[DataProvider('rises')]
    public function testWordsOfHeat(float $kelvin, VerdictWord $word): void
    {
        $part = self::rail('15 V')->part('R1');

        self::assertSame($word, Warmth::judge($part, $kelvin, $part->value('power'))->word);
        self::assertSame(
            VerdictWord::AsExpected,
            Warmth::judge($part, 0.0, 0.0)->word,
            'what gives no heat is not cold',
        );
    }

    private static function judge(string $documented): Judge
    {
        $supply = self::rail($documented);

        return new Judge($supply, ['usual' => Expectations::of($supply, $supply->mode(null))]);
    }

    /** Half a wave into a reservoir, with a value from a service document. */
    private static function rail(string $documented): Description
    {
        $isNegative = str_starts_with($documented, '-');
        $given = Supplies::arrayOf(
            [
                ...Supplies::primary('T1A', '12 V', '20', '10 %', false, '0V'),
                [
                    'ref' => 'D1',
                    'kind' => 'diode',
                    'terminals' => $isNegative ? ['a' => 'B', 'k' => 'A'] : ['a' => 'A', 'k' => 'B'],
                ],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'voltage' => '35 V',
                    'tolerance' => '20 %',
                    'terminals' => $isNegative ? ['plus' => '0V', 'minus' => 'B'] : ['plus' => 'B', 'minus' => '0V'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '470',
                    'power' => '1 W',
                    'terminals' => ['a' => 'B', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['B', '0V']],
            [['id' => 'usual', 'name' => 'Usual']],
        );
        $given['points'][0]['documented'] = ['value' => $documented, 'tolerance' => '2 %'];

        return DescriptionReader::fromArray($given);
    }
}

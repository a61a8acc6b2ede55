<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\Conditions;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\PartJudge;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Every limit of judging and replacing a part, from both sides. Where no standard is named: common practice. */
final class LimitsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, float, VerdictWord}> demo, part, trial, value, word */
    public static function measurements(): iterable
    {
        $silicon = ['auction-scale', 'D1', 'drop'];
        yield 'a junction that is a short' => [...$silicon, 0.099, VerdictWord::Dead];
        yield 'one that is not quite' => [...$silicon, 0.101, VerdictWord::Low];
        yield 'silicon, low' => [...$silicon, 0.449, VerdictWord::Low];
        yield 'silicon, low enough' => [...$silicon, 0.451, VerdictWord::Fine];
        yield 'silicon, high enough' => [...$silicon, 0.749, VerdictWord::Fine];
        yield 'silicon, high' => [...$silicon, 0.751, VerdictWord::High];
        $schottky = ['wheelhouse-display', 'D12', 'drop'];
        yield 'a barrier that is low' => [...$schottky, 0.119, VerdictWord::Low];
        yield 'low enough for a barrier' => [...$schottky, 0.121, VerdictWord::Fine];
        yield 'high enough for a barrier' => [...$schottky, 0.449, VerdictWord::Fine];
        yield 'too high for a barrier' => [...$schottky, 0.451, VerdictWord::High];
        $reverse = ['auction-scale', 'D1', 'reverse'];
        yield 'it does not block' => [...$reverse, 1.49, VerdictWord::NotAsExpected];
        yield 'it blocks' => [...$reverse, 1.51, VerdictWord::AsExpected];
        // 220 k, 5 % and 2 % more of ageing; the factors of a short and of an open one.
        $resistor = ['wheelhouse-display', 'R11', 'R11'];
        yield 'a resistor low' => [...$resistor, 204.5e3, VerdictWord::Low];
        yield 'a resistor low enough' => [...$resistor, 204.7e3, VerdictWord::Fine];
        yield 'a resistor high enough' => [...$resistor, 235.3e3, VerdictWord::Fine];
        yield 'a resistor high' => [...$resistor, 235.5e3, VerdictWord::High];
        yield 'drifted far' => [...$resistor, 10.99e6, VerdictWord::High];
        yield 'as good as open' => [...$resistor, 11.01e6, VerdictWord::NotAsExpected];
        yield 'a shorted resistor' => [...$resistor, 1.9, VerdictWord::Dead];
        yield 'not shorted' => [...$resistor, 2.1, VerdictWord::Low];
        // A thermistor of 10 ohms cold, within 30 %.
        $cold = ['wheelhouse-display', 'RT1', 'ohms'];
        yield 'a thermistor low' => [...$cold, 6.9, VerdictWord::Low];
        yield 'a thermistor low enough' => [...$cold, 7.1, VerdictWord::Fine];
        yield 'a thermistor high enough' => [...$cold, 12.9, VerdictWord::Fine];
        yield 'a thermistor high' => [...$cold, 13.1, VerdictWord::High];
        yield 'a thermistor very high' => [...$cold, 199.0, VerdictWord::High];
        yield 'an open thermistor' => [...$cold, 201.0, VerdictWord::NotAsExpected];
        // 300 V AC stand at 471 V with 1 mA, within a tenth (data-sheet families).
        $varistor = ['wheelhouse-display', 'RV1', 'breakdown'];
        yield 'a tired varistor' => [...$varistor, 423.0, VerdictWord::Low];
        yield 'a varistor low enough' => [...$varistor, 425.0, VerdictWord::Fine];
        yield 'a varistor high enough' => [...$varistor, 517.0, VerdictWord::Fine];
        yield 'a varistor that is high' => [...$varistor, 519.0, VerdictWord::High];
        $gate = ['wheelhouse-display', 'Q11', 'gs'];
        yield 'a gate that conducts' => [...$gate, 199.0, VerdictWord::NotAsExpected];
        yield 'a leaky gate' => [...$gate, 201.0, VerdictWord::Low];
        yield 'a gate still leaky' => [...$gate, 0.99e6, VerdictWord::Low];
        yield 'a good gate' => [...$gate, 1.01e6, VerdictWord::AsExpected];
    }

    #[DataProvider('measurements')]
    public function testAPartByItself(string $demo, string $ref, string $trial, float $value, VerdictWord $word): void
    {
        self::assertSame($word, self::word($demo, $ref, $trial, $value), "{$value}");
    }

    /** Half of its type's gain or transfer still works; less than a fifth is next to nothing. */
    public function testAShareOfTheType(): void
    {
        $good = Supplies::demo('wheelhouse-display')->part('OK11')->value('transfer');
        $word = static fn(float $share): VerdictWord => self::word(
            'wheelhouse-display',
            'OK11',
            'transfer',
            $share * $good,
        );

        self::assertSame(VerdictWord::VeryLow, $word(0.199));
        self::assertSame(VerdictWord::Low, $word(0.201));
        self::assertSame(VerdictWord::Low, $word(0.499));
        self::assertSame(VerdictWord::Fine, $word(0.501));
    }

    /** A contact has less than 0.2 ohm; a small fuse drops 0.1 V at its rating, four times that is too much. */
    public function testAContactAndAFuse(): void
    {
        $rating = Supplies::demo('wheelhouse-display')->part('F1')->value('rating');
        $most = max(0.2, 0.4 / $rating);
        $small = Supplies::demo('auction-scale')->part('F1')->value('rating');

        self::assertSame(VerdictWord::Fine, self::word('wheelhouse-display', 'F1', 'F1', 0.99 * $most));
        self::assertSame(VerdictWord::High, self::word('wheelhouse-display', 'F1', 'F1', 1.01 * $most));
        self::assertSame(VerdictWord::High, self::word('wheelhouse-display', 'F1', 'F1', 99 * $most));
        self::assertSame(VerdictWord::NotAsExpected, self::word('wheelhouse-display', 'F1', 'F1', 101 * $most));
        self::assertSame(VerdictWord::Fine, self::word('auction-scale', 'F1', 'F1', 0.39 / $small));
        self::assertSame(VerdictWord::High, self::word('auction-scale', 'F1', 'F1', 0.41 / $small));
    }

    /**
     * A reservoir of 1000 uF 35 V with 20 V across it.
     *
     * @return iterable<string, array{string, string, Fit}> candidate, row, fit
     */
    public static function capacitors(): iterable
    {
        $of = static fn(string $farads, string $volts): string => "{$farads} {$volts} 105C 1A";
        yield 'half' => [$of('500u', '35V'), 'capacitance', Fit::TestOnly];
        yield 'less than half' => [$of('490u', '35V'), 'capacitance', Fit::No];
        yield 'four fifths' => [$of('800u', '35V'), 'capacitance', Fit::Noted];
        yield 'less than four fifths' => [$of('790u', '35V'), 'capacitance', Fit::TestOnly];
        yield 'half as much again' => [$of('1500u', '35V'), 'capacitance', Fit::Ok];
        yield 'more than that' => [$of('1510u', '35V'), 'capacitance', Fit::TestOnly];
        yield 'two and a bit times' => [$of('2200u', '35V'), 'capacitance', Fit::TestOnly];
        yield 'more than that again' => [$of('2210u', '35V'), 'capacitance', Fit::No];
        yield 'as many volts as the original' => [$of('1000u', '35V'), 'working voltage', Fit::Ok];
        yield 'a tenth over what stands across it' => [$of('1000u', '22V'), 'working voltage', Fit::TestOnly];
        yield 'less than a tenth' => [$of('1000u', '21.9V'), 'working voltage', Fit::No];
        yield 'less than stands across it' => [$of('1000u', '19.9V'), 'working voltage', Fit::No];
        yield 'a tantalum at half its rating' => ['tantalum 1000u 40V', 'technology', Fit::Noted];
        yield 'a tantalum above that' => ['tantalum 1000u 39V', 'technology', Fit::TestOnly];
    }

    #[DataProvider('capacitors')]
    public function testACapacitorInPlaceOfAnother(string $candidate, string $row, Fit $fit): void
    {
        self::assertSame($fit, self::fit($candidate, 'electrolytic', 'C1', $row));
    }

    /** The original has hardly any headroom itself: a like one is noted and not refused. */
    public function testALikeOneWithoutHeadroomIsNoted(): void
    {
        self::assertSame(Fit::Ok, self::fit('1000u 35V 105C', 'electrolytic', 'C1', 'working voltage', 31.8));
        self::assertSame(Fit::Noted, self::fit('1000u 35V 105C', 'electrolytic', 'C1', 'working voltage', 31.9));
        self::assertSame(Fit::No, self::fit('1000u 35V 105C', 'electrolytic', 'C1', 'working voltage', 35.1));
    }

    /** @return iterable<string, array{float, Fit}> watts over what it turns into heat */
    public static function watts(): iterable
    {
        yield 'less' => [0.99, Fit::No];
        yield 'as much' => [1.01, Fit::TestOnly];
        yield 'not half as much again' => [1.49, Fit::TestOnly];
        yield 'half as much again' => [1.51, Fit::Noted];
        yield 'not twice' => [1.99, Fit::Noted];
        yield 'twice' => [2.01, Fit::Ok];
    }

    #[DataProvider('watts')]
    public function testAResistorHasTwiceItsWatts(float $times, Fit $fit): void
    {
        $supply = self::supply();
        $watts = Place::of($supply, Supplies::demands($supply), 'R1')->asks(Rating::POWER);

        self::assertSame($fit, self::fit(sprintf('1k %.5fW', $times * (float) $watts), 'resistor', 'R1', 'power'));
    }

    /** @return iterable<string, array{string, Fit}> 1 kohm within 5 % */
    public static function values(): iterable
    {
        yield 'the same' => ['1k', Fit::Ok];
        yield 'within its tolerance' => ['1049', Fit::Noted];
        yield 'beyond it' => ['1051', Fit::TestOnly];
        yield 'twice its tolerance' => ['1099', Fit::TestOnly];
        yield 'another value' => ['1101', Fit::No];
        yield 'within it, lower' => ['951', Fit::Noted];
        yield 'beyond it, lower' => ['949', Fit::TestOnly];
        yield 'another value, lower' => ['899', Fit::No];
    }

    #[DataProvider('values')]
    public function testAResistorKeepsItsValue(string $ohms, Fit $fit): void
    {
        self::assertSame($fit, self::fit("{$ohms} 5W", 'resistor', 'R1', 'resistance'));
    }

    /**
     * Interference suppression: the same within a quarter either way; a class Y one never larger than 5 % more, since
     * it
     * leaks to whoever touches (IEC 60384-14; common practice).
     *
     * @return iterable<string, array{string, string, Fit}> place, candidate, fit of the capacitance
     */
    public static function suppressors(): iterable
    {
        yield 'X, a quarter more' => ['CX1', '125n 275V X2', Fit::Ok];
        yield 'X, more' => ['CX1', '126n 275V X2', Fit::Noted];
        yield 'X, a fifth less' => ['CX1', '80n 275V X2', Fit::Ok];
        yield 'X, less' => ['CX1', '79n 275V X2', Fit::Noted];
        yield 'Y, the same' => ['CY1', '2n2 300V Y2', Fit::Ok];
        yield 'Y, a hair more' => ['CY1', '2n3 300V Y2', Fit::Ok];
        yield 'Y, a tenth more' => ['CY1', '2n42 300V Y2', Fit::TestOnly];
        // 3.6 nF at 230 V and 50 Hz are 0.26 mA: a quarter of a milliampere is the limit of class II.
        yield 'Y, more than may leak' => ['CY1', '3n6 300V Y2', Fit::No];
    }

    #[DataProvider('suppressors')]
    public function testASuppressionCapacitor(string $ref, string $candidate, Fit $fit): void
    {
        $supply = Supplies::demo('wheelhouse-display');
        $place = Place::of($supply, Supplies::demands($supply), $ref);
        $rows = Comparison::of(ComponentText::read($candidate, $place->original->kind), $place)->rows;

        self::assertSame(
            [$fit],
            array_values(
                array_map(static fn($r) => $r->fit, array_filter($rows, static fn($r) => $r->title === 'capacitance')),
            ),
        );
    }

    /**
     * What a body usually stands, by its watts (data-sheet families, from memory), beside 250 V across it.
     *
     * @return iterable<string, array{string, Fit}>
     */
    public static function bodies(): iterable
    {
        yield 'an eighth of a watt' => ['100k 0.125W', Fit::No];
        yield 'a quarter' => ['100k 0.25W', Fit::No];
        yield 'half a watt' => ['100k 0.5W', Fit::Noted];
        yield 'a watt' => ['100k 1W', Fit::Ok];
        yield 'two watts' => ['100k 2W', Fit::Ok];
    }

    #[DataProvider('bodies')]
    public function testVoltsOfAResistorsBody(string $candidate, Fit $fit): void
    {
        // 230 V, a tenth more, peak: 358 V.
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '4k7', 'terminals' => ['a' => 'L', 'b' => 'X']],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '100k',
                    'power' => '1 W',
                    'terminals' => ['a' => 'X', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['X', '0V']],
        );
        $place = Place::of($supply, Supplies::demands($supply), 'R1');
        $rows = array_column(
            array_map(
                static fn($r): array => [$r->title, $r->fit],
                Comparison::of(ComponentText::read($candidate, 'resistor'), $place)->rows,
            ),
            1,
            0,
        );

        self::assertSame($fit, $rows['voltage rating'] ?? null, (string) $place->asks(Rating::VOLTAGE));
    }

    private static function word(string $demo, string $ref, string $trial, float $value): VerdictWord
    {
        $judge = new PartJudge(Supplies::demo($demo));
        foreach ($judge->trials($ref) as $one) {
            if ($one->id === $trial) {
                return $judge->judge($ref, $one, $value, new Conditions(true))->verdict->word;
            }
        }

        self::fail("no trial {$trial}");
    }

    private static function fit(string $text, string $family, string $ref, string $title, ?float $across = 20.0): Fit
    {
        $supply = self::supply();
        $place = Place::of($supply, Supplies::demands($supply), $ref, $ref === 'C1' ? $across : null);
        foreach (Comparison::of(ComponentText::read($text, $family), $place)->rows as $row) {
            if ($row->title === $title) {
                return $row->fit;
            }
        }

        self::fail("no row {$title}");
    }

    private static function supply(): Description
    {
        static $supply = null;

        return $supply ??= Supplies::of(
            [
                ...Supplies::primary('T1A', '8 V', '20', '10 %', false, '0V'),
                ['ref' => 'D1', 'kind' => 'diode', 'terminals' => ['a' => 'A', 'k' => 'B']],
                [
                    'ref' => 'C1',
                    'kind' => 'electrolytic',
                    'value' => '1000u',
                    'voltage' => '35 V',
                    'terminals' => ['plus' => 'B', 'minus' => '0V'],
                ],
                [
                    'ref' => 'R1',
                    'kind' => 'resistor',
                    'value' => '1k',
                    'tolerance' => '5 %',
                    'power' => '0.25 W',
                    'terminals' => ['a' => 'B', 'b' => '0V'],
                ],
            ],
            ['TP1' => ['B', '0V']],
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\SlipFinder;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Practice\SimulatedUnit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class JudgeTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, float, VerdictWord}> point, mode, quantity, value, word
     */
    public static function readings(): iterable
    {
        yield 'a good rail' => ['TP4', 'loaded', 'dc', 15.03, VerdictWord::Fine];
        yield 'a dead rail' => ['TP4', 'loaded', 'dc', 0.02, VerdictWord::Dead];
        yield 'a low rail' => ['TP4', 'loaded', 'dc', 13.1, VerdictWord::Low];
        yield 'a very low rail' => ['TP4', 'loaded', 'dc', 6.0, VerdictWord::VeryLow];
        yield 'a high rail' => ['TP4', 'loaded', 'dc', 17.0, VerdictWord::High];
        yield 'a very high rail' => ['TP4', 'loaded', 'dc', 22.5, VerdictWord::VeryHigh];
        yield 'a good negative rail' => ['TP6', 'loaded', 'dc', -15.05, VerdictWord::Fine];
        yield 'a low negative rail' => ['TP6', 'loaded', 'dc', -13.0, VerdictWord::Low];
        yield 'a negative rail that reads positive' => ['TP6', 'loaded', 'dc', 15.0, VerdictWord::WrongPolarity];
        yield 'on the limit' => ['TP4', 'loaded', 'dc', 15.58, VerdictWord::CannotTell];
        yield 'ripple of a dried reservoir' => ['TP3', 'loaded', 'ripple', 9.0, VerdictWord::TooMuchRipple];
        yield 'usual ripple' => ['TP3', 'loaded', 'ripple', 1.1, VerdictWord::Fine];
        yield 'overload' => ['TP4', 'loaded', 'dc', INF, VerdictWord::CannotTell];
    }

    #[DataProvider('readings')]
    public function testWords(string $point, string $mode, string $quantity, float $value, VerdictWord $word): void
    {
        $supply = Supplies::demo('tide-recorder');
        $verdict = (new Judge($supply, self::expectations($supply)))->live($point, $mode, $quantity, $value);

        self::assertSame($word, $verdict->word, $verdict->sentence . ' ' . $verdict->why);
    }

    /** Common practice: an unregulated 24 V rail may well stand at 28 V with its loads off, and that is fine. */
    public function testHighUnloadedRailIsFineForThisMode(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $judge = new Judge($supply, self::expectations($supply));
        $verdict = $judge->live('TP3', 'unloaded', 'dc', 30.2);

        self::assertSame(VerdictWord::FineHere, $verdict->word);
        self::assertStringContainsString('unloaded 24 V rail', $verdict->sentence);
        self::assertSame(VerdictWord::High, $judge->live('TP3', 'loaded', 'dc', 30.2)->word);
    }

    public function testMeasuredMainsNarrowsAnUnregulatedRail(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $open = Expectations::of($supply, $supply->mode('loaded'))->window('TP3');
        $known = Expectations::of($supply, $supply->mode('loaded'), 234.0)->window('TP3');

        self::assertLessThan(0.6 * ($open->high - $open->low), $known->high - $known->low);
        self::assertSame('mains', $open->contributions[0]['what']);
    }

    /** An unregulated rail follows the mains: +1.5 % mains is about +1.5 % rail (common practice). */
    public function testUnregulatedRailFollowsTheMains(): void
    {
        $supply = Supplies::demo('dimmer-drive');
        $low = Expectations::of($supply, $supply->mode('loaded'), 230.0)->window('TP3')->nominal;
        $high = Expectations::of($supply, $supply->mode('loaded'), 230.0 * 1.015)->window('TP3')->nominal;

        self::assertEqualsWithDelta(1.015, $high / $low, 0.003);
    }

    public function testDocumentedValueStandsBesideTheComputedOne(): void
    {
        $array = Supplies::demoArray('tide-recorder');
        $array['points'][3]['documented'] = ['value' => '18 V', 'tolerance' => '2 %'];
        $supply = DescriptionReader::fromArray($array);
        $why = (new Judge($supply, self::expectations($supply)))->live('TP4', 'loaded', 'dc', 15.0)->why;

        self::assertStringContainsString('18.00 V', $why);
        self::assertStringContainsString('disagrees with the computed value', $why);
    }

    public function testSlipEndToTap(): void
    {
        $slips = $this->slips('TP2', 'ac', 18.1);

        self::assertSame('end to tap instead of end to end', $slips[0] ?? null);
    }

    public function testSlipWrongFunction(): void
    {
        self::assertContains('wrong AC/DC function', $this->slips('TP3', 'dc', 0.36));
        self::assertContains('wrong AC/DC function', $this->slips('TP2', 'dc', 36.2));
    }

    public function testSlipSwappedLeads(): void
    {
        self::assertContains('swapped leads', $this->slips('TP6', 'dc', 15.02));
    }

    public function testSlipLoadsNotConnected(): void
    {
        self::assertContains('other mode', $this->slips('TP3', 'dc', 26.0));
    }

    public function testNoSlipForAGoodReadingNorForADeadRail(): void
    {
        self::assertSame([], $this->slips('TP4', 'dc', 15.0));
        self::assertSame([], $this->slips('TP4', 'dc', 0.0));
    }

    public function testDeadChecksSeeWhatIsInParallel(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $meter = new DeadMeter($supply);
        $checks = $supply->deadChecks();

        // R1 alone is 120 ohm; the winding and everything else is cut off by the diode.
        self::assertEqualsWithDelta(120, $meter->read($checks['R1'], $supply->mode(null)), 8);
        self::assertEqualsWithDelta(0.6, $meter->read($checks['D1'], $supply->mode(null)), 0.15);
        self::assertTrue(is_infinite($meter->read($checks['F1'], $supply->mode(null), ['F1' => 'open'])));
        self::assertEqualsWithDelta(1.0, $meter->read($checks['F1'], $supply->mode(null)), 0.01);
        // A shorted reservoir pulls the whole node down.
        self::assertLessThan(0.5, $meter->read($checks['TP3'], $supply->mode(null), ['C1' => 'short']));
        self::assertSame(VerdictWord::NotAsExpected, Judge::dead($checks['F1'], INF, 1.0)->word);
        self::assertSame(VerdictWord::AsExpected, Judge::dead($checks['F1'], 1.2, 1.0)->word);
    }

    /** GUM: the windows are 90 % ones; good units with spread parts and meter noise fall inside at least that often. */
    public function testGoodUnitsReadInsideTheirWindows(): void
    {
        $inside = $total = 0;
        foreach (['tide-recorder', 'tuner-feed'] as $name) {
            $supply = Supplies::demo($name);
            $expected = Expectations::of($supply, $supply->mode('loaded'), 230.0);
            for ($seed = 1; $seed <= 12; $seed++) {
                $unit = new SimulatedUnit($supply, [], $seed * 7919);
                foreach ($expected->functions as $point => $function) {
                    $inside += $expected->window($point)->holds($unit->live($point, $function, 'loaded', 230.0))
                        ? 1
                        : 0;
                    $total++;
                }
            }
        }

        self::assertGreaterThan(0.9, $inside / $total);
    }

    /** @return list<string> */
    private function slips(string $point, string $quantity, float $value): array
    {
        $supply = Supplies::demo('tide-recorder');

        return array_map(
            static fn($slip): string => $slip->name,
            (new SlipFinder($supply, self::expectations($supply)))->explain($point, 'loaded', $quantity, $value),
        );
    }

    /** @return array<string, Expectations> */
    private static function expectations(Description $supply): array
    {
        static $solved = [];

        return $solved[$supply->hash()] ??= array_map(
            static fn($mode): Expectations => Expectations::of($supply, $mode),
            $supply->modes,
        );
    }
}

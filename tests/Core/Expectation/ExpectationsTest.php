<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Diagnosis\PathView;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Preview;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class ExpectationsTest extends TestCase
{
    public function testChoosesTheFunctionByWhatIsThere(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $functions = Expectations::of($supply, $supply->mode('loaded'))->functions;

        self::assertSame('ac', $functions['TP1']);
        self::assertSame('ac', $functions['TP2']);
        self::assertSame('dc', $functions['TP3']);
        self::assertSame('dc', $functions['TP6']);
    }

    public function testEveryWindowHoldsItsNominalAndNamesWhatMovesIt(): void
    {
        $supply = Supplies::demo('deck-intercom');
        foreach ($supply->modes as $mode) {
            foreach (Expectations::of($supply, $mode)->windows as $byQuantity) {
                foreach ($byQuantity as $window) {
                    self::assertTrue($window->holds($window->nominal));
                    self::assertLessThanOrEqual(4, count($window->contributions));
                    $volts = array_column($window->contributions, 'volts');
                    $sorted = $volts;
                    rsort($sorted);
                    self::assertSame($sorted, $volts);
                }
            }
        }
    }

    public function testATighterPartTightensTheWindow(): void
    {
        $array = Supplies::demoArray('tuner-feed');
        $loose = DescriptionReader::fromArray($array);
        foreach ($array['parts'] as $k => $part) {
            if ($part['ref'] === 'Z1') {
                $array['parts'][$k]['tolerance'] = '1 %';
            }
        }
        $tight = DescriptionReader::fromArray($array);
        $width = static function ($supply): float {
            $window = Expectations::of($supply, $supply->mode('loaded'), 230.0)->window('TP4');

            return $window->high - $window->low;
        };

        self::assertLessThan(0.6 * $width($loose), $width($tight));
    }

    /**
     * Peak less two drops and the winding's own: within what a technician reckons in the head, (Vrms * 1.414 - 1.8).
     */
    public function testReservoirIsNearTheRuleOfThumb(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $observation = (new Behaviour($supply))->live($supply->mode('unloaded'));
        $reckoned = $observation->reading('TP2', 'ac') * M_SQRT2 - 1.4;

        self::assertEqualsWithDelta($reckoned, $observation->reading('TP3', 'dc'), 0.05 * $reckoned);
    }

    /**
     * The regulator's input stays at least its dropout above the output at the ripple valley (data-sheet condition).
     */
    public function testGoodRegulatedSuppliesKeepTheirDropoutAtTheValley(): void
    {
        foreach (['tide-recorder' => 'TP3', 'deck-intercom' => 'TP3', 'auction-scale' => 'TP3'] as $name => $point) {
            $supply = Supplies::demo($name);
            $observation = (new Behaviour($supply))->live($supply->mode('loaded'));
            $valley = $observation->reading($point, 'dc') - $observation->reading($point, 'ripple') / 2;

            self::assertGreaterThan(1.7, $valley - $observation->reading('TP4', 'dc'), $name);
        }
    }

    public function testAnObservationWithoutAPointIsNotANumber(): void
    {
        $supply = Supplies::demo('tuner-feed');

        self::assertNan((new Behaviour($supply))->live($supply->mode('loaded'))->reading('TP99', 'dc'));
    }

    /** Resistances in parallel, by hand: the load of 455 ohm on the tuner feed, the zener and everything else shut. */
    public function testOhmmeterReadsTheLoadThroughWhatIsShut(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $meter = new DeadMeter($supply);

        self::assertEqualsWithDelta(455, $meter->read($supply->deadChecks()['TP4'], $supply->mode(null)), 10);
        self::assertGreaterThan(
            1e5,
            $meter->read($supply->deadChecks()['TP4'], $supply->mode('unloaded')),
            'with the tuner unplugged nothing is left',
        );
    }

    /** Diode test: silicon 0.45 to 0.75 V one way and open the other (common practice), when nothing bridges it. */
    public function testDiodeTestBothWays(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $meter = new DeadMeter($supply);
        $checks = $supply->deadChecks();

        self::assertGreaterThan(0.45, $meter->read($checks['D1'], $supply->mode(null)));
        self::assertLessThan(0.75, $meter->read($checks['D1'], $supply->mode(null)));
        self::assertTrue(is_infinite($meter->read($checks['D1.reverse'], $supply->mode('unloaded'))));
        self::assertLessThan(0.1, $meter->read($checks['D1'], $supply->mode(null), ['D1' => 'short']));
        self::assertLessThan(0.1, $meter->read($checks['D1.reverse'], $supply->mode(null), ['D1' => 'short']));
        // An open D1 does not read open here: the zener's forward junction and R1 bridge it. In circuit a part is never
        // alone.
        self::assertEqualsWithDelta(
            0.75,
            $meter->read($checks['D1'], $supply->mode('unloaded'), ['D1' => 'open']),
            0.2,
        );
    }

    public function testWindingsReadTheirCopperAtDirectCurrent(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $meter = new DeadMeter($supply);
        $checks = $supply->deadChecks();

        self::assertGreaterThan(100, $meter->read($checks['T1.primary'], $supply->mode(null)));
        self::assertLessThan(10, $meter->read($checks['T1.secondary'], $supply->mode(null)));
        self::assertTrue(
            is_infinite($meter->read($checks['T1.primary'], $supply->mode(null), ['T1' => 'primary_open'])),
        );
    }

    public function testPreviewShowsEveryModeAndTheWholePath(): void
    {
        $preview = Preview::of(Supplies::demo('tide-recorder'));

        self::assertSame(['loaded', 'unloaded'], array_column($preview['modes'], 'id'));
        self::assertCount(7, $preview['points']);
        self::assertSame(['loaded', true, []], [$preview['mode'], $preview['settled'], $preview['broken']]);
        self::assertMatchesRegularExpression('/^15\.\d\d V|^14\.9\d V/', $preview['points'][3]['expected']);
        self::assertSame('unloaded', Preview::of(Supplies::demo('tide-recorder'), 'unloaded')['mode']);
        self::assertSame(
            ['inlet', 'transformer', 'raw1', 'out1', 'raw2', 'out2'],
            array_column($path = PathView::unmeasured(Supplies::demo('tide-recorder')), 'id'),
        );
        self::assertSame(['unknown'], array_values(array_unique(array_column($path, 'energy'))));
    }

    /**
     * For a large supply the windows at a measured mains are read off between the limits; beside a full solve they must
     * agree.
     */
    public function testWindowsAtAMeasuredMainsAgreeWithAFullSolve(): void
    {
        $supply = Supplies::drafted('flyback');
        $mode = $supply->mode('loaded');
        $read = Expectations::of($supply, $mode)->atMains(245.0);
        $solved = Expectations::of($supply, $mode, 245.0);
        foreach ($supply->points as $id => $point) {
            self::assertEqualsWithDelta(
                $solved->window((string) $id)->nominal,
                $read->window((string) $id)->nominal,
                0.01 * abs($solved->window((string) $id)->nominal) + 0.05,
                (string) $id,
            );
            self::assertLessThanOrEqual(
                1.15 * Expectations::of($supply, $mode)->window((string) $id)->sigma + 0.01,
                $read->window((string) $id)->sigma,
            );
        }
        self::assertEqualsWithDelta(
            $read->window('TP2')->solved,
            $read->window('TP2')->asComputed($read->window('TP2')->nominal),
            1e-6,
            'a reading is put on the scale the faults were solved in',
        );

        // Half way up a variable transformer it is another supply: nothing of it is known before it is solved there.
        $far = Expectations::of($supply, $mode)->atMains(104.0);
        self::assertFalse($far->window((string) array_key_first($supply->points))->isKnown());
        self::assertNotNull($far->unsettled());
    }

    public function testAFirstIdeaIsNearWhatIsSolvedLater(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $rough = Expectations::roughly($supply, $supply->mode(null));
        $fine = Expectations::of($supply, $supply->mode(null));
        foreach (array_keys($supply->points) as $id) {
            self::assertEqualsWithDelta(
                $fine->window((string) $id)->nominal,
                $rough->window((string) $id)->nominal,
                1e-6,
            );
            self::assertSame($fine->functions[$id], $rough->functions[$id]);
        }
        self::assertTrue($rough->window('TP4')->holds(12.3));
        self::assertFalse($rough->window('TP4')->holds(9.0));
    }
}

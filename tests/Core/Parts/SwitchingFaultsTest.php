<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Guide;
use Oculant\Core\Expectation\Observation;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * What the usual faults of switching supplies do, as repair people know it (common practice unless a source or a
 * reckoning is named). Each case: supply, part, fault, what is read at some points (least and most, volts of direct
 * voltage), and what is seen or heard.
 */
#[Group('slow')]
final class SwitchingFaultsTest extends TestCase
{
    /** @var array<string, Observation> good units, by supply */
    private static array $good = [];

    /** @return iterable<string, array{string, string, string, array<string, array{float, float}>, list<string>}> */
    public static function symptoms(): iterable
    {
        $bulk = [305.0, 326.0];
        $dead = [-0.1, 0.1];
        // Nothing starts: the peak of 230 V stands on the bulk capacitor, 325 V less the bridge.
        yield 'start-up resistor open: full bulk, nothing at the controller, quiet' => [
            'wheelhouse-display',
            'R11',
            'open',
            ['TP2' => $bulk, 'TP3' => $dead, 'TP5' => $dead],
            ['F1 intact'],
        ];
        yield 'supply capacitor of the controller shorted' => [
            'wheelhouse-display',
            'C11',
            'short',
            ['TP2' => $bulk, 'TP3' => $dead, 'TP5' => $dead],
            ['F1 intact'],
        ];
        yield 'controller dead: its supply rises past the start voltage and nothing follows' => [
            'wheelhouse-display',
            'U11',
            'dead',
            ['TP2' => $bulk, 'TP3' => [16.0, 40.0], 'TP4' => $dead, 'TP5' => $dead],
            ['F1 intact'],
        ];
        yield 'inrush thermistor cracked' => [
            'wheelhouse-display',
            'RT1',
            'open',
            ['TP2' => [-1.0, 1.0], 'TP5' => $dead],
            ['F1 intact'],
        ];
        // Starts and gives up: the auxiliary winding does not take over, or the output cannot rise.
        yield 'auxiliary diode open' => [
            'wheelhouse-display',
            'D11',
            'open',
            ['TP2' => $bulk, 'TP3' => [9.0, 17.0], 'TP5' => [0.0, 3.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'no gate drive' => [
            'wheelhouse-display',
            'U11',
            'no_drive',
            ['TP3' => [9.0, 17.0], 'TP5' => $dead],
            ['F1 intact', 'ticks'],
        ];
        yield 'gate resistor open' => [
            'wheelhouse-display',
            'R12',
            'open',
            ['TP2' => $bulk, 'TP5' => $dead],
            ['F1 intact', 'ticks'],
        ];
        yield 'switch open' => [
            'wheelhouse-display',
            'Q11',
            'open',
            ['TP2' => $bulk, 'TP5' => $dead],
            ['F1 intact', 'ticks'],
        ];
        yield 'sense resistor open' => [
            'wheelhouse-display',
            'R14',
            'open',
            ['TP2' => $bulk, 'TP5' => $dead],
            ['F1 intact', 'ticks'],
        ];
        yield 'primary open' => [
            'wheelhouse-display',
            'T11',
            'primary_open',
            ['TP2' => $bulk, 'TP5' => $dead],
            ['F1 intact', 'ticks'],
        ];
        yield 'shorted turns' => [
            'wheelhouse-display',
            'T11',
            'shorted_turns',
            ['TP2' => $bulk, 'TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'output rectifier shorted' => [
            'wheelhouse-display',
            'D12',
            'short',
            ['TP2' => $bulk, 'TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'output rectifier shorted, another supply' => [
            'net-loft-radio',
            'D12',
            'short',
            ['TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'output capacitor shorted' => [
            'wheelhouse-display',
            'C12',
            'short',
            ['TP2' => $bulk, 'TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'load shorted' => [
            'wheelhouse-display',
            'RL11',
            'short',
            ['TP2' => $bulk, 'TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        yield 'optocoupler conducts for good: the controller sees too much and stops' => [
            'wheelhouse-display',
            'OK11',
            'short',
            ['TP5' => [0.0, 1.0]],
            ['F1 intact', 'ticks'],
        ];
        // Regulation lost: it gives what it can.
        yield 'optocoupler open' => ['wheelhouse-display', 'OK11', 'open', ['TP5' => [13.0, 25.0]], ['F1 intact']];
        yield 'reference open' => ['wheelhouse-display', 'U12', 'open', ['TP5' => [13.0, 25.0]], ['F1 intact']];
        yield 'upper divider resistor open: the reference pin sees nothing' => [
            'wheelhouse-display',
            'R16',
            'open',
            ['TP5' => [13.0, 25.0], 'TP6' => $dead],
            ['F1 intact'],
        ];
        // 43.2 k over 11.3 k: 2.495 V (1 + 43.2 / 11.3) = 12.03 V; with a reference that has fallen to 2 V, 9.65 V.
        yield 'reference fallen to 2 V, by its formula' => [
            'wheelhouse-display',
            'U12',
            'drifted',
            ['TP5' => [9.4, 9.9], 'TP6' => [1.95, 2.05]],
            ['F1 intact'],
        ];
        // Fuse blowers, and what goes with them.
        yield 'switch shorted' => ['wheelhouse-display', 'Q11', 'short', ['TP2' => $dead, 'TP5' => $dead], ['F1 open']];
        yield 'bulk capacitor shorted' => [
            'wheelhouse-display',
            'C1',
            'short',
            ['TP2' => $dead, 'TP5' => $dead],
            ['F1 open'],
        ];
        yield 'varistor shorted' => ['wheelhouse-display', 'RV1', 'short', ['TP2' => $dead], ['F1 open']];
        // A half bridge with power factor correction.
        yield 'correction dead: the bulk falls to the peak of the mains, the output stays' => [
            'landing-crane',
            'PF1',
            'dead',
            ['TP3' => [290.0, 326.0], 'TP9' => [23.5, 25.0]],
            ['F1 intact'],
        ];
        yield 'auxiliary supply dead: no boost, no drive' => [
            'landing-crane',
            'U1',
            'dead',
            ['TP3' => [310.0, 326.0], 'TP4' => $dead, 'TP9' => $dead],
            ['F1 intact', 'LED1 dark'],
        ];
        yield 'upper switch shorted: the lower one shoots the bulk through' => [
            'landing-crane',
            'Q1',
            'short',
            ['TP3' => $dead, 'TP9' => $dead],
            ['F1 open', 'LED1 dark'],
        ];
        yield 'lower switch shorted' => [
            'landing-crane',
            'Q2',
            'short',
            ['TP3' => $dead, 'TP9' => $dead],
            ['F1 open', 'LED1 dark'],
        ];
        yield 'series capacitor open: the middle stands at half the bulk and nothing passes' => [
            'landing-crane',
            'C4',
            'open',
            ['TP3' => [385.0, 395.0], 'TP5' => [185.0, 200.0], 'TP9' => $dead],
            ['F1 intact', 'LED1 dark'],
        ];
        yield 'primary of the half bridge open' => [
            'landing-crane',
            'T1',
            'primary_open',
            ['TP3' => [385.0, 395.0], 'TP9' => $dead],
            ['F1 intact', 'LED1 dark'],
        ];
        yield 'rectifier of the half bridge shorted' => [
            'landing-crane',
            'D1',
            'short',
            ['TP3' => [385.0, 395.0], 'TP9' => [0.0, 3.0]],
            ['F1 intact', 'LED1 dark'],
        ];
    }

    /**
     * @param array<string, array{float, float}> $volts by point
     * @param list<string>                       $signs
     */
    #[DataProvider('symptoms')]
    public function testDoesWhatRepairPeopleKnowItFor(
        string $name,
        string $part,
        string $fault,
        array $volts,
        array $signs,
    ): void {
        $seen = self::observe($name, [$part => $fault]);
        foreach ($volts as $point => [$least, $most]) {
            self::assertGreaterThanOrEqual($least, $seen->reading($point, 'dc'), $point);
            self::assertLessThanOrEqual($most, $seen->reading($point, 'dc'), $point);
        }
        self::assertSame([], array_diff($signs, $seen->signs), 'seen: ' . implode(', ', $seen->signs));
        if (!in_array('ticks', $signs, true)) {
            self::assertNotContains('ticks', $seen->signs);
        }
    }

    /** The other switch does not survive it, and the bridge seldom does. */
    public function testTheSwitchesOfAHalfBridgeGoTogether(): void
    {
        foreach (['Q1' => 'Q2', 'Q2' => 'Q1'] as $first => $other) {
            $broken = self::observe('landing-crane', [$first => 'short'])->broken();
            self::assertSame('short', $broken[$other] ?? null, "{$first} takes {$other} along");
            self::assertSame('open', $broken['F1'] ?? null);
        }
    }

    public function testADriedBulkCapacitorLetsTheMainsThrough(): void
    {
        $good = self::good('wheelhouse-display');
        $dried = self::observe('wheelhouse-display', ['C1' => 'dried']);

        self::assertGreaterThan(5 * $good->reading('TP2', 'ripple'), $dried->reading('TP2', 'ripple'));
        self::assertLessThan(0.9 * $good->reading('TP2', 'dc'), $dried->reading('TP2', 'dc'));
        self::assertGreaterThan(
            5 * $good->reading('TP5', 'ripple'),
            $dried->reading('TP5', 'ripple'),
            'and the output hums',
        );
    }

    /**
     * A bridge leg open: half the pulses, about twice the ripple, and a bulk that is still high enough for the output.
     */
    public function testAnOpenBridgeLegHidesBehindTheRegulation(): void
    {
        $good = self::good('wheelhouse-display');
        $open = self::observe('wheelhouse-display', ['BR1' => 'd1_open']);

        self::assertEqualsWithDelta(2.0, $open->reading('TP2', 'ripple') / $good->reading('TP2', 'ripple'), 0.4);
        self::assertEqualsWithDelta($good->reading('TP5', 'dc'), $open->reading('TP5', 'dc'), 0.05);
    }

    /**
     * Output capacitors of a flyback carry all the ripple current: dried, the output looks right on a meter and not on
     * a scope.
     */
    public function testADriedOutputCapacitorShowsOnlyAsRipple(): void
    {
        $good = self::good('wheelhouse-display');
        $dried = self::observe('wheelhouse-display', ['C12' => 'dried']);

        self::assertEqualsWithDelta($good->reading('TP5', 'dc'), $dried->reading('TP5', 'dc'), 0.1);
        self::assertGreaterThan(5 * $good->reading('TP5', 'ripple'), $dried->reading('TP5', 'ripple'));
    }

    /** @param array<string, string> $faults */
    private static function observe(string $name, array $faults): Observation
    {
        $supply = Supplies::demo($name);
        $guide = self::good($name)->guide;
        self::assertInstanceOf(Guide::class, $guide);

        return (new Behaviour($supply))->live($supply->mode('loaded'), $faults, null, $guide);
    }

    private static function good(string $name): Observation
    {
        return self::$good[$name] ??= (new Behaviour(Supplies::demo($name)))->live(
            Supplies::demo($name)->mode('loaded'),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Replacement\Combination\Combination;
use Oculant\Core\Replacement\Combination\Combiner;
use Oculant\Core\Replacement\Combination\Network;
use Oculant\Core\Replacement\Combination\Preference;
use Oculant\Core\Replacement\Combination\Target;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\UnreadableComponent;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Sets from the drawer: against brute force, against closed forms, against what the trade builds. */
final class CombinerTest extends TestCase
{
    /**
     * Rule of the trade: ten 1 ohm of 1 % in parallel make 0.1 ohm with averaged error: 1 % at worst, 1 % / sqrt(10) as
     * a root of squares.
     */
    public function testTenOnesMakeAShunt(): void
    {
        $best = self::find('0R1 2%', [self::resistor('a', 1.0, 0.01, 0.6, 10)])[0];

        self::assertSame('10 × 1 Ω in parallel', $best->network->words());
        self::assertEqualsWithDelta(0.1, $best->value, 1e-12);
        self::assertEqualsWithDelta(0.01, $best->worst, 1e-12);
        self::assertEqualsWithDelta(0.01 / sqrt(10), $best->rss, 1e-12);
        self::assertSame([], self::find('0R1 2%', [self::resistor('a', 1.0, 0.01, 0.6, 9)]), 'nine are not enough');
    }

    /** Rule of the trade: three 39 ohm of 20 W make 13 ohm for 60 W. */
    public function testThreeThirtyNinesMakeALoad(): void
    {
        $best = self::find('13R 60W', [
            self::resistor('a', 39.0, 0.05, 20.0, 5),
            self::resistor('b', 13.0, 0.05, 10.0, 5),
        ])[0];

        self::assertSame('3 × 39 Ω in parallel', $best->network->words());
        foreach ($best->network->shares(true) as $part) {
            self::assertEqualsWithDelta(1 / 3, $part['share'], 1e-12, 'a third of the power each');
        }
        self::assertTrue($best->view()['lines'][0]['warm'], 'each at its rating: no margin');
        self::assertSame(
            [],
            self::find('13R 61W', [self::resistor('a', 39.0, 0.05, 20.0, 3)]),
            'one watt more is too much',
        );
    }

    /** 100 || (47 + 33): shares of power and tolerance by hand. */
    public function testSharesFollowFromTheCircuit(): void
    {
        [$a, $b, $c] = [
            self::resistor('a', 100.0, 0.05, 1.0, 1),
            self::resistor('b', 47.0, 0.05, 1.0, 1),
            self::resistor('c', 33.0, 0.05, 1.0, 1),
        ];
        $network = Network::parallel([Network::part($a), Network::series([Network::part($b), Network::part($c)])]);
        $shares = array_column($network->shares(true), 'share');
        $value = (100 * 80) / 180;

        self::assertEqualsWithDelta($value, $network->value(true), 1e-9);
        self::assertEqualsWithDelta(
            [$value / 100, (($value / 80) * 47) / 80, (($value / 80) * 33) / 80],
            $shares,
            1e-9,
        );
        self::assertEqualsWithDelta(1.0, array_sum($shares), 1e-12, 'all of the power');
        // A change of one per cent in the 47 ohm one, worked out anew.
        $more = (100 * (47.47 + 33)) / (100 + 47.47 + 33);
        self::assertEqualsWithDelta(0.01 * $shares[1], $more / $value - 1, 1e-5);
        self::assertEqualsWithDelta([1.0, 47 / 80, 33 / 80], array_column($network->shares(true), 'volts'), 1e-9);
    }

    /** Two equal capacitors in series share the volts in halves, unequal ones against their capacitance (handbook). */
    public function testCapacitorsInSeriesShareVolts(): void
    {
        $line = static fn(string $id, float $farads, float $volts): StockLine => new StockLine(
            $id,
            new Component('electrolytic', '', ['value' => $farads, 'voltage' => $volts]),
            4,
        );
        $best = (new Combiner(Target::read('electrolytic 50u 450V')))->find([$line('a', 100e-6, 250.0)])[0];

        self::assertEqualsWithDelta(50e-6, $best->value, 1e-12);
        self::assertSame('100 µF + 100 µF', $best->network->words());
        self::assertStringContainsString('resistor across each', $best->view()['note']);
        $uneven = Network::series([Network::part($line('a', 100e-6, 250.0)), Network::part($line('b', 50e-6, 250.0))]);
        self::assertEqualsWithDelta([1 / 3, 2 / 3], array_column($uneven->shares(false), 'volts'), 1e-9);
        self::assertSame(
            [],
            (new Combiner(Target::read('electrolytic 50u 450V')))->find([$line('a', 100e-6, 200.0)]),
            'each would stand 225 V',
        );
    }

    /** @return iterable<string, array{int, string, Preference}> */
    public static function smallStocks(): iterable
    {
        foreach (['377R', '1k23 1%', '5R6 3W', '47k 2%', '0R33 1W'] as $k => $target) {
            foreach (Preference::cases() as $preference) {
                yield "{$target} {$preference->value}" => [11 + $k, $target, $preference];
            }
        }
    }

    /** Every set of up to three parts (series, parallel, mixed) and every array of equal ones, tried one by one. */
    #[DataProvider('smallStocks')]
    public function testNothingBetterIsMissed(int $seed, string $text, Preference $preference): void
    {
        mt_srand($seed);
        $target = Target::read($text);
        $stock = [];
        for ($k = 0; $k < 12; $k++) {
            $value =
                PreferredValues::E12->decade()[mt_rand(0, 11)] *
                10 ** mt_rand((int) floor(log10($target->value)) - 1, (int) floor(log10($target->value)) + 1);
            $stock[] = self::resistor(
                "s{$k}",
                $value,
                [0.01, 0.05][mt_rand(0, 1)],
                [0.25, 1.0, 2.0][mt_rand(0, 2)],
                mt_rand(1, 4),
                mt_rand(2, 80) / 100,
            );
        }
        $best = INF;
        foreach (self::everySet($stock) as $network) {
            $one = Combination::of($network, $target);
            if (
                $one->isPossible() &&
                abs($one->error) <= min(0.25, max(0.02, 3 * $target->allowed)) &&
                min(array_column($network->shares(true), 'share')) >= 0.002
            ) {
                $best = min($best, $one->cost($preference));
            }
        }
        $found = (new Combiner($target, $preference))->find($stock);

        if (is_infinite($best)) {
            self::assertSame([], $found);
        } else {
            self::assertNotSame([], $found);
            // Four in series or parallel were not tried by hand and may be better still.
            self::assertLessThanOrEqual($best + 1e-9, $found[0]->cost($preference));
        }
    }

    public function testOnlyWhatIsFreeIsTaken(): void
    {
        $reserved = new StockLine('a', new Component('resistor', '', ['value' => 100.0]), 5, reserved: 4);

        self::assertSame('100 Ω', self::find('100R', [$reserved])[0]->network->words());
        self::assertSame([], self::find('200R', [$reserved]));
    }

    public function testASetThatAnotherBeatsInEverythingIsNotShown(): void
    {
        $found = self::find('100R', [
            self::resistor('a', 100.0, 0.01, 1.0, 3, 0.05),
            self::resistor('b', 100.0, 0.05, 1.0, 3, 0.09),
        ]);

        foreach ($found as $one) {
            foreach ($found as $other) {
                self::assertFalse($one->isBeatenBy($other));
            }
        }
        self::assertSame('a', $found[0]->network->part?->id);
    }

    public function testATargetSaysWhatItCannotRead(): void
    {
        self::assertSame(
            [13.3, 50.0, 0.05],
            [Target::read('13R3 50 W')->value, Target::read('13R3 50 W')->watts, Target::read('13R3 50 W')->allowed],
        );
        self::assertSame(0.001, Target::read('0R1 0.1 %')->allowed);
        self::assertEqualsWithDelta(sqrt(50 * 13.3), Target::read('13R3 50 W')->across(), 1e-9);
        self::assertFalse(Target::read('33u 450V electrolytic')->isResistor());
        $this->expectException(UnreadableComponent::class);
        Target::read('fifty ohms');
    }

    /**
     * @param list<StockLine> $stock
     *
     * @return iterable<Network>
     */
    private static function everySet(array $stock): iterable
    {
        $part = Network::part(...);
        foreach ($stock as $a) {
            for ($strings = 1; $strings <= $a->available(); $strings++) {
                for ($each = 1; $strings * $each <= $a->available(); $each++) {
                    yield Network::parallel(array_fill(0, $strings, Network::series(array_fill(0, $each, $part($a)))));
                }
            }
            foreach ($stock as $b) {
                yield Network::series([$part($a), $part($b)]);
                yield Network::parallel([$part($a), $part($b)]);
                foreach ($stock as $c) {
                    yield Network::series([$part($a), $part($b), $part($c)]);
                    yield Network::parallel([$part($a), $part($b), $part($c)]);
                    yield Network::series([$part($a), Network::parallel([$part($b), $part($c)])]);
                    yield Network::parallel([$part($a), Network::series([$part($b), $part($c)])]);
                }
            }
        }
    }

    /**
     * @param list<StockLine> $stock
     *
     * @return list<Combination>
     */
    private static function find(string $target, array $stock): array
    {
        return (new Combiner(Target::read($target)))->find($stock);
    }

    private static function resistor(
        string $id,
        float $ohms,
        float $tolerance,
        float $watts,
        int $count,
        float $price = 0.1,
    ): StockLine {
        return new StockLine(
            $id,
            new Component('resistor', '', ['value' => $ohms, 'tolerance' => $tolerance, 'power' => $watts]),
            $count,
            price: $price,
        );
    }
}

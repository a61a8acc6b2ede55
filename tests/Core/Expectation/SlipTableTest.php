<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\SlipFinder;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Reading mistakes that everybody makes (common practice), each with what a good unit then shows. */
final class SlipTableTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, string, float, string|null}> supply, mode, point,
     *     quantity, reading, slip
     */
    public static function readings(): iterable
    {
        yield 'half a tapped winding' => [
            'tide-recorder',
            'loaded',
            'TP2',
            'ac',
            17.9,
            'end to tap instead of end to end',
        ];
        yield 'half a tapped winding of the scale' => [
            'auction-scale',
            'loaded',
            'TP2',
            'ac',
            9.7,
            'end to tap instead of end to end',
        ];
        yield 'half a tapped winding, unloaded' => [
            'dimmer-drive',
            'unloaded',
            'TP2',
            'ac',
            22.6,
            'end to tap instead of end to end',
        ];
        yield 'a winding without a tap has no half' => ['deck-intercom', 'loaded', 'TP2', 'ac', 7.8, null];
        yield 'positive rail with the leads swapped' => [
            'deck-intercom',
            'loaded',
            'TP4',
            'dc',
            -11.98,
            'swapped leads',
        ];
        yield 'negative reservoir with the leads swapped' => [
            'dimmer-drive',
            'loaded',
            'TP4',
            'dc',
            24.9,
            'swapped leads',
        ];
        yield 'winding read on DC but noted as AC value' => [
            'deck-intercom',
            'loaded',
            'TP2',
            'dc',
            15.6,
            'wrong AC/DC function',
        ];
        yield 'rail read on a simple AC range' => [
            'deck-intercom',
            'loaded',
            'TP4',
            'dc',
            26.6,
            'wrong AC/DC function',
        ];
        yield 'reservoir read with the loads off' => ['dimmer-drive', 'loaded', 'TP3', 'dc', 29.9, 'other mode'];
        yield 'reservoir read with the loads on' => ['dimmer-drive', 'unloaded', 'TP3', 'dc', 24.9, 'other mode'];
        yield 'a good rail' => ['deck-intercom', 'loaded', 'TP4', 'dc', 12.02, null];
        yield 'a dead rail is a dead rail' => ['deck-intercom', 'loaded', 'TP4', 'dc', 0.01, null];
        yield 'a rail that no slip explains' => ['deck-intercom', 'loaded', 'TP4', 'dc', 7.3, null];
    }

    #[DataProvider('readings')]
    public function testNamesTheSlipThatExplainsIt(
        string $name,
        string $mode,
        string $point,
        string $quantity,
        float $value,
        ?string $slip,
    ): void {
        $supply = Supplies::demo($name);
        $found = (new SlipFinder($supply, self::expectations($supply)))->explain($point, $mode, $quantity, $value);

        if ($slip === null) {
            self::assertSame([], array_map(static fn($s): string => $s->name, $found));

            return;
        }
        self::assertSame($slip, $found[0]->name ?? null);
        self::assertStringEndsWith('.', $found[0]->advice);
        self::assertEqualsWithDelta($value, $found[0]->wouldRead, 0.06 * abs($value) + 0.1);
    }

    /** A good unit may stand anywhere in its window, and the hand slips on every one of them. */
    public function testASlipIsKnownWhereverInItsWindowTheUnitStands(): void
    {
        $missed = [];
        foreach (['tide-recorder', 'auction-scale', 'dimmer-drive', 'deck-intercom'] as $name) {
            $supply = Supplies::demo($name);
            $all = self::expectations($supply);
            $finder = new SlipFinder($supply, $all);
            foreach ($all as $mode => $expected) {
                foreach (array_keys($supply->points) as $point) {
                    $function = $expected->functions[$point];
                    $window = $expected->window((string) $point);
                    foreach ([0.05, 0.95] as $share) {
                        $stands = $window->low + $share * ($window->high - $window->low);
                        $slips =
                            $function === 'dc'
                                ? ['swapped leads' => -$stands, 'wrong AC/DC function' => 2.22 * $stands]
                                : ($point === 'TP2' && $name !== 'deck-intercom'
                                    ? ['end to tap instead of end to end' => $stands / 2]
                                    : []);
                        foreach ($slips as $slip => $reads) {
                            $found = array_column(
                                $finder->explain(
                                    (string) $point,
                                    $mode,
                                    $slip === 'swapped leads' ? 'dc' : 'ac',
                                    $reads,
                                ),
                                'name',
                            );
                            $missed =
                                in_array($slip, $found, true) ||
                                abs($reads) < 0.2 ||
                                $expected
                                    ->window((string) $point, $slip === 'swapped leads' ? 'dc' : 'ac')
                                    ->holds($reads)
                                    ? $missed
                                    : [...$missed, "{$name} {$mode} {$point} {$slip} {$reads}"];
                        }
                    }
                }
            }
        }
        self::assertSame([], $missed);
    }

    public function testRippleHasNoSlipsAndOverloadAsksForAHigherRange(): void
    {
        $supply = Supplies::demo('deck-intercom');
        $finder = new SlipFinder($supply, self::expectations($supply));

        $overload = $finder->explain('TP4', 'loaded', 'dc', INF);
        self::assertSame('range overload', $overload[0]->name ?? null);
        self::assertStringContainsString('60.0 V range', $overload[0]->advice);
        self::assertSame([], $finder->explain('TP3', 'loaded', 'ripple', 9.0));
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

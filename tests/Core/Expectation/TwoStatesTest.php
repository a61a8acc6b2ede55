<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Diagnosis\Likelihood;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Window;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * Of two good units one may run without its load and the other tick: their supplies hold over, or do not (common
 * practice). That is two windows, and no wide one.
 */
final class TwoStatesTest extends TestCase
{
    public function testARailThatMayRunOrTickHasTwoWindows(): void
    {
        [, $expected] = self::unloaded();
        $window = $expected->window('TP5', 'dc');

        self::assertMatchesRegularExpression(
            '/^1[12]\.\d+ to 12\.\d+ V, or 0\.00 to \d\.\d+ V if it ticks$/',
            Judge::range($window),
        );
        self::assertTrue($window->holds(12.1));
        self::assertTrue($window->holds(1.6));
        self::assertFalse($window->holds(7.0), 'between the two no good unit stands');
    }

    #[DataProvider('readings')]
    public function testBothAreFineAndNothingBetween(float $volts, VerdictWord $word): void
    {
        [$supply, $expected] = self::unloaded();

        self::assertSame(
            $word,
            (new Judge($supply, ['unloaded' => $expected]))->live('TP5', 'unloaded', 'dc', $volts, 0.0)->word,
        );
    }

    /** @return iterable<string, array{float, VerdictWord}> */
    public static function readings(): iterable
    {
        yield 'it runs' => [12.1, VerdictWord::Fine];
        yield 'it ticks' => [1.6, VerdictWord::Fine];
        yield 'too high' => [15.0, VerdictWord::High];
        yield 'too low for one that runs' => [9.0, VerdictWord::Low];
    }

    /** With its load on every good unit runs. */
    public function testWhatStandsInOneStateHasOneWindow(): void
    {
        $supply = Supplies::demo('wheelhouse-display');

        self::assertNull(Expectations::of($supply, $supply->mode('loaded'))->window('TP5', 'dc')->other);
    }

    /** A reading of the other state does not speak against a good unit as one that nothing explains does. */
    public function testTheOtherStateIsNoSurprise(): void
    {
        $window = (new Window(12.1, 11.9, 12.3, 0.12, []))->or(new Window(1.5, 0.0, 4.5, 2.2, []), 'it ticks');
        $under = static fn(float $value): float => (new Likelihood('TP5 dc', $value, 12.1, $window))->under(12.1);

        self::assertGreaterThan(5 * $under(7.5), $under(1.5));
        self::assertGreaterThan($under(1.5), $under(12.1));
        self::assertSame(12.3, $window->most());
        $asleep = (new Window(0.0, -0.2, 0.2, 0.1, []))->or(new Window(311.0, 280.0, 340.0, 18.0, []), 'it starts');
        self::assertSame(340.0, $asleep->most(), 'a hand presses where a good unit may have 340 V');
        self::assertSame(0.0, Window::unknown()->most());
        self::assertSame(1.5, $window->towards(2.0)->nominal);
        self::assertSame(12.1, $window->towards(11.0)->nominal);
        self::assertSame(1.5, $window->movedTo(12.2, 0.1)->other?->nominal);
    }

    /** @return array{\Oculant\Core\Supply\Description, Expectations} */
    private static function unloaded(): array
    {
        static $kept = null;
        $supply = Supplies::demo('wheelhouse-display');

        return $kept ??= [$supply, Expectations::of($supply, $supply->mode('unloaded'))];
    }
}

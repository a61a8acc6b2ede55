<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Periodicity;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class PeriodicityTest extends TestCase
{
    /**
     * @return iterable<string, array{callable(float): float, float}> volts over a cycle of 0 to 1, hertz at 50 Hz mains
     */
    public static function traces(): iterable
    {
        yield 'a sine repeats once' => [static fn(float $t): float => 10 * sin(2 * M_PI * $t), 50.0];
        yield 'one half-wave repeats once' => [static fn(float $t): float => max(0.0, sin(2 * M_PI * $t)), 50.0];
        // The rectified sine has no component at the mains frequency itself (Fourier series, any handbook).
        yield 'a rectified sine repeats twice' => [static fn(float $t): float => abs(sin(2 * M_PI * $t)), 100.0];
        yield 'a flat line shows nothing' => [static fn(float $t): float => 12.0, 0.0];
        yield 'a few millivolts are not seen' => [static fn(float $t): float => 12.0 + 0.002 * sin(2 * M_PI * $t), 0.0];
    }

    /** @param callable(float): float $trace */
    #[DataProvider('traces')]
    public function testFrequencyOfATrace(callable $trace, float $hertz): void
    {
        self::assertSame(
            $hertz,
            Periodicity::of(array_map(static fn(int $k): float => $trace($k / 200), range(0, 199)), 50.0),
        );
    }

    public function testADirectFeedHasNoFrequency(): void
    {
        self::assertSame(0.0, Periodicity::of([12.0], 0.0));
    }

    /** Common practice: hum at twice mains is a dried reservoir, at mains frequency an open leg of the rectifier. */
    public function testAnOpenRectifierLegHalvesTheFrequencyOfTheRipple(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $behaviour = new Behaviour($supply);
        $mode = $supply->mode(null);

        self::assertSame(100.0, $behaviour->live($mode)->reading('TP3', 'hertz'));
        self::assertSame(100.0, $behaviour->live($mode, ['C1' => 'dried'])->reading('TP3', 'hertz'));
        self::assertSame(50.0, $behaviour->live($mode, ['BR1' => 'd1_open'])->reading('TP3', 'hertz'));
        self::assertSame(50.0, $behaviour->live($mode)->reading('TP2', 'hertz'), 'the winding itself');
        self::assertSame(0.0, $behaviour->live($mode)->reading('TP4', 'hertz'), 'a regulated output shows a line');
    }
}

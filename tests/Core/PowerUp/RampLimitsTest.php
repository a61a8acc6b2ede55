<?php

declare(strict_types=1);

namespace Tests\Core\PowerUp;

use Oculant\Core\Bench\Context;
use Oculant\Core\Bench\RampStep;
use Oculant\Core\PowerUp\FedUnit;
use Oculant\Core\PowerUp\Ramp;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * A ramp beside a unit that is 460 ohms and nothing else: half an ampere at 230 V, a quarter at 115 V, by Ohm's law. A
 * third more or less is a good unit; twice the most and 50 mA more, or the fuse, is where it stops (common practice).
 */
final class RampLimitsTest extends TestCase
{
    /** @return iterable<string, array{string, float, float, string}> fuse, volts, amperes, word */
    public static function currents(): iterable
    {
        // 0.65 x 0.5 A - 3 mA = 322 mA; 1.35 x 0.5 A + 3 mA = 678 mA; twice that and 50 mA are 1.406 A.
        yield 'too little at full mains' => ['T2A', 230.0, 0.321, 'not as expected'];
        yield 'just enough' => ['T2A', 230.0, 0.323, 'fine'];
        yield 'just not too much' => ['T2A', 230.0, 0.677, 'fine'];
        yield 'too much' => ['T2A', 230.0, 0.679, 'not as expected'];
        yield 'not yet far too much' => ['T2A', 230.0, 1.395, 'not as expected'];
        yield 'far too much' => ['T2A', 230.0, 1.408, 'stop'];
        // Between two steps on the straight line: a quarter of an ampere, 160 to 341 mA; 731 mA.
        yield 'half the mains, too little' => ['T2A', 115.0, 0.159, 'not as expected'];
        yield 'half the mains, just enough' => ['T2A', 115.0, 0.161, 'fine'];
        yield 'half the mains, just not too much' => ['T2A', 115.0, 0.34, 'fine'];
        yield 'half the mains, too much' => ['T2A', 115.0, 0.342, 'not as expected'];
        yield 'half the mains, far too much' => ['T2A', 115.0, 0.732, 'stop'];
        yield 'the fuse comes before' => ['T1A', 230.0, 1.01, 'stop'];
        yield 'but not at it' => ['T1A', 230.0, 1.0, 'not as expected'];
        yield 'a fuse below what it takes stops nothing good' => ['T500mA', 230.0, 0.677, 'fine'];
    }

    #[DataProvider('currents')]
    public function testTheCurrentOnTheWayUp(string $fuse, float $volts, float $amperes, string $word): void
    {
        self::assertSame($word, self::ramp($fuse)->judge(self::step($volts, $amperes))['word']);
    }

    /** @return iterable<string, array{float, bool}> nothing gets that hot while it comes up (common practice) */
    public static function heat(): iterable
    {
        yield 'as warm as it may get' => [70.0, false];
        yield 'warmer' => [70.1, true];
    }

    #[DataProvider('heat')]
    public function testTheTemperatureOnTheWayUp(float $celsius, bool $isStop): void
    {
        self::assertSame($isStop, self::ramp('T2A')->judge(self::step(230.0, 0.5, $celsius))['stop']);
    }

    /**
     * The knob of a bench supply, half as much again as a good unit takes.
     *
     * @return iterable<string, array{float, float}> amperes drawn, limit
     */
    public static function knobs(): iterable
    {
        yield 'a little' => [0.01, 0.05];
        yield 'to the first step' => [0.0333, 0.05];
        yield 'beyond it' => [0.0334, 0.1];
        yield 'a tenth and a half' => [0.1333, 0.2];
        yield 'an ampere less a third' => [0.666, 1.0];
        yield 'more' => [0.667, 2.0];
        yield 'ten' => [6.66, 10.0];
        yield 'more than ten' => [6.67, 20.0];
        yield 'as far as it goes' => [50.0, 20.0];
    }

    #[DataProvider('knobs')]
    public function testTheLimitOfABenchSupply(float $amperes, float $limit): void
    {
        self::assertSame($limit, FedUnit::limit($amperes));
    }

    private static function step(float $volts, float $amperes, ?float $celsius = null): RampStep
    {
        return new RampStep('e', '', $volts, $amperes, [], $celsius, '', [], new Context([], null));
    }

    private static function ramp(string $fuse): Ramp
    {
        $ramp = Ramp::of(
            Supplies::of(
                [
                    ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                    ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $fuse, 'terminals' => ['a' => 'L', 'b' => 'B']],
                    [
                        'ref' => 'R1',
                        'kind' => 'resistor',
                        'value' => '460',
                        'power' => '500 W',
                        'terminals' => ['a' => 'B', 'b' => '0V'],
                    ],
                ],
                ['TP1' => ['B', '0V']],
            ),
        );
        self::assertNotNull($ramp);

        return $ramp;
    }
}

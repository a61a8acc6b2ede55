<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * In a large supply a short is solved at one degree; a real one has milliohms to some ohms (common practice), and two
 * parts across the same nodes are told apart by nothing that a meter shows there.
 */
final class ShortOfAnyDegreeTest extends TestCase
{
    /** 0.9 ohms where the model of the one has 0.1 and that of the other 1: neither is convicted by it. */
    public function testOhmsOfAShortDoNotTellWhichOfTwoInParallelItIs(): void
    {
        $capacitor = self::likelihood(0.9, 'CX1:short');
        $varistor = self::likelihood(0.9, 'RV1:short');

        self::assertLessThan(4.0, $varistor / $capacitor);
    }

    #[DataProvider('ohms')]
    public function testWhatIsNoShortIsNone(float $ohms, bool $isShort): void
    {
        $ratio = self::likelihood($ohms, 'CX1:short') / self::likelihood($ohms, Hypothesis::HEALTHY);

        self::assertSame($isShort, $ratio > 1.0, (string) $ratio);
    }

    /** @return iterable<string, array{float, bool}> */
    public static function ohms(): iterable
    {
        yield 'a meter\'s zero' => [0.06, true];
        yield 'one ohm' => [1.0, true];
        yield 'just within' => [1.9, true];
        yield 'a leak' => [2e3, false];
        yield 'a good one' => [25e3, false];
    }

    private static function likelihood(float $ohms, string $hypothesis): float
    {
        $fault = static fn(string $ref, string $kind): Hypothesis => new Hypothesis(
            "{$ref}:short",
            $ref,
            'short',
            "{$ref} shorted",
            1.0,
            false,
            '',
            [],
            $kind,
            false,
        );
        $dictionary = new FaultDictionary(
            ['CX1:short' => $fault('CX1', 'x_capacitor'), 'RV1:short' => $fault('RV1', 'varistor')],
            [
                'loaded' => [
                    Hypothesis::HEALTHY => ['RV1 resistance' => 26e3],
                    'CX1:short' => ['RV1 resistance' => 0.1],
                    'RV1:short' => ['RV1 resistance' => 1.0],
                ],
            ],
            ['loaded' => []],
            [],
            [],
            [],
        );
        $knowledge = self::createStub(Knowledge::class);
        $knowledge->method('dictionary')->willReturn($dictionary);
        $knowledge->method('isWhole')->willReturn(true);

        return (new ReadingEvidence('RV1', 'loaded', 'RV1', 'resistance', $ohms))->likelihood($hypothesis, $knowledge);
    }
}

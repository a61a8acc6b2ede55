<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use Oculant\Core\Quantity\Probability;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ProbabilityTest extends TestCase
{
    /** @return iterable<string, array{float, string}> */
    public static function shares(): iterable
    {
        yield 'never certain' => [1.0, '> 99 %'];
        yield 'nearly' => [0.996, '> 99 %'];
        yield 'just below' => [0.994, '99 %'];
        yield 'a half' => [0.5, '50 %'];
        yield 'small' => [0.005, '1 %'];
        yield 'never impossible' => [0.0, '< 1 %'];
    }

    #[DataProvider('shares')]
    public function testIsWrittenAsPeopleReadIt(float $probability, string $words): void
    {
        self::assertSame($words, Probability::write($probability));
    }

    public function testARatioInWords(): void
    {
        // Powers of two: 2, 4, 16, 64 times as likely; the direction is said elsewhere.
        self::assertSame(
            ['a little', 'clearly', 'strongly', 'very strongly'],
            array_map(Probability::strength(...), [1.0, 2.0, 4.0, 6.0]),
        );
        self::assertSame('strongly', Probability::strength(-4.0));
    }
}

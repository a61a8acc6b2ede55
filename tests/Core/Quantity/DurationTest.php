<?php

declare(strict_types=1);

namespace Tests\Core\Quantity;

use Oculant\Core\Quantity\Duration;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DurationTest extends TestCase
{
    /** @return iterable<string, array{float, string}> */
    public static function times(): iterable
    {
        yield 'a blink' => [0.02, 'at once'];
        yield 'tenths' => [0.18, '0.18 s'];
        yield 'seconds' => [4.36, '4.4 s'];
        yield 'tens of seconds' => [21.4, '21 s'];
        yield 'minutes' => [660.0, '11 min'];
        yield 'hours' => [18000.0, '5 h'];
        yield 'for ever' => [INF, 'days'];
    }

    #[DataProvider('times')]
    public function testSaysItAsPeopleDo(float $seconds, string $words): void
    {
        self::assertSame($words, Duration::write($seconds));
    }
}

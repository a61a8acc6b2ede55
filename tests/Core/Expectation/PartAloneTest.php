<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\PartAlone;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\DeadCheck;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A part with nothing beside it shows what its kind shows out of circuit (common practice, and what is marked). */
final class PartAloneTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, string|null, float, float}> demo, check, quantity, fault,
     * from, to
     */
    public static function parts(): iterable
    {
        yield 'a resistor is its marking' => ['wheelhouse-display', 'R11', 'resistance', null, 219e3, 221e3];
        yield 'a low one, too' => ['tuner-feed', 'R1', 'resistance', null, 119.0, 121.0];
        yield 'an open one' => ['tuner-feed', 'R1', 'resistance', 'open', 40e6, INF];
        yield 'a reservoir ends open' => ['tuner-feed', 'C1', 'resistance', null, 1e6, INF];
        yield 'a shorted one' => ['tuner-feed', 'C1', 'resistance', 'short', 0.0, 2.0];
        yield 'silicon' => ['auction-scale', 'D1', 'diode', null, 0.5, 0.7];
        yield 'shorted silicon' => ['auction-scale', 'D1', 'diode', 'short', 0.0, 0.05];
        yield 'open silicon' => ['auction-scale', 'D1', 'diode', 'open', 2.8, INF];
        yield 'a barrier' => ['wheelhouse-display', 'D12', 'diode', null, 0.1, 0.35];
        yield 'a body diode' => ['wheelhouse-display', 'Q11.body', 'diode', null, 0.4, 0.7];
        yield 'a gate' => ['wheelhouse-display', 'Q11.gs', 'resistance', null, 1e6, INF];
        yield 'a fuse' => ['auction-scale', 'F1', 'resistance', null, 0.0, 5.0];
    }

    #[DataProvider('parts')]
    public function testReads(string $demo, string $id, string $quantity, ?string $fault, float $from, float $to): void
    {
        $supply = Supplies::demo($demo);
        $alone = new PartAlone($supply, $supply->part(explode('.', $id)[0]));
        $check = $alone->check($quantity, $id);
        self::assertNotNull($check);
        $reads = $alone->reads($check, $fault);

        self::assertGreaterThanOrEqual($from, $reads);
        self::assertLessThanOrEqual($to, $reads);
    }

    /** In circuit R13 has the controller beside it and reads lower than its marking; by itself it does not. */
    public function testWhatStandsBesideItInCircuitIsGone(): void
    {
        $supply = Supplies::demo('wheelhouse-display');
        $alone = new PartAlone($supply, $supply->part('R13'));
        $marked = $supply->part('R13')->value('value');
        $check = $alone->check(DeadCheck::RESISTANCE, 'R13');
        self::assertNotNull($check);

        self::assertEqualsWithDelta($marked, $alone->reads($check), 0.01 * $marked);
        self::assertSame(VerdictWord::NotAsExpected, $alone->verdict('resistance', 'R13', 0.5 * $marked)->word);
        self::assertSame(VerdictWord::AsExpected, $alone->verdict('resistance', 'R13', $marked)->word);
        self::assertStringContainsString('by itself', $alone->verdict('resistance', 'R13', $marked)->why);
    }

    /** A leak of so many ohms reads so many ohms. */
    public function testALeakReadsAsManyOhmsAsItHas(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $alone = new PartAlone($supply, $supply->part('C1'));
        $check = $alone->check(DeadCheck::RESISTANCE, 'C1');
        self::assertNotNull($check);

        self::assertEqualsWithDelta(8.0, $alone->reads($check, 'leaky', 8.0), 0.5);
        self::assertEqualsWithDelta(4700.0, $alone->reads($check, 'leaky', 4700.0), 50.0);
    }
}

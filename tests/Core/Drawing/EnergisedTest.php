<?php

declare(strict_types=1);

namespace Tests\Core\Drawing;

use Oculant\Core\Drawing\Energised;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** What a reading at one node proves of others: there is one way in, and nothing beyond a dead end (Kirchhoff). */
final class EnergisedTest extends TestCase
{
    private function after(string $demo, array $measured): array
    {
        $known = (new Energised(Supplies::demo($demo)))->nodes($measured);
        ksort($known);

        return $known;
    }

    public function testALiveRailProvesTheOnlyWayToIt(): void
    {
        $known = $this->after('tide-recorder', ['OUT+' => true]);
        self::assertTrue($known['L']);
        self::assertTrue($known['L1']);
        self::assertTrue($known['L2']);
        self::assertTrue($known['RAW+'], 'the regulator has no other feed');
        // Two windings lead to the bridge: neither alone is proven, nor anything beside the way.
        foreach (['AC1', 'AC2', 'RAW-', 'OUT-', 'LED+'] as $node) {
            self::assertArrayNotHasKey($node, $known);
        }
    }

    public function testNothingIsFedFromBeyondADeadNode(): void
    {
        $known = $this->after('tide-recorder', ['RAW+' => true, 'RAW-J' => false]);
        self::assertFalse($known['OUT-']);
        self::assertFalse($known['LED-']);
        self::assertArrayNotHasKey('RAW-', $known, 'before the dead node nothing is said');
        self::assertArrayNotHasKey('OUT+', $known, 'what has another feed may be alive');
        self::assertTrue($known['L2']);
    }

    public function testAnOptocouplerIsNoWayForEnergy(): void
    {
        $known = $this->after('wheelhouse-display', ['OUT' => true]);
        foreach (['L1', 'BULK+', 'SEC10'] as $node) {
            self::assertTrue($known[$node], $node);
        }
        self::assertArrayNotHasKey('FB10', $known);
        self::assertArrayNotHasKey('VCC10', $known, 'it has two feeds and feeds nothing that was measured');
        $dead = $this->after('wheelhouse-display', ['BULK+' => false]);
        foreach (['VCC10', 'SEC10', 'OUT', 'LED10'] as $node) {
            self::assertFalse($dead[$node], $node);
        }
        self::assertArrayNotHasKey('IN', $dead);
    }

    public function testNothingMeasuredProvesNothing(): void
    {
        self::assertSame([], $this->after('tide-recorder', []));
    }
}

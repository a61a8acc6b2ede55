<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\NodeLevels;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Places;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** Volts of every node, described as a test point or not; dividers by hand (Ohm). */
final class NodeLevelsTest extends TestCase
{
    private function divider(): Description
    {
        return DescriptionReader::fromArray([
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => 'Divider',
            'reference' => '0V',
            'mains' => ['dc' => '12 V'],
            'parts' => [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'IN', 'n' => '0V']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'IN', 'b' => 'MID']],
                ['ref' => 'R2', 'kind' => 'resistor', 'value' => '2k', 'terminals' => ['a' => 'MID', 'b' => '0V']],
            ],
            'points' => [['id' => 'TP1', 'name' => 'feed', 'node' => 'IN', 'against' => 'MID']],
        ]);
    }

    public function testANodeThatNobodyDescribedAsATestPointHasItsVolts(): void
    {
        $supply = $this->divider();
        $seen = NodeLevels::of($supply, $supply->mode(null));
        self::assertEqualsWithDelta(8.0, $seen['levels']['MID']['dc'], 0.01);
        self::assertSame('0V', $seen['levels']['MID']['against']);
        self::assertEqualsWithDelta(4.0, $seen['points']['TP1']['dc'], 0.01, 'a point keeps its own black lead');
        self::assertEqualsWithDelta(0.0, $seen['levels']['MID']['ac'], 1e-6);
    }

    public function testWithAPartFailedItIsTheFailedUnits(): void
    {
        $supply = $this->divider();
        $seen = NodeLevels::of($supply, $supply->mode(null), ['R1' => 'open']);
        self::assertEqualsWithDelta(0.0, $seen['levels']['MID']['dc'], 0.01);
        self::assertEqualsWithDelta(12.0, $seen['points']['TP1']['dc'], 0.02);
    }

    public function testEachSideIsReadAgainstItsOwnGround(): void
    {
        $supply = Supplies::demo('wheelhouse-display');
        self::assertSame('HGND', Places::ground($supply, 'BULK+'));
        self::assertSame('0V', Places::ground($supply, 'OUT'));
        $linear = Supplies::demo('tide-recorder');
        self::assertSame('N', Places::ground($linear, 'L2'), 'where the mains comes back');
        self::assertSame('0V', Places::ground($linear, 'AC1'));
    }
}

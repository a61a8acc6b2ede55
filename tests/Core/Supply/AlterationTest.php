<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** A supply with something changed for the time being is a description of its own. */
final class AlterationTest extends TestCase
{
    public function testKeepsTheOneModeItIsAbout(): void
    {
        $altered = Supplies::demo('gallery-organ')->altered('unloaded', [Alteration::without('R11')]);

        self::assertSame(['unloaded'], array_keys($altered->modes));
        self::assertContains('R11', $altered->mode(null)->absent);
        self::assertContains('V11', $altered->mode(null)->absent, 'what the mode leaves out anyway');
        self::assertArrayHasKey('R11', $altered->parts, 'hypotheses keep their names');
    }

    public function testAModeThatIsNotWrittenDownCanBeAltered(): void
    {
        $supply = Supplies::of(
            [
                ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => '0V']],
                ['ref' => 'R1', 'kind' => 'resistor', 'value' => '1k', 'terminals' => ['a' => 'L', 'b' => '0V']],
            ],
            ['TP1' => ['L', '0V']],
        );
        $altered = $supply->altered($supply->mode(null)->id, [Alteration::set('R1', ['value' => '2k'])]);

        self::assertSame(2000.0, $altered->partsIn($altered->mode(null))['R1']->value('value'));
        self::assertSame(1000.0, $supply->part('R1')->value('value'));
    }

    public function testABenchSupplyTakesThePlaceOfTheFeed(): void
    {
        $altered = Supplies::demo('tide-recorder')->altered('loaded', [
            Alteration::feed('W1', 'RAW+', '0V', 21.0, 1.0),
        ]);
        $seen = (new Behaviour($altered))->live($altered->mode(null));

        self::assertEqualsWithDelta(21.0, $seen->reading('TP3', 'dc'), 0.05);
        self::assertEqualsWithDelta(15.0, $seen->reading('TP4', 'dc'), 0.1);
        self::assertEqualsWithDelta(0.0, $seen->reading('TP1', 'ac'), 1e-3);
    }

    /** The current limit holds whatever is behind it. */
    public function testItsCurrentLimitHolds(): void
    {
        $altered = Supplies::demo('tide-recorder')->altered('loaded', [
            Alteration::feed('W1', 'RAW+', '0V', 21.0, 0.05),
        ]);
        $record = (new Behaviour($altered))->run($altered->mode(null))->longest()->record;

        self::assertLessThan(0.0505, abs($record->currentSignal('BENCH')->average));
        self::assertLessThan(15.0, $record->signal('RAW+', '0V')->average);
    }

    public function testDocumentedValuesOfOtherModesStayBehind(): void
    {
        $written = Supplies::demoArray('auction-scale');
        foreach ($written['points'] as $k => $point) {
            if ($point['id'] === 'TP4') {
                $written['points'][$k]['documented'] = ['value' => '5.1 V', 'tolerance' => '2 %', 'mode' => 'unloaded'];
            }
        }
        $supply = DescriptionReader::fromArray($written);

        self::assertNull($supply->altered('loaded', [Alteration::without('C3')])->point('TP4')->documented);
        self::assertNotNull($supply->altered('unloaded', [Alteration::without('C3')])->point('TP4')->documented);
    }

    public function testAnImpossibleChangeIsRefusedLikeAnyDescription(): void
    {
        $this->expectException(DescriptionRefused::class);
        Supplies::demo('auction-scale')->altered('loaded', [Alteration::set('R1', ['value' => 'large'])]);
    }

    public function testTheSameChangeIsTheSameDescription(): void
    {
        $supply = Supplies::demo('auction-scale');

        self::assertSame(
            $supply->altered('loaded', [Alteration::without('C3')])->hash(),
            $supply->altered('loaded', [Alteration::without('C3')])->hash(),
        );
        self::assertNotSame(
            $supply->altered('loaded', [Alteration::without('C3')])->hash(),
            $supply->altered('unloaded', [Alteration::without('C3')])->hash(),
        );
    }
}

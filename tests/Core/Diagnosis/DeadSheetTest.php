<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** All dead checks on one sheet, cheapest first (common practice). */
final class DeadSheetTest extends TestCase
{
    public function testFuseAndContactsComeFirstAndRailsLast(): void
    {
        $ids = array_column($this->sheet(new Bench(Supplies::demo('tide-recorder'))), 'id');

        self::assertSame('F1', $ids[0]);
        self::assertSame(
            array_keys(Supplies::demo('tide-recorder')->deadChecks()),
            array_values(array_intersect(array_keys(Supplies::demo('tide-recorder')->deadChecks()), $ids)),
            'none is missing',
        );
        self::assertStringStartsWith('TP', $ids[count($ids) - 1]);
        self::assertLessThan(
            array_search('C1', $ids, true),
            array_search('BR1.d1', $ids, true),
            'semiconductors before capacitors',
        );
        self::assertLessThan(array_search('C1.esr', $ids, true), array_search('C1', $ids, true));
    }

    public function testSaysWhatAGoodUnitShowsAndWhatWasRead(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('reading', ['text' => 'f1 OL'])
            ->add('reading', ['text' => '0.1', 'target' => 'C1.esr', 'quantity' => 'esr']);
        $rows = array_column($this->sheet($bench), null, 'id');

        self::assertSame('OL', $rows['F1']['reading']['text']);
        self::assertFalse($rows['F1']['reading']['good']);
        self::assertTrue($rows['C1.esr']['reading']['good']);
        self::assertMatchesRegularExpression('/Ω ESR$/', $rows['C1.esr']['expected']);
        self::assertMatchesRegularExpression('/V diode$|OL/', $rows['BR1.d1']['expected']);
        self::assertNull($rows['S1']['reading']);
        self::assertNotSame('', $rows['S1']['red']);
    }

    /**
     * @return list<array{id: string, quantity: string, where: string, red: string, black: string, expected: string,
     *     reading: ?array<string, mixed>}>
     */
    private function sheet(Bench $bench): array
    {
        return (new Workup($bench->supply, $bench->state(), Supplies::knowledge('tide-recorder')))->deadSheet();
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\Entry\Repair;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A part that is good for a test only stands in the ledger by itself, and the unit does not leave with it. */
final class TestFitmentTest extends TestCase
{
    public function testATestFitmentOpensTheLedgerAndBlocksHandBack(): void
    {
        $bench = $this->fitted();

        self::assertSame('test-only part C1 1000u 20V', $bench->state()->openChanges()[0]->words());
        self::assertSame(ChangeKind::TestPart, $bench->state()->openChanges()[0]->kind);
        self::assertSame('For a test, C1: out C1, in 1000u 20V', (new Repair())->line($bench->last(), $bench->supply));
        self::assertContains(
            "change {$bench->last()->id}",
            array_column(Gates::missing(Gate::HandBack, $bench->supply, $bench->state()), 'id'),
        );
    }

    public function testTheValueThatStandsThereMovesTheWindows(): void
    {
        self::assertNotSame([], $this->fitted()->state()->openChanges()[0]->alterations(Supplies::demo('tuner-feed')));
    }

    public function testWhatGoesInForGoodClosesIt(): void
    {
        $bench = $this->fitted();
        $bench->add('repair', ['part' => 'C1', 'out' => 'C1', 'in' => '1000u 35V 105C', 'fit' => 'ok']);

        self::assertSame([], $bench->state()->openChanges());
        self::assertSame('1000u 35V 105C went in', array_values($bench->state()->ledger)[0]->closed['why'] ?? '');
        $bench->add('strike', ['entry' => $bench->last()->id]);
        self::assertCount(1, $bench->state()->openChanges(), 'struck out, the test part is there again');
    }

    public function testASecondTestPartTakesThePlaceOfTheFirst(): void
    {
        $bench = $this->fitted()->add('repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '1000u 22V',
            'fit' => 'test',
            'note' => 'low',
            'si' => 1e-3,
        ]);

        self::assertCount(1, $bench->state()->openChanges());
        self::assertSame('1000u 22V', $bench->state()->openChanges()[0]->value);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'an unknown school' => ['recap', ['school' => 'some'], 'all, risk, proven'];
        yield 'a reference that is none' => [
            'recap',
            ['school' => 'all', 'listed' => ['17' => '47u']],
            'each line is a reference',
        ];
        yield 'boiling surroundings' => ['recap', ['school' => 'all', 'celsius' => '300'], 'out of range'];
        yield 'more hours than a year has' => ['recap', ['school' => 'all', 'yearly' => '9000'], 'out of range'];
        yield 'an outcome that is none' => [
            'origin',
            ['part' => 'C1', 'key' => 'heat', 'title' => 'Heat', 'outcome' => 'maybe'],
            'found, ruled out, not known',
        ];
        yield 'a cause without a name' => [
            'origin',
            ['part' => 'C1', 'key' => '', 'title' => 'Heat', 'outcome' => 'found'],
            'which cause',
        ];
        yield 'a step without a plan' => ['looked', ['what' => 'recap before'], 'nothing of the name'];
        yield 'a part that nobody knows' => [
            'repair',
            ['part' => 'C99', 'out' => 'x', 'in' => 'y'],
            'There is no part "C99"',
        ];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refusals')]
    public function testRefusals(string $kind, array $payload, string $says): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($says);
        (new Bench(Supplies::demo('tuner-feed')))->seeTo(Gate::HandsIn)->add($kind, $payload);
    }

    private function fitted(): Bench
    {
        return (new Bench(Supplies::demo('tuner-feed')))->seeTo(Gate::HandsIn)->add('repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '1000u 20V',
            'fit' => 'test',
            'note' => 'lower than the original',
            'si' => 1e-3,
        ]);
    }
}

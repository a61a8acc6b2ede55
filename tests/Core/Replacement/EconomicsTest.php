<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Replacement\Economics\Choice;
use Oculant\Core\Replacement\Economics\ModernSupply;
use Oculant\Core\Replacement\Economics\Option;
use Oculant\Core\Replacement\Economics\Rail;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Row;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** (Parts + hours) against replacement, quote and worth; safety goes before money (common practice). */
final class EconomicsTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, float>, string, string, string}> given, danger, best, rank of repair
     */
    public static function cases(): iterable
    {
        $repair = ['hours' => 2.0, 'rate' => 60.0, 'parts' => 15.0];
        yield 'nothing known' => [[], '', 'repair', 'possible'];
        yield 'a cheap repair' => [$repair + ['worth' => 600.0], '', 'repair', 'best'];
        yield 'over the ceiling' => [$repair + ['ceiling' => 100.0], '', 'scrap', 'no'];
        yield 'more than it is worth' => [$repair + ['worth' => 120.0], '', 'scrap', 'no'];
        yield 'a cheaper module' => [
            $repair + ['worth' => 600.0, 'module' => 40.0, 'moduleHours' => 0.5],
            '',
            'module',
            'possible',
        ];
        yield 'no safe repair, whatever it costs' => [
            $repair + ['worth' => 6000.0],
            'primary to secondary 20 kΩ',
            'scrap',
            'no',
        ];
        yield 'a module takes the danger out' => [
            $repair + ['worth' => 600.0, 'module' => 200.0],
            'primary to secondary 20 kΩ',
            'module',
            'no',
        ];
    }

    /** @param array<string, float> $given */
    #[DataProvider('cases')]
    public function testCases(array $given, string $danger, string $best, string $repair): void
    {
        $options = (new Choice($given))->options($danger, []);
        $ranks = array_column(array_map(static fn(Option $o): array => $o->view(), $options), 'rank', 'key');

        self::assertSame($best, $options[0]->key);
        self::assertSame($repair, $ranks['repair']);
        if ($danger !== '') {
            self::assertStringStartsWith(
                'Safety goes before money',
                array_values(array_filter($options, static fn(Option $o): bool => $o->key === 'repair'))[0]->reasons[0],
            );
        }
    }

    public function testTheQuoteAndTheShareAreSaid(): void
    {
        $repair = (new Choice([
            'hours' => 2.0,
            'rate' => 60.0,
            'parts' => 30.0,
            'quote' => 190.0,
            'worth' => 200.0,
        ]))->options('', [])[0];

        self::assertSame(150.0, $repair->cost);
        self::assertSame(
            [
                '40.00 less than the quote from elsewhere.',
                '75 % of what it is worth working: most owners decline from about 60 % (common practice).',
            ],
            $repair->reasons,
        );
    }

    /** @return iterable<string, array{array<string, float>, Fit, string}> */
    public static function modernSupplies(): iterable
    {
        $good = [
            'volts' => 12.0,
            'amperes' => 3.0,
            'ripple' => 0.05,
            'isolation' => 3000.0,
            'length' => 90.0,
            'room' => 100.0,
        ];
        yield 'one that will do' => [$good, Fit::Ok, ''];
        yield 'too little current' => [['amperes' => 1.5] + $good, Fit::No, 'current'];
        yield 'loaded to the brim' => [['amperes' => 2.2] + $good, Fit::Noted, 'current'];
        yield 'another voltage' => [['volts' => 15.0] + $good, Fit::No, 'voltage'];
        yield 'far more ripple' => [['ripple' => 0.5] + $good, Fit::TestOnly, 'ripple and noise'];
        yield 'functional insulation only' => [['isolation' => 500.0] + $good, Fit::No, 'isolation'];
        yield 'too long' => [['length' => 130.0] + $good, Fit::No, 'size'];
    }

    /** @param array<string, float> $given */
    #[DataProvider('modernSupplies')]
    public function testAModernSupplyIsCompared(array $given, Fit $fit, string $because): void
    {
        $rows = ModernSupply::rows([new Rail('RL1', 12.1, 2.0, 0.06)], $given, true);
        $worst = Fit::worst(array_map(static fn(Row $r): Fit => $r->fit, $rows));

        self::assertSame($fit, $worst);
        if ($because !== '') {
            self::assertContains(
                $because,
                array_map(
                    static fn(Row $r): string => $r->title,
                    array_filter($rows, static fn(Row $r): bool => $r->fit === $worst),
                ),
            );
        }
    }

    public function testASingleOutputDoesNotReplaceTwo(): void
    {
        self::assertSame(
            Fit::No,
            ModernSupply::rows(
                [new Rail('RL1', 15.0, 0.4, null), new Rail('RL2', 15.0, 0.4, null)],
                ['volts' => 15.0],
                true,
            )[0]->fit,
        );
    }

    public function testTheLogTakesNumbersThatCanBe(): void
    {
        $bench = (new Bench(Supplies::demo('tuner-feed')))->add('estimate', [
            'hours' => '2',
            'rate' => '58',
            'parts' => '',
            'worth' => 400,
        ]);

        self::assertSame(['hours' => 2.0, 'rate' => 58.0, 'worth' => 400.0], $bench->state()->estimate);
        foreach ([['hours' => '1,5'], ['hours' => 'long'], ['hours' => '-1'], [], ['volts' => 1e9]] as $bad) {
            try {
                $bench->add('estimate', $bad);
                self::fail(json_encode($bad, JSON_THROW_ON_ERROR) . ' was taken');
            } catch (EntryRefused $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }
}

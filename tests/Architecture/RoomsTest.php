<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The arrows between rooms run one way; PHPStan runs these rules. A folder that stands in no table is refused. */
final class RoomsTest
{
    private const CORE = [
        'Quantity' => [],
        'Circuit' => ['Quantity'],
        'Parts' => ['Circuit', 'Quantity'],
        'Supply' => ['Parts', 'Circuit', 'Quantity'],
        'Expectation' => ['Supply', 'Parts', 'Circuit', 'Quantity'],
        'Drawing' => ['Supply', 'Parts', 'Quantity'],
        'Tracing' => ['Parts', 'Quantity', 'Supply'],
        'Bench' => ['Supply', 'Parts', 'Quantity'],
        'Diagnosis' => self::BENCH_AND_EXPECTATION,
        'Replacement' => self::BENCH_AND_EXPECTATION,
        'PowerUp' => self::BENCH_AND_EXPECTATION,
        'Proving' => self::BENCH_AND_EXPECTATION,
        'Practice' => [...self::BENCH_AND_EXPECTATION, 'Diagnosis', 'Proving', 'Replacement'],
    ];

    private const BENCH_AND_EXPECTATION = ['Bench', 'Expectation', 'Supply', 'Parts', 'Circuit', 'Quantity'];

    private const APP = [
        'Models' => [],
        'Files' => [],
        'Accounts' => ['Models', 'Files'],
        'Policies' => ['Models'],
        'Keeping' => ['Models', 'Files'],
        'Knowledge' => ['Models'],
        'Drawer' => ['Models'],
        'Library' => ['Models', 'Files', 'Knowledge'],
        'Bench' => ['Models', 'Files', 'Knowledge', 'Library', 'Drawer'],
        'Instruments' => ['Models', 'Files', 'Knowledge', 'Bench'],
        'Proving' => ['Models', 'Knowledge', 'Bench', 'Instruments'],
        'StandIn' => ['Models', 'Bench', 'Instruments'],
        'Practice' => ['Models', 'Knowledge', 'Bench'],
        'Sharing' => ['Models', 'Files', 'Accounts', 'Library'],
        'Archive' => ['Models', 'Accounts', 'Library', 'Bench', 'Policies'],
        'Report' => ['Models', 'Bench', 'Proving', 'Archive'],
        'Papers' => ['Models', 'Files', 'Knowledge', 'Bench', 'Report'],
    ];

    /** What brings the rooms together knows them all. */
    private const TOP = ['Http', 'Console', 'Providers'];

    /** @return iterable<Rule> */
    #[TestRule]
    public function testEveryRoomOfTheCoreKnowsOnlyThoseBelowIt(): iterable
    {
        foreach (self::folders('core') as $room) {
            yield $this->knowsOnly('Oculant\Core', $room, self::CORE[$room] ?? [], self::folders('core'));
        }
    }

    /** @return iterable<Rule> */
    #[TestRule]
    public function testEveryRoomOfTheApplicationKnowsOnlyThoseBelowIt(): iterable
    {
        foreach (array_diff(self::folders('app'), self::TOP) as $room) {
            yield $this->knowsOnly('App', $room, self::APP[$room] ?? [], self::folders('app'));
        }
    }

    #[TestRule]
    public function testCoreKnowsNothingOfTheApplication(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Oculant\Core'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Laravel'),
            )
            ->because('the rules of the job are tested on their own');
    }

    #[TestRule]
    public function testModelsHoldNoTradeRules(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Models'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Oculant\Core\Diagnosis'),
                Selector::inNamespace('Oculant\Core\Expectation'),
                Selector::inNamespace('Oculant\Core\Circuit'),
            )
            ->because('models speak persistence');
    }

    /**
     * @param list<string> $known
     * @param list<string> $all
     */
    private function knowsOnly(string $root, string $room, array $known, array $all): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace("{$root}\\{$room}"))
            ->shouldNotDependOn()
            ->classes(
                ...array_map(
                    static fn(string $other) => Selector::inNamespace("{$root}\\{$other}"),
                    array_values(array_diff($all, $known, [$room])),
                ),
            )
            ->because("{$room} lies below them");
    }

    /** @return list<string> */
    private static function folders(string $root): array
    {
        return array_map(basename(...), glob(dirname(__DIR__, 2) . "/{$root}/*", GLOB_ONLYDIR) ?: []);
    }
}

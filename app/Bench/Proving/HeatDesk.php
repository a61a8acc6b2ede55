<?php

declare(strict_types=1);

namespace App\Bench\Proving;

use App\Bench\JobFile;
use App\Knowledge\Solutions;
use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\Heat\HeatLimit;
use Oculant\Core\Proving\Load\PeakyBudget;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\SoakDraft;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * How warm a unit gets, what it loses where, and what a soak should watch.
 *
 * @phpstan-import-type HeatRow from HeatJudge
 *
 * @phpstan-type SoakLoad array{
 *     point: string,
 *     name: string,
 *     amperes: float,
 * }
 *
 * @phpstan-type HeatPart array{
 *     ref: string,
 *     label: string,
 *     limit: string,
 *     why: string,
 *     watts: string,
 *     rise: string,
 * }
 *
 * @phpstan-type HeatLoss array{
 *     label: string,
 *     watts: string,
 * }
 *
 * @phpstan-type HeatLosses array{
 *     input: string,
 *     output: string,
 *     efficiency: string,
 *     lines: list<HeatLoss>,
 * }
 *
 * @phpstan-type Heat array{
 *     // true if heat is averaged over loads that come in peaks
 *     averaged: bool,
 *     hottest: float,
 *     parts: list<HeatPart>,
 *     judged: list<HeatRow>,
 *     losses: HeatLosses,
 * }
 */
final readonly class HeatDesk
{
    /** Parts that are offered for a temperature. */
    private const WARM = 12;

    private const LEAST_WATTS = 0.05;

    public function __construct(private Solutions $solutions, private LoadDesk $loads) {}

    /** @return array<string, mixed> the channels that a soak should watch, and what its loads draw at full load */
    public function soak(JobFile $file): array
    {
        $test = $this->loads->loadTest($file);
        $draft = $this->channels($file->supply, $file->state->peaks);

        return [
            'channels' => array_map(
                static fn(Channel $c): array => $c->toArray() + ['unit' => $c->unit()->value],
                $draft,
            ),
            'loads' => array_map(
                static fn(Rail $r): array => [
                    'point' => $r->point->id,
                    'name' => $r->point->name,
                    'amperes' => round($test->lasting($r->point->id), 4),
                ],
                array_values(array_filter(Rail::all($file->supply), static fn(Rail $r): bool => $r->loads !== [])),
            ),
        ];
    }

    /**
     * @param array<string, LoadShape> $peaks
     *
     * @return list<Channel> that a soak should watch
     */
    public function channels(Description $supply, array $peaks): array
    {
        return $this->solutions->remember(
            $supply,
            'soak' . LoadDesk::keyOf($peaks),
            fn(): array => SoakDraft::channels(
                $supply,
                $this->loads->testOf($supply, $peaks),
                $this->loads->usual($supply),
                $this->heats($supply),
            ),
            [self::class, 'channels', [$peaks]],
        );
    }

    /** @return Heat */
    public function heat(JobFile $file, float $hottest = HeatJudge::HOTTEST): array
    {
        $budget = $this->budgetsOf($file)['nominal'];
        $parts = array_filter(
            $file->supply->parts,
            static fn(Part $p): bool => !($p->kind instanceof Consumes) &&
                !($p->kind instanceof FeedsEnergy) &&
                (($budget->line($p->ref)->watts ?? 0.0) > self::LEAST_WATTS || $p->kind->name() === 'electrolytic'),
        );
        // What comes closest to what it may have is looked at first.
        $close = static fn(Part $p): float => ($hottest + Warmth::rise($p, $budget->line($p->ref)->watts ?? 0.0)) /
            HeatLimit::of($p)->celsius;
        uasort($parts, static fn(Part $a, Part $b): int => $close($b) <=> $close($a));

        return [
            'parts' => array_values(
                array_map(
                    static fn(Part $p): array => [
                        'ref' => $p->ref,
                        'label' => $p->label(),
                        'limit' => Quantity::write(HeatLimit::of($p)->celsius, Unit::Celsius),
                        'why' => HeatLimit::of($p)->why,
                        'watts' => Quantity::write($budget->line($p->ref)->watts ?? 0.0, Unit::Watt, 2),
                        'rise' => sprintf(
                            'about %d K',
                            (int) round(Warmth::rise($p, $budget->line($p->ref)->watts ?? 0.0)),
                        ),
                    ],
                    array_slice($parts, 0, self::WARM),
                ),
            ),
            'hottest' => $hottest,
            'averaged' => $file->state->peaks !== [],
            'judged' => $this->judgedHeat($file, $hottest),
            'losses' => [
                'input' => Quantity::write($budget->inputWatts, Unit::Watt),
                'output' => Quantity::write($budget->outputWatts, Unit::Watt),
                'efficiency' => sprintf('%d %%', (int) round(100 * $budget->efficiency())),
                'lines' => array_map(
                    static fn(BudgetLine $line): array => [
                        'label' => $line->label,
                        'watts' => Quantity::write($line->watts, Unit::Watt, 2),
                    ],
                    array_slice(
                        array_values(
                            array_filter(
                                $budget->lines,
                                static fn(BudgetLine $line): bool => $line->role === 'part' &&
                                    $line->watts > self::LEAST_WATTS,
                            ),
                        ),
                        0,
                        8,
                    ),
                ),
            ],
        ];
    }

    /**
     * @return list<HeatRow> newest temperature of each part as it now stands, hottest against its limit
     *     first
     */
    public function judgedHeat(JobFile $file, float $hottest = HeatJudge::HOTTEST): array
    {
        $budgets = $this->budgetsOf($file);
        $judge = new HeatJudge($file->supply, $budgets['nominal'], $budgets['high'], $hottest);
        $rows = [];
        foreach ($file->state->heats as $heat) {
            if ($heat['replaced'] === $file->state->replaced()) {
                $rows[$heat['part']] = $judge->judge($heat['part'], $heat['celsius'], $heat['celsius'] - $heat['rise']);
            }
        }
        usort($rows, static fn(array $a, array $b): int => $a['limit'] - $a['worst'] <=> $b['limit'] - $b['worst']);

        return $rows;
    }

    /** @return array{low: Budget, nominal: Budget, high: Budget} averaged over the peaks of the job's loads */
    private function budgetsOf(JobFile $file): array
    {
        $peaks = $file->state->peaks;
        if ($peaks === []) {
            return $this->budgets($file->supply);
        }
        $file->knownExpectations();

        return $this->peakyBudgets($file->supply, $peaks);
    }

    /**
     * @param array<string, LoadShape> $peaks
     *
     * @return array{low: Budget, nominal: Budget, high: Budget}
     */
    public function peakyBudgets(Description $supply, array $peaks): array
    {
        return $this->solutions->remember(
            $supply,
            'budgets' . LoadDesk::keyOf($peaks),
            fn(): array => PeakyBudget::acrossTheMains(
                $supply,
                $supply->mode(null),
                $peaks,
                $this->loads->usual($supply),
            ),
            [self::class, 'peakyBudgets', [$peaks]],
        );
    }

    /** @return array{low: Budget, nominal: Budget, high: Budget} */
    public function budgets(Description $supply): array
    {
        return $this->solutions->remember(
            $supply,
            'budgets',
            static function () use ($supply): array {
                $mode = $supply->mode(null);
                $nominal = Budget::of($supply, $mode);
                try {
                    return Budget::acrossTheMains($supply, $mode);
                } catch (CircuitError) {
                    return ['low' => $nominal, 'nominal' => $nominal, 'high' => $nominal];
                }
            },
            [self::class, 'budgets', []],
        );
    }

    /** @return array<string, float> watts by part */
    private function heats(Description $supply): array
    {
        $watts = [];
        foreach ($this->budgets($supply)['nominal']->lines as $line) {
            $watts[$line->ref] = $line->role === 'part' ? $line->watts : 0.0;
        }

        return $watts;
    }
}

<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\Solutions;
use App\Models\Instrument;
use App\Models\Workshop;
use Oculant\Core\Bench\Entry\Safety;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\BudgetLine;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\Calibration\Adjustment;
use Oculant\Core\Proving\Calibration\CalibrationJudge;
use Oculant\Core\Proving\Calibration\CalibrationPlan;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\Heat\HeatLimit;
use Oculant\Core\Proving\Load\LoadJudge;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Proving\Load\PeakyBudget;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\Load\ReservoirCheck;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\Safety\RuleSet;
use Oculant\Core\Proving\Safety\SafetyJudge;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\SoakDraft;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\MinimumLoad;

/**
 * Proving a repaired unit: what each test asks for, and what has been read of it so far.
 *
 * @phpstan-import-type SafetyPlanTest from SafetyJudge
 * @phpstan-import-type SafetyRules from RuleSet
 * @phpstan-import-type CalibrationDrift from CalibrationJudge
 * @phpstan-import-type CalibrationRow from CalibrationJudge
 * @phpstan-import-type HeatRow from HeatJudge
 * @phpstan-import-type LoadMade from Rail
 *
 * @phpstan-type JudgedValue array{
 *     text: string,
 *     word: string,
 *     good: bool,
 *     expected: string,
 *     sentence: string,
 * }
 *
 * @phpstan-type LoadCurve array{
 *     share: float,
 *     low: float,
 *     high: float,
 *     expected: float,
 *     read: ?float,
 * }
 *
 * @phpstan-type LoadPeaks array{
 *     sentence: string,
 *     why: string,
 *     good: bool,
 * }
 *
 * @phpstan-type LoadRail array{
 *     peaks: ?LoadPeaks,
 *     point: string,
 *     name: string,
 *     regulated: bool,
 *     limit: ?string,
 *     why: string,
 *     curve: list<LoadCurve>,
 * }
 *
 * @phpstan-type LoadStepRail array{
 *     point: string,
 *     name: string,
 *     share: string,
 *     made: ?LoadMade,
 *     expected: string,
 *     ripple: string,
 *     dc: ?JudgedValue,
 *     pp: ?JudgedValue,
 * }
 *
 * @phpstan-type LoadStepAnswer array{
 *     id: string,
 *     title: string,
 *     settles: bool,
 *     input: ?string,
 *     watts: ?string,
 *     done: bool,
 *     rails: list<LoadStepRail>,
 * }
 *
 * @phpstan-type LoadBetween array{
 *     title: string,
 *     point: ?string,
 *     value: string,
 *     expected: string,
 *     // null where no limit is known
 *     good: ?bool,
 *     sentence: string,
 * }
 *
 * @phpstan-type LoadTestAnswer array{
 *     rails: list<LoadRail>,
 *     minimum: ?string,
 *     steps: list<LoadStepAnswer>,
 *     between: list<LoadBetween>,
 * }
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
 *
 * @phpstan-type CalibrationAdjustment array{
 *     ref: string,
 *     label: string,
 *     moves: list<string>,
 *     done: list<string>,
 * }
 *
 * @phpstan-type CalibrationPoint array{
 *     point: string,
 *     title: string,
 *     nominal: float,
 *     low: float,
 *     high: float,
 *     limits: string,
 *     source: string,
 *     as_found: ?CalibrationRow,
 *     as_left: ?CalibrationRow,
 *     second: ?CalibrationRow,
 *     drift: ?CalibrationDrift,
 * }
 *
 * @phpstan-type Calibration array{
 *     warm_up: int,
 *     adjustments: list<CalibrationAdjustment>,
 *     points: list<CalibrationPoint>,
 * }
 *
 * @phpstan-type SafetyResult array{
 *     text: string,
 *     passed: bool,
 *     sentence: string,
 *     source: string,
 *     stale: bool,
 * }
 *
 * @phpstan-type SafetyTests array{
 *     class: string,
 *     rules: SafetyRules,
 *     tests: list<SafetyPlanTest>,
 *     other_class: list<SafetyPlanTest>,
 *     condemned: ?string,
 *     bridging: list<string>,
 * }
 */
final readonly class ProvingDesk
{
    /** Parts that are offered for a temperature. */
    private const WARM = 12;

    private const LEAST_WATTS = 0.05;

    public function __construct(private Solutions $solutions) {}

    /** Works out ahead what its pages ask of a supply; what a good unit does must be known. */
    public function prepare(Description $supply): void
    {
        if ($this->usual($supply)->refusal() !== null) {
            return;
        }
        foreach (
            [
                fn() => $this->channels($supply, []),
                fn() => $this->calibrationOf($supply),
                fn() => $this->budgets($supply),
            ]
            as $page
        ) {
            try {
                $page();
            } catch (CircuitError) {
                // Whoever asks for it is told.
                continue;
            }
        }
    }

    public function loadTest(JobFile $file): LoadTest
    {
        $file->knownExpectations();

        return $this->testOf($file->supply, $file->state->peaks);
    }

    /** @param array<string, LoadShape> $peaks */
    public function testOf(Description $supply, array $peaks): LoadTest
    {
        return $this->solutions->remember(
            $supply,
            'loadtest' . self::keyOf($peaks),
            fn(): LoadTest => LoadTest::of($supply, $this->usual($supply), $peaks),
            [self::class, 'testOf', [$peaks]],
        );
    }

    /** What a good unit reads in its usual mode. */
    private function usual(Description $supply): Expectations
    {
        return $this->solutions->of($supply)->expectations($supply->mode(null)->id, null);
    }

    /** @param array<string, LoadShape> $peaks */
    private static function keyOf(array $peaks): string
    {
        ksort($peaks);

        return $peaks === [] ? '' : ':' . hash('xxh128', serialize($peaks));
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
            'soak' . self::keyOf($peaks),
            fn(): array => SoakDraft::channels(
                $supply,
                $this->testOf($supply, $peaks),
                $this->usual($supply),
                $this->heats($supply),
            ),
            [self::class, 'channels', [$peaks]],
        );
    }

    public function calibrationOf(Description $supply): CalibrationPlan
    {
        return $this->solutions->remember(
            $supply,
            'calibration',
            fn(): CalibrationPlan => CalibrationPlan::of($supply, $supply->mode(null), $this->usual($supply)),
            [self::class, 'calibrationOf', []],
        );
    }

    /** @return LoadTestAnswer */
    public function load(JobFile $file): array
    {
        $test = $this->loadTest($file);
        $read = $this->readSteps($file);
        $judges = [];
        foreach ($file->state->loadSteps as $row) {
            $judges[$row['step']] = new LoadJudge($test, self::profile($row['profile']));
        }

        return [
            'rails' => array_map(
                fn(string|int $id, string $name): array => [
                    'point' => (string) $id,
                    'name' => $name,
                    'regulated' => $test->regulated[$id],
                    'limit' => isset($test->limits[$id])
                        ? sprintf(
                            'its current limit takes over at about %s',
                            Quantity::write($test->limits[$id]['amperes'], Unit::Ampere, 2),
                        )
                        : null,
                    'peaks' => self::peaks($test, (string) $id),
                    'curve' => $this->curve($test, (string) $id, $read),
                    'why' => $test->why((string) $id),
                ],
                array_keys($test->names),
                array_values($test->names),
            ),
            'minimum' => self::minimum($file, $test),
            'steps' => array_values(
                array_map(
                    fn(LoadStep $step): array => $this->stepView(
                        $file,
                        $test,
                        $step,
                        $read[$step->id] ?? null,
                        $judges[$step->id] ?? null,
                    ),
                    $test->steps,
                ),
            ),
            'between' => [
                ...(new LoadJudge($test, MeterProfile::usual()))->between($read),
                ...(new ReservoirCheck($file->supply, $test, $file->expectations()))->rows($read),
            ],
        ];
    }

    /** @return LoadPeaks|null null for a load that is steady */
    private static function peaks(LoadTest $test, string $point): ?array
    {
        $verdict = $test->overPeaks($point);

        return $verdict === null
            ? null
            : [
                'sentence' => $verdict->sentence,
                'why' => $verdict->why,
                'good' => $verdict->word !== VerdictWord::Low,
            ];
    }

    /** What the load test must say of the load that the supply needs: as described, and as the engine finds. */
    private static function minimum(JobFile $file, LoadTest $test): ?string
    {
        $needs = array_filter(
            array_map(
                static fn(Interlock $i): ?string => MinimumLoad::of($file->supply, $i)?->sentence(),
                $file->supply->interlocks,
            ),
        );
        $found =
            $test->minimum === null
                ? []
                : [
                    sprintf(
                        'It does not rest without a load: at least %d %% of full load.',
                        (int) round(100 * $test->minimum),
                    ),
                ];

        return implode(' ', [...$needs, ...$found]) ?: null;
    }

    /** @return array<string, mixed> the channels that a soak should watch, and what its loads draw at full load */
    public function soak(JobFile $file): array
    {
        $test = $this->loadTest($file);
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

    /** @return Calibration */
    public function calibration(JobFile $file): array
    {
        $plan = $this->calibrationOf($file->supply);
        $points = array_column($plan->points, null, 'point');
        $rows = [];
        foreach ($file->state->calibrations as $row) {
            $points[$row['point']] ??= [
                'point' => $row['point'],
                'title' => $row['point'],
                'nominal' => $row['nominal'],
                'low' => $row['low'],
                'high' => $row['high'],
                'source' => 'as set',
            ];
            $rows[$row['point']][$row['phase']] = $row;
        }

        return [
            'warm_up' => CalibrationPlan::WARM_UP,
            'adjustments' => array_map(
                static fn(Adjustment $a): array => [
                    'ref' => $a->ref,
                    'label' => $a->label,
                    'moves' => array_map(
                        static fn(string|int $id, float $by): string => ($file->supply->points[$id]->name ?? $id) .
                            ' by ' .
                            Quantity::volts($by),
                        array_keys($a->moves),
                        array_values($a->moves),
                    ),
                    'done' => array_values(
                        array_map(
                            static fn(array $d): string => $d['text'],
                            array_filter($file->state->adjusted, static fn(array $d): bool => $d['part'] === $a->ref),
                        ),
                    ),
                ],
                $plan->adjustments,
            ),
            'points' => array_values(
                array_map(
                    static fn(array $p): array => ['limits' => self::limits($p, $rows[$p['point']] ?? [])] +
                        self::passes($rows[$p['point']] ?? []) +
                        $p,
                    $points,
                ),
            ),
        ];
    }

    /** @return SafetyTests */
    public function safety(JobFile $file): array
    {
        $class = $file->state->protectionClass() ?? SafetyTest::classOf($file->supply);
        $rules = $this->rules($file->job->workshop_id);

        return [
            'class' => $class,
            'rules' => $rules->toArray(),
            'tests' => array_map(
                fn(array $row): array => $row + [
                    'result' => $this->safetyResult($file, SafetyTest::from($row['test'])),
                ],
                (new SafetyJudge($file->supply, $rules))->plan($class),
            ),
            'other_class' => (new SafetyJudge($file->supply, $rules))->plan($class === 'I' ? 'II' : 'I'),
            'condemned' => $file->state->condemned['text'] ?? null,
            'bridging' => array_map(
                static fn(Part $p): string => $p->label(),
                (new IsolationStanding($file->supply, $file->state))->remaining(),
            ),
        ];
    }

    public function rules(string $workshopId): RuleSet
    {
        return RuleSet::of(Workshop::query()->whereKey($workshopId)->value('safety_rules') ?? []);
    }

    /**
     * What the workshop's rule set says of a safety test, whatever the client says.
     *
     * @param array<mixed> $payload
     *
     * @return array{judged?: array<string, mixed>}
     */
    public function judged(JobFile $file, array $payload): array
    {
        $test = SafetyTest::tryFrom(is_string($payload['test'] ?? null) ? $payload['test'] : '');
        if ($test === null) {
            return ['judged' => []];
        }
        $class = in_array($payload['class'] ?? null, ['I', 'II'], true)
            ? $payload['class']
            : SafetyTest::classOf($file->supply);

        return [
            'judged' => (new SafetyJudge($file->supply, $this->rules($file->job->workshop_id)))->judge(
                $test,
                $class,
                Safety::value($payload, $test),
                is_numeric($payload['cord'] ?? null) ? (float) $payload['cord'] : 2.0,
            ),
        ];
    }

    /**
     * The meter that a reading was taken with, as it is described now: later changes do not touch what stands in the
     * log.
     *
     * @param array<mixed> $payload
     *
     * @return array{by?: string, profile?: array<string, mixed>}
     */
    public function meterOf(JobFile $file, array $payload): array
    {
        $meter = is_string($payload['meter'] ?? null)
            ? Instrument::query()->ofWorkshop($file->job->workshop_id)->find(strtolower($payload['meter']))
            : null;

        return $meter === null ? [] : ['by' => $meter->label(), 'profile' => $meter->profile()->toArray()];
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
            'budgets' . self::keyOf($peaks),
            fn(): array => PeakyBudget::acrossTheMains($supply, $supply->mode(null), $peaks, $this->usual($supply)),
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

    /**
     * @return array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> newest of each step as it now stands
     */
    private function readSteps(JobFile $file): array
    {
        $read = [];
        foreach ($file->state->loadSteps as $row) {
            if ($row['replaced'] === $file->state->replaced()) {
                $read[$row['step']] = [
                    'rails' => array_replace_recursive($read[$row['step']]['rails'] ?? [], $row['rails']),
                    'watts' => $row['watts'] ?? ($read[$row['step']]['watts'] ?? null),
                    'mains' => $row['mains'],
                ];
            }
        }

        return $read;
    }

    /**
     * @param array<string, mixed>|null $read
     *
     * @return LoadStepAnswer
     */
    private function stepView(JobFile $file, LoadTest $test, LoadStep $step, ?array $read, ?LoadJudge $judge): array
    {
        $scale =
            ($read['mains'] ?? null) !== null && $file->supply->mainsVoltage > 0
                ? $read['mains'] / $file->supply->mainsVoltage
                : 1.0;
        $rails = [];
        foreach ($step->expected as $point => $expected) {
            $values = $read['rails'][$point] ?? [];
            $rails[] = [
                'point' => (string) $point,
                'name' => $test->names[$point],
                'share' => sprintf('%d %%', (int) round(100 * $step->shares[$point])),
                'made' =>
                    $step->shares[$point] > 0.0
                        ? Rail::made($expected['dc'], max(1e-6, $expected['amperes']), $test->regulated[$point])
                        : null,
                'expected' => $step->settles
                    ? Quantity::volts($expected['low']) . ' to ' . Quantity::volts($expected['high'])
                    : 'does not rest here',
                'ripple' => 'up to ' . Quantity::volts($expected['ripple_high']),
                'dc' => isset($values['dc'], $judge)
                    ? ['text' => Quantity::volts($values['dc'])] +
                        $judge->reading($step->id, (string) $point, $values['dc'], $scale)
                    : null,
                'pp' => isset($values['ripple'], $judge)
                    ? ['text' => Quantity::volts($values['ripple'])] +
                        $judge->ripple($step->id, (string) $point, $values['ripple'])
                    : null,
            ];
        }

        return [
            'id' => $step->id,
            'title' => $step->title,
            'settles' => $step->settles,
            'input' => $step->inputWatts > 0.0 ? Quantity::write($step->inputWatts, Unit::Watt) : null,
            'watts' => ($read['watts'] ?? null) === null ? null : Quantity::write($read['watts'], Unit::Watt),
            'done' => $read !== null,
            'rails' => $rails,
        ];
    }

    /**
     * Volts over load: what a good unit shows, and what was read.
     *
     * @param array<string, array<string, mixed>> $read
     *
     * @return list<LoadCurve> share in percent of
     *     full load
     */
    private function curve(LoadTest $test, string $point, array $read): array
    {
        $curve = [];
        foreach (LoadTest::SHARES as $step => $share) {
            $expected = $test->steps[$step]->expected[$point] ?? null;
            if ($expected !== null && $test->steps[$step]->settles) {
                $curve[] = [
                    'share' => 100 * $share,
                    'low' => $expected['low'],
                    'high' => $expected['high'],
                    'expected' => $expected['dc'],
                    'read' => $read[$step]['rails'][$point]['dc'] ?? null,
                ];
            }
        }

        return $curve;
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

    /**
     * @param array<string, array<string, mixed>> $byPhase
     *
     * @return array<string, mixed>
     */
    private static function passes(array $byPhase): array
    {
        $rows = [];
        foreach (CalibrationPlan::PHASES as $phase => $title) {
            $row = $byPhase[$phase] ?? null;
            $rows[$phase] =
                $row === null
                    ? null
                    : ['entry' => $row['entry'], 'title' => $title, 'unit' => $row['unit']] +
                        (new CalibrationJudge(self::profile($row['profile'])))->judge($row);
        }
        [$left, $second] = [$byPhase[CalibrationPlan::AS_LEFT] ?? null, $byPhase[CalibrationPlan::SECOND] ?? null];

        return $rows + [
            'drift' =>
                $left === null || $second === null
                    ? null
                    : (new CalibrationJudge(self::profile($second['profile'])))->drift(
                        $left['read'],
                        $second['read'],
                        ($second['high'] - $second['low']) / 2,
                        Unit::from($second['unit']),
                    ),
        ];
    }

    /**
     * @param array<string, mixed>                $point
     * @param array<string, array<string, mixed>> $byPhase
     */
    private static function limits(array $point, array $byPhase): string
    {
        $newest = end($byPhase);
        $unit = Unit::from($newest === false ? 'V' : $newest['unit']);

        // Those that the newest reading was judged by, if there is one.
        $set = $newest === false ? $point : $newest;

        return Quantity::write($set['low'], $unit, 5) . ' to ' . Quantity::write($set['high'], $unit, 5);
    }

    /** @return SafetyResult|null */
    private function safetyResult(JobFile $file, SafetyTest $test): ?array
    {
        $row = $file->state->safety[$test->value] ?? null;

        return $row === null
            ? null
            : [
                'text' => Safety::write($test, $row['value']),
                'passed' => $row['passed'],
                'sentence' => $row['sentence'],
                'source' => $row['source'],
                'stale' => $row['replaced'] !== $file->state->replaced(),
            ];
    }

    /** @param array<string, mixed>|null $profile */
    private static function profile(?array $profile): MeterProfile
    {
        return $profile === null ? MeterProfile::usual() : MeterProfile::of($profile);
    }
}

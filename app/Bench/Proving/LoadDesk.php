<?php

declare(strict_types=1);

namespace App\Bench\Proving;

use App\Bench\JobFile;
use App\Knowledge\Solutions;
use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Proving\Load\LoadJudge;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\Load\ReservoirCheck;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Interlock;
use Oculant\Core\Supply\MinimumLoad;

/**
 * The load test: what it asks for, and what has been read of it so far.
 *
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
 */
final readonly class LoadDesk
{
    public function __construct(private Solutions $solutions) {}

    /** @return LoadTestAnswer */
    public function load(JobFile $file): array
    {
        $test = $this->loadTest($file);
        $read = $this->readSteps($file);
        $judges = [];
        foreach ($file->state->loadSteps as $row) {
            $judges[$row['step']] = new LoadJudge($test, MeterProfile::kept($row['profile']));
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
    public function usual(Description $supply): Expectations
    {
        return $this->solutions->of($supply)->expectations($supply->mode(null)->id, null);
    }

    /** @param array<string, LoadShape> $peaks */
    public static function keyOf(array $peaks): string
    {
        ksort($peaks);

        return $peaks === [] ? '' : ':' . hash('xxh128', serialize($peaks));
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
}

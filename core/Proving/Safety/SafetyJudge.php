<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Safety;

use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Proving\GuardBand;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;

/**
 * Judges electrical safety tests by a rule set, and by what the description says is to be expected.
 *
 * @phpstan-type SafetyResult array{
 *     text: string,
 *     passed: bool,
 *     sentence: string,
 *     source: string,
 *     stale: bool,
 * }
 *
 * @phpstan-type SafetyPlanTest array{
 *     test: string,
 *     title: string,
 *     how: string,
 *     limit: ?string,
 *     expected: ?string,
 *     is_live: bool,
 *     condemns: bool,
 *     unit: ?string,
 *     result?: ?SafetyResult,
 * }
 */
final readonly class SafetyJudge
{
    /** Accuracy of an installation or appliance tester (IEC 61557 allows 30 %, usual ones do 5 %; from memory). */
    private const TESTER = 0.05;

    /** Ohms more for every 7.5 m of cord beyond the first 5 m (EN 50678, from memory). */
    private const PER_LENGTH = 0.1;

    /** Class Y capacitors may be a fifth over their marking, and the mains a tenth. */
    private const LEAKS = 1.3;

    public function __construct(private Description $supply, private RuleSet $rules) {}

    /**
     * @param float $cord metres
     *
     * @return list<array{test: string, title: string, how: string, limit: string|null, expected: string|null,
     *     is_live: bool, condemns: bool, unit: string|null}>
     */
    public function plan(string $class, float $cord = 2.0): array
    {
        $leak = (new IsolationBarrier($this->supply))->expectedLeakage();
        $tests =
            $this->supply->frequency > 0
                ? array_filter(
                    SafetyTest::cases(),
                    static fn(SafetyTest $t): bool => in_array($class, $t->classes(), true),
                )
                : [SafetyTest::Fuse, SafetyTest::Cord];

        return array_values(
            array_map(
                fn(SafetyTest $t): array => [
                    'test' => $t->value,
                    'title' => $t->title(),
                    'how' => $t->how(),
                    'limit' => $this->limitWords($t, $class, $cord),
                    'expected' => $t->isLive()
                        ? ($leak > 0.0
                            ? sprintf(
                                '%s through its class Y capacitors (2π f C V)',
                                Quantity::write($leak, Unit::Ampere),
                            )
                            : 'next to nothing: it has no class Y capacitor')
                        : null,
                    'is_live' => $t->isLive(),
                    'condemns' => $t->condemns(),
                    'unit' => $t->unit()?->value,
                ],
                $tests,
            ),
        );
    }

    /**
     * @param float $value ohms or amperes, INF for OL; 1 for right and 0 for wrong where it is only looked at
     *
     * @return array{passed: bool, sentence: string, limit: string, source: string, condemns: bool}
     */
    public function judge(SafetyTest $test, string $class, float $value, float $cord = 2.0): array
    {
        $limit = $this->limit($test, $class, $cord);
        if ($limit === null) {
            return [
                'passed' => $value > 0.5,
                'sentence' => $value > 0.5 ? 'In order.' : 'Not in order: put it right and look again.',
                'limit' => '',
                'source' => $this->rules->source,
                'condemns' => false,
            ];
        }
        $expanded = is_infinite($value) ? 0.0 : self::TESTER * $value;
        $band = $test->wantsMore()
            ? GuardBand::judge($value, $limit, INF, $expanded)
            : GuardBand::judge($value, -INF, $limit, $expanded);
        $passed = $band->passes();

        return [
            'passed' => $passed,
            'sentence' => $this->sentence($test, $value, $band),
            'limit' => (string) $this->limitWords($test, $class, $cord),
            'source' => $this->rules->source,
            'condemns' => !$passed && $test->condemns(),
        ];
    }

    private function sentence(SafetyTest $test, float $value, GuardBand $band): string
    {
        $leak = (new IsolationBarrier($this->supply))->expectedLeakage();
        $unexplained = $test->isLive() && $value > self::LEAKS * $leak + 20e-6;

        return match (true) {
            $band->passes() && $unexplained => sprintf(
                'Within its limit, but more than its capacitors explain (%s): something leaks. Look for ' .
                    'moisture, dirt and a tired capacitor.',
                Quantity::write($leak, Unit::Ampere),
            ),
            $band->passes() => 'Within its limit.',
            $band->word === GuardBand::UNSURE => 'So near to the limit that the tester cannot tell: it does not pass.',
            $test === SafetyTest::Insulation
                => 'Condemned until the part is found: take out one suspect between the sides at a time and ' .
                'measure again. Never patch a transformer.',
            $test === SafetyTest::Touch
                => 'Nobody may touch that: condemned until the part is found. Class Y capacitors first, then ' .
                'transformer, dirt and moisture.',
            $test === SafetyTest::Earth
                => 'Back to the bench: crimp, screw, washer and paint under the earth tag; then the cord.',
            default => 'Back to the bench.',
        };
    }

    private function limit(SafetyTest $test, string $class, float $cord): ?float
    {
        $limit = $this->rules->limitOf($test, $class);

        return $limit !== null && $test === SafetyTest::Earth && $cord > 5.0
            ? min(1.0, $limit + self::PER_LENGTH * ceil(($cord - 5.0) / 7.5))
            : $limit;
    }

    private function limitWords(SafetyTest $test, string $class, float $cord): ?string
    {
        $limit = $this->limit($test, $class, $cord);

        return $limit === null
            ? null
            : ($test->wantsMore() ? 'at least ' : 'at most ') . Quantity::write($limit, $test->unit() ?? Unit::Ohm);
    }
}

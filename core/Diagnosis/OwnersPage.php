<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Supply\Description;

/**
 * What the owner reads first: what was wrong, what was done, whether it is safe, what to mind, what it cost. Plain
 * sentences.
 *
 * @phpstan-type OwnersLine array{
 *     title: string,
 *     text: string,
 * }
 *
 * @phpstan-type CostLine array{
 *     what: string,
 *     amount: float,
 * }
 */
final class OwnersPage
{
    /**
     * @param array<string, mixed> $report as RepairReport::of() gives it
     *
     * @return list<OwnersLine>
     */
    public static function of(Description $supply, BenchState $state, array $report): array
    {
        $rows = [
            [$state->isLeftAsItIs() ? 'What it was here for' : 'What was wrong', self::wrong($state, $report)],
            ['What was done', self::work($state, $report)],
            ['How it is now', self::outcome($state, $report)],
            ['Is it safe', self::safety($supply, $state)],
            [
                'Please mind',
                implode(' ', array_map(static fn(array $a): string => rtrim($a['text'], '.') . '.', $state->advice)),
            ],
        ];

        return array_map(
            static fn(array $row): array => ['title' => $row[0], 'text' => $row[1]],
            array_values(array_filter($rows, static fn(array $row): bool => $row[1] !== '')),
        );
    }

    /** @param array<string, mixed> $report */
    private static function wrong(BenchState $state, array $report): string
    {
        $cause = $report['cause'];

        return match (true) {
            $cause === null && $state->isLeftAsItIs() => ucfirst($state->purpose->words()) . '.',
            $cause === null => 'The cause has not been named yet.',
            $cause['fault'] === '' => trim("{$cause['part']}. {$cause['text']}"),
            default => trim("{$cause['part']}: {$cause['fault']}. {$cause['text']}"),
        };
    }

    /** @return list<CostLine> in the workshop's currency */
    public static function cost(BenchState $state): array
    {
        $e = $state->estimate;
        $rows = [];
        if (isset($e['hours'], $e['rate'])) {
            $rows[] = [
                'what' => sprintf(
                    'Work, %s h at %.2f',
                    rtrim(rtrim(sprintf('%.2f', $e['hours']), '0'), '.'),
                    $e['rate'],
                ),
                'amount' => $e['hours'] * $e['rate'],
            ];
        }
        if (isset($e['parts'])) {
            $rows[] = ['what' => 'Parts', 'amount' => $e['parts']];
        }

        return $rows === []
            ? []
            : [...$rows, ['what' => 'Together', 'amount' => array_sum(array_column($rows, 'amount'))]];
    }

    /** @param array<string, mixed> $report */
    private static function work(BenchState $state, array $report): string
    {
        $done = array_map(
            static fn(array $w): string => ($w['place'] === '' ? '' : "{$w['place']}: ") . $w['text'],
            $state->works,
        );
        // RepairReport has what was put right behind what was replaced.
        $parts = array_map(
            static fn(array $w): string => "{$w['part']} replaced ({$w['in']})",
            array_slice($report['work'], 0, count($report['work']) - count($done)),
        );

        return $parts === [] && $done === [] ? 'Nothing was replaced.' : implode('; ', [...$parts, ...$done]) . '.';
    }

    /** @param array<string, mixed> $report */
    private static function outcome(BenchState $state, array $report): string
    {
        if ($state->condemned !== null) {
            return "It may not be used any more: {$state->condemned['text']}" .
                ($state->returnedUnsafe === null ? '' : " It goes back unusable: {$state->returnedUnsafe}.");
        }
        $bad = array_filter($report['asLeft'], static fn(array $r): bool => !$r['good']);
        $runs = array_filter(
            $state->runs,
            static fn(array $r): bool => $r['state'] === 'ended' && $r['kind'] !== 'starts',
        );
        $alarms = array_sum(
            array_map(
                static fn(array $r): int => count(
                    array_filter($r['events'], static fn(array $e): bool => $e['event'] === 'alarm'),
                ),
                $runs,
            ),
        );

        return match (true) {
            $report['asLeft'] === [] => 'It has not been measured' .
                ($state->isLeftAsItIs() ? ' yet.' : ' after the repair yet.'),
            $bad !== [] => count($bad) .
                ' of ' .
                count($report['asLeft']) .
                ($state->isLeftAsItIs() ? ' readings' : ' readings after the repair') .
                ' are not as they should be.',
            default => sprintf(
                'All %d readings%s are as a good unit\'s.',
                count($report['asLeft']),
                $state->isLeftAsItIs() ? '' : ' after the repair',
            ),
        } .
            ($runs === []
                ? ''
                : ' It ran under load: ' .
                    implode('; ', array_map(static fn(array $r): string => $r['title'], $runs)) .
                    ($alarms === 0 ? ', without an alarm.' : ", with {$alarms} alarms."));
    }

    private static function safety(Description $supply, BenchState $state): string
    {
        if ($supply->frequency <= 0.0 && $state->safety === []) {
            return '';
        }
        $class = $state->protectionClass() ?? SafetyTest::classOf($supply);
        $results = array_map($state->safetyNow(...), SafetyTest::cases());
        $missing = array_filter(
            SafetyTest::required($supply, $class),
            static fn(SafetyTest $t): bool => $state->safetyNow($t) === null,
        );

        return match (true) {
            in_array(false, $results, true) => 'No: an electrical safety test failed.',
            $missing !== [] => 'Not tested completely: ' .
                implode('; ', array_map(static fn(SafetyTest $t): string => $t->title(), $missing)) .
                '.',
            default => 'It passed its electrical safety tests; the record behind this page has them. Local codes and ' .
                'licensed practice decide about its use.',
        };
    }
}

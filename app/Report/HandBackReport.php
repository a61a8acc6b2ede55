<?php

declare(strict_types=1);

namespace App\Report;

use App\Bench\JobFile;
use App\Bench\Proving\CalibrationDesk;
use App\Bench\Proving\HeatDesk;
use App\Bench\Proving\LoadDesk;
use App\Http\Resources\JobResource;
use App\Models\LogEntryRecord;
use App\Models\Run;
use App\Models\Workshop;
use App\Proving\Runs;
use App\Proving\RunView;
use Oculant\Core\Bench\Clocks;
use Oculant\Core\Bench\Entry\Safety;
use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Diagnosis\OwnersPage;
use Oculant\Core\Diagnosis\ReadingVerdicts;
use Oculant\Core\Diagnosis\StartCount;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Import\CsvTable;

/**
 * Everything that goes back with the unit: a first page for its owner, the rest for whoever has to check.
 *
 * @phpstan-import-type CalibrationPoint from CalibrationDesk
 * @phpstan-import-type CostLine from OwnersPage
 * @phpstan-import-type HeatRow from HeatJudge
 * @phpstan-import-type Job from JobResource
 * @phpstan-import-type LoadTestAnswer from LoadDesk
 * @phpstan-import-type OwnersLine from OwnersPage
 * @phpstan-import-type ReadingView from ReadingVerdicts
 * @phpstan-import-type RunAnswer from RunView
 *
 * @phpstan-type Report array{
 *     job: Job,
 *     supply: string,
 *     symptoms: list<string>,
 *     findings: list<string>,
 *     tried: list<string>,
 *     asFound: list<ReadingView>,
 *     cause: array{
 *         part: string,
 *         fault: string,
 *         text: string,
 *         chain: list<string>,
 *     }|null,
 *     origins: list<string>,
 *     work: list<array{
 *         part: string,
 *         out: string,
 *         in: string,
 *         at: string,
 *     }>,
 *     // the ledger of temporary changes
 *     changes: list<string>,
 *     asLeft: list<ReadingView>,
 *     notes: list<string>,
 *     closedAt: ?string,
 *     handedBackAt: ?string,
 *     open: list<string>,
 *     format: string,
 *     version: int,
 *     // that answers for it
 *     workshop: array{
 *         name: string,
 *         address: string,
 *         footer: string,
 *         currency: string,
 *         has_mark: bool,
 *     },
 *     origin: array{
 *         // who took it in, and whether it is signed
 *         sentence: string,
 *         number: string,
 *         workshop: string,
 *         at: string,
 *     }|null,
 *     owner: list<OwnersLine>,
 *     cost: list<CostLine>,
 *     condemned: ?string,
 *     returned_unsafe: ?string,
 *     load: ?LoadTestAnswer,
 *     heat: list<HeatRow>,
 *     calibration: list<CalibrationPoint>,
 *     safety: list<ReportSafety>,
 *     starts: ?string,
 *     runs: list<RunAnswer>,
 *     advice: list<string>,
 *     instruments: list<string>,
 *     chronicle: list<ReportLine>,
 * }
 *
 * @phpstan-type ReportSafety array{
 *     test: string,
 *     class: string,
 *     value: string,
 *     limit: string,
 *     passed: bool,
 *     sentence: string,
 *     source: string,
 *     stale: bool,
 *     at: string,
 * }
 *
 * @phpstan-type ReportLine array{
 *     at: string,
 *     by: string,
 *     line: string,
 *     struck: bool,
 * }
 */
final readonly class HandBackReport
{
    public const FORMAT = 'oculant/report';

    public function __construct(
        private LoadDesk $loads,
        private HeatDesk $heats,
        private CalibrationDesk $calibrations,
        private RunView $runs,
        private Runs $clock,
    ) {}

    /** @return array<string, mixed> */
    public function of(JobFile $file): array
    {
        $report = $file->report();
        $state = $file->state;
        $runs = Run::query()->with('user')->where('repair_job_id', $file->job->id)->orderBy('number')->get();

        return [
            'format' => self::FORMAT,
            'version' => 1,
            'workshop' => self::workshop($file),
            'owner' => OwnersPage::of($file->supply, $state, $report),
            'cost' => OwnersPage::cost($state),
        ] + ['asLeft' => $this->withUncertainty($file, $report['asLeft'])] +
            $report + [
                'condemned' => $state->condemned['text'] ?? null,
                'returned_unsafe' => $state->returnedUnsafe,
                'load' => $this->load($file),
                'heat' => $state->heats === [] ? [] : $this->heats->judgedHeat($file),
                'calibration' =>
                    $state->calibrations === []
                        ? []
                        : array_values(
                            array_filter(
                                $this->calibrations->calibration($file)['points'],
                                static fn(array $p): bool => $p['as_found'] !== null ||
                                    $p['as_left'] !== null ||
                                    $p['second'] !== null,
                            ),
                        ),
                'safety' => array_map(
                    static fn(array $row): array => [
                        'test' => SafetyTest::from($row['test'])->title(),
                        'class' => $row['class'],
                        'value' => Safety::write(SafetyTest::from($row['test']), $row['value']),
                        'limit' => $row['limit'],
                        'passed' => $row['passed'],
                        'sentence' => $row['sentence'],
                        'source' => $row['source'],
                        'stale' => $row['replaced'] !== $state->replaced(),
                        'at' => $row['at'],
                    ],
                    array_values($state->safety),
                ),
                'starts' => StartCount::view($state->starts, $state->replaced())['sentence'] ?? null,
                'runs' => array_values(
                    $runs
                        ->map(
                            fn(Run $r): array => $this->runs->of($r, $this->clock->now()) + [
                                'summary' => $state->runs[$r->id]['summary'] ?? [],
                            ],
                        )
                        ->all(),
                ),
                'advice' => array_column($state->advice, 'text'),
                'instruments' => $this->instruments($file),
                'chronicle' => $this->chronicle($file),
            ];
    }

    /** @return array{name: string, address: string, footer: string, currency: string, has_mark: bool} */
    private static function workshop(JobFile $file): array
    {
        $workshop = Workshop::query()->findOrFail($file->job->workshop_id);
        $settings = $workshop->settings();

        return [
            'name' => $workshop->name,
            'address' => $settings->address,
            'footer' => $settings->footer,
            'currency' => $settings->currency,
            'has_mark' => $workshop->mark !== null,
        ];
    }

    /** One line for each thing that was found, measured or done. */
    public function csv(JobFile $file): string
    {
        $report = $this->of($file);
        $rows = [];
        $add = static function (
            string $part,
            string $what,
            string $value,
            string $limits = '',
            string $verdict = '',
        ) use (&$rows): void {
            $rows[] = [$part, $what, $value, $limits, $verdict];
        };
        foreach ($report['owner'] as $row) {
            $add('summary', $row['title'], $row['text']);
        }
        foreach (['asFound' => 'as found', 'asLeft' => 'as left'] as $key => $title) {
            foreach ($report[$key] as $r) {
                $add(
                    $title,
                    "{$r['target']} {$r['name']}, {$r['mode']}",
                    trim("{$r['text']} " . ($r['uncertainty'] ?? '')),
                    $r['expected'],
                    $r['word'],
                );
            }
        }
        foreach ($report['work'] as $w) {
            $add('work', $w['part'], $w['in'], '', $w['out']);
        }
        foreach ($report['changes'] as $line) {
            $add('temporary change', $line, '');
        }
        foreach ($report['load']['between'] ?? [] as $r) {
            $add('load test', $r['title'], $r['value'], $r['expected'], $r['good'] ? 'good' : 'not good');
        }
        foreach ($report['heat'] as $r) {
            $add('heat', $r['label'], sprintf('%.1f °C', $r['celsius']), sprintf('%.0f °C', $r['limit']), $r['word']);
        }
        foreach ($report['calibration'] as $p) {
            foreach (['as_found', 'as_left', 'second'] as $phase) {
                if ($p[$phase] !== null) {
                    $add(
                        'calibration ' . str_replace('_', ' ', $phase),
                        $p['title'],
                        "{$p[$phase]['value']} {$p[$phase]['uncertainty']}",
                        $p['limits'],
                        $p[$phase]['word'],
                    );
                }
            }
        }
        foreach ($report['runs'] as $run) {
            foreach ($run['summary'] as $r) {
                $add(
                    "{$run['kind']} {$run['number']}",
                    $r['channel'],
                    "{$r['low']} to {$r['high']}",
                    $r['limits'],
                    $r['steady'] ?? '',
                );
            }
        }
        foreach ($report['safety'] as $r) {
            $add('electrical safety', $r['test'], $r['value'], $r['limit'], $r['passed'] ? 'passed' : 'FAILED');
        }
        foreach ($report['cost'] as $r) {
            $add('cost', $r['what'], sprintf('%.2f', $r['amount']));
        }
        foreach ($report['instruments'] as $line) {
            $add('instrument', $line, '');
        }
        foreach ($report['chronicle'] as $r) {
            $add('log', $r['at'], $r['line'], '', $r['by']);
        }

        return CsvTable::write(['part', 'what', 'value', 'limits', 'verdict'], $rows);
    }

    /**
     * Expanded uncertainty of the meter that took each reading, or of a usual hand-held one.
     *
     * @param list<ReadingView> $readings
     *
     * @return list<ReadingView>
     */
    private function withUncertainty(JobFile $file, array $readings): array
    {
        $profiles = array_column(
            array_map(static fn(LogEntryRecord $r): array => [$r->id, $r->payload['profile'] ?? []], $file->records),
            1,
            0,
        );
        $values = array_column(
            array_map(static fn(TakenReading $r): array => [$r->entryId, $r->value], $file->state->readings),
            1,
            0,
        );

        return array_map(static function (array $reading) use ($profiles, $values): array {
            $function = ['dc' => 'dc', 'ac' => 'ac', 'ripple' => 'ac'][$reading['quantity']] ?? null;
            $value = $values[$reading['entry']] ?? NAN;

            return $reading + [
                'uncertainty' =>
                    $function === null || !is_finite($value)
                        ? null
                        : '±' .
                            Quantity::write(
                                MeterProfile::of($profiles[$reading['entry']] ?? [])->expanded($function, $value),
                                Unit::Volt,
                                2,
                            ),
            ];
        }, $readings);
    }

    /** @return array<string, mixed>|null only the steps that were measured */
    private function load(JobFile $file): ?array
    {
        if ($file->state->loadSteps === []) {
            return null;
        }
        try {
            $load = $this->loads->load($file);
        } catch (CircuitError | PlanRefused) {
            return null;
        }

        return ['steps' => array_values(array_filter($load['steps'], static fn(array $s): bool => $s['done']))] + $load;
    }

    /** @return list<string> */
    private function instruments(JobFile $file): array
    {
        $named = [];
        foreach ($file->records as $record) {
            if (isset($record->payload['by']) && !str_starts_with((string) $record->payload['by'], 'run ')) {
                $named[(string) $record->payload['by']] = true;
            }
        }
        foreach (Run::query()->where('repair_job_id', $file->job->id)->get() as $run) {
            $instruments = $this->clock->instruments($file);
            foreach (array_intersect_key($instruments, array_flip(Run::instrumentsOf($run->plan))) as $instrument) {
                $named[$instrument->label()] = true;
            }
        }

        return array_map(strval(...), array_keys($named));
    }

    /** @return list<ReportLine> who did what, when */
    private function chronicle(JobFile $file): array
    {
        return array_map(static function (LogEntryRecord $record) use ($file): array {
            $entry = $record->toEntry();

            $clock = Clocks::remark($entry);

            return [
                'at' => Clocks::notedAt($entry),
                'by' => $entry->by,
                'line' =>
                    EntryKinds::named($entry->kind)->line($entry, $file->supply) . ($clock === '' ? '' : " ({$clock})"),
                'struck' => isset($file->state->struck[$entry->id]),
            ];
        }, $file->records);
    }
}

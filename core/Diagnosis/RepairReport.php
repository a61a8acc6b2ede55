<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Supply\Description;

/**
 * What goes back to the owner with the unit: as found, cause, work, as left.
 *
 * @phpstan-import-type ReadingView from ReadingVerdicts
 */
final class RepairReport
{
    /**
     * @return array{symptoms: list<string>, findings: list<string>, asFound: list<ReadingView>,
     *     cause: ?array{part: string, fault: string, text: string, chain: list<string>}, origins: list<string>,
     *     work: list<array{part: string, out: string, in: string, at: string}>, changes: list<string>,
     *     asLeft: list<ReadingView>, notes: list<string>, closedAt: ?string, handedBackAt: ?string,
     *     open: list<string>}
     */
    public static function of(
        Description $supply,
        BenchState $state,
        Workup $workup,
        FaultDictionary $dictionary,
    ): array {
        $found = array_filter(
            $state->readings,
            static fn(TakenReading $r): bool => $r->replaced === [] && !$r->isResidual(),
        );
        $left = [];
        foreach ($state->proofReadings() as $reading) {
            $left["{$reading->target} {$reading->quantity} {$reading->mode}"] = $workup->readingView($reading) + [
                'name' => $supply->point($reading->target)->name,
            ];
        }
        $cause = null;
        if ($state->cause !== null) {
            [$where, $what] = Cause::words($supply, $state->cause);
            $cause = [
                'part' => $where,
                'fault' => $what,
                'text' => $state->cause['text'],
                'chain' => array_map(
                    static fn(string $ref, Breaking $how): string => "{$ref} {$how->words()}",
                    array_keys($dictionary->how["{$state->cause['part']}:{$state->cause['fault']}"] ?? []),
                    $dictionary->how["{$state->cause['part']}:{$state->cause['fault']}"] ?? [],
                ),
            ];
        }

        return [
            'symptoms' => array_map(
                static fn(array $s): string => (Symptom::WORDS[$s['symptom']] ?? $s['symptom']) .
                    ($s['text'] === '' ? '' : ": {$s['text']}"),
                $state->symptoms,
            ),
            'findings' => array_map(static fn(array $f): string => "{$f['part']}: {$f['text']}", $state->findings),
            'asFound' => array_values(
                array_map(
                    static fn(TakenReading $r): array => $workup->readingView($r) + [
                        'name' =>
                            $supply->places()[$r->target]->name ??
                            ($supply->deadCheck($r->target)->where ?? $r->target),
                    ],
                    $found,
                ),
            ),
            'cause' => $cause,
            'work' => [
                ...array_map(
                    static fn(array $r): array => [
                        'part' => $supply->part($r['part'])->label(),
                        'out' => $r['out'],
                        'in' => $r['in'],
                        'at' => $r['at'],
                    ],
                    $state->repairs,
                ),
                ...array_map(
                    static fn(string $ref, array $r): array => [
                        'part' => $ref,
                        'out' => $state->listed[$ref] ?? '',
                        'in' => $r['in'],
                        'at' => $r['at'],
                    ],
                    array_map(strval(...), array_keys($state->recapped)),
                    array_values($state->recapped),
                ),
                ...array_map(
                    static fn(array $w): array => [
                        'part' => $w['place'] === '' ? 'Done' : $w['place'],
                        'out' => '',
                        'in' => $w['text'],
                        'at' => $w['at'],
                    ],
                    $state->works,
                ),
            ],
            'origins' => array_map(
                static fn(array $o): string => trim(
                    "{$o['part']}, why: " . mb_strtolower($o['title']) . ", {$o['outcome']}. {$o['text']}",
                ),
                array_values($state->origins),
            ),
            'changes' => array_values(
                array_map(
                    static fn(TemporaryChange $c): string => $c->words() .
                        ': ' .
                        ($c->closed === null
                            ? 'still open'
                            : $c->closed['how'] . ($c->closed['why'] === '' ? '' : ", {$c->closed['why']}")),
                    $state->ledger,
                ),
            ),
            'asLeft' => array_values($left),
            'notes' => array_column($state->notes, 'text'),
            'closedAt' => $state->closedAt,
            'handedBackAt' => $state->handedBackAt,
            'open' => $state->closedAt === null ? $workup->proofs->missingForClose() : [],
        ];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Closure;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Entry\Eliminated;
use Oculant\Core\Bench\Entry\FuseLook;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\Entry\Substituted;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Evidence\AloneEvidence;
use Oculant\Core\Diagnosis\Evidence\BreakdownEvidence;
use Oculant\Core\Diagnosis\Evidence\CapacitorEvidence;
use Oculant\Core\Diagnosis\Evidence\CurrentEvidence;
use Oculant\Core\Diagnosis\Evidence\Evidence;
use Oculant\Core\Diagnosis\Evidence\FuseEvidence;
use Oculant\Core\Diagnosis\Evidence\HeatEvidence;
use Oculant\Core\Diagnosis\Evidence\OutsideEvidence;
use Oculant\Core\Diagnosis\Evidence\PartEvidence;
use Oculant\Core\Diagnosis\Evidence\PulledEvidence;
use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;
use Oculant\Core\Diagnosis\Evidence\ShortEvidence;
use Oculant\Core\Diagnosis\Evidence\SideEvidence;
use Oculant\Core\Diagnosis\Evidence\SignEvidence;
use Oculant\Core\Diagnosis\Evidence\TakenOutEvidence;
use Oculant\Core\Diagnosis\Evidence\TestedEvidence;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\PartAlone;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** Turns what the log says into evidence for the reasoner. */
final class EvidenceList
{
    /** Counting is better than remembering. */
    private const COUNTED = 0.04;

    /** Share of the nominal mains beyond which faults are not solved. */
    private const FAR = 0.25;

    /**
     * @param (Closure(TakenReading): bool)|null $isExplained true for a reading that how the unit was set up explains
     *     by itself, so that it says nothing
     * @param array<string, float>               $mainsSeen   volts by mode, as a reading of the mains itself shows them
     *
     * @return list<Evidence> in the order of the log
     */
    public static function from(
        Description $supply,
        BenchState $state,
        ?Closure $isExplained = null,
        array $mainsSeen = [],
    ): array {
        $all = [
            ...self::symptoms($supply, $state),
            ...self::parts($supply, $state),
            ...self::readings($supply, $state, $isExplained, $mainsSeen),
        ];
        // What was put right without a new part makes another unit of it; what was seen before is of that one.
        if ($state->works !== [] && ($state->cause['kind'] ?? Cause::NONE) !== Cause::PART) {
            $all = array_filter($all, static fn(array $one): bool => $state->isSinceWork($one[0]));
        }
        $order = array_flip($state->entries);
        usort($all, static fn(array $a, array $b): int => ($order[$a[0]] ?? 0) <=> ($order[$b[0]] ?? 0));

        return array_column($all, 1);
    }

    /** @return list<array{string, Evidence}> with the entry it comes from */
    private static function symptoms(Description $supply, BenchState $state): array
    {
        $evidence = [];
        $mode = self::usedMode($supply);
        $told = array_column($state->symptoms, 'symptom');
        foreach ($state->symptoms as $symptom) {
            // It squeals on from its bulk: one squealing heard twice.
            if ($symptom['symptom'] === 'squeals_unplugged' && in_array('squeals', $told, true)) {
                continue;
            }
            if ($symptom['symptom'] === 'starts_alone') {
                $evidence[] = [
                    $symptom['entry'],
                    new OutsideEvidence(
                        Symptom::WORDS['starts_alone'],
                        $supply,
                        $symptom['mode'] ?? $mode,
                        $symptom['replaced'],
                    ),
                ];
            }
            foreach (self::signs($supply, $symptom['symptom'], $symptom['part'] ?? null) as $sign) {
                $evidence[] = [
                    $symptom['entry'],
                    new SignEvidence(
                        Symptom::WORDS[$symptom['symptom']] ?? $symptom['symptom'],
                        $symptom['mode'] ?? $mode,
                        $sign,
                        $symptom['replaced'],
                    ),
                ];
            }
        }
        foreach ($state->fuses as $fuse) {
            $label = "{$fuse['part']} " . FuseLook::STATES[$fuse['state']];
            $evidence[] = [
                $fuse['entry'],
                $fuse['state'] === 'intact'
                    ? new SignEvidence($label, $mode, "{$fuse['part']} intact", $fuse['replaced'])
                    : new FuseEvidence($label, $fuse['part'], $fuse['state'], $fuse['replaced']),
            ];
        }
        $counted = StartCount::of($state->starts);
        // One failed start in several is what comes and goes; all of them failed is simply a fault.
        if ($counted->failed > 0 && $counted->failed < $counted->tried) {
            $evidence[] = [
                $state->starts[0]['entry'],
                new SignEvidence(
                    "{$counted->failed} of {$counted->tried} starts failed",
                    $mode,
                    'intermittent',
                    $counted->replaced,
                    self::COUNTED,
                ),
            ];
        }

        return $evidence;
    }

    /** @return list<array{string, Evidence}> with the entry it comes from */
    private static function parts(Description $supply, BenchState $state): array
    {
        $evidence = [];
        // What is learnt of a new part says nothing of the fault that came in.
        $old = static fn(array $item): bool => !$item['isNew'];
        foreach (array_filter($state->findings, $old) as $finding) {
            $evidence[] = [
                $finding['entry'],
                Looks::evidence(
                    "{$finding['part']}: {$finding['text']}",
                    $supply->part($finding['part']),
                    $finding['sees'],
                ),
            ];
        }
        // A test that was repeated was repeated because the first was doubted.
        $tests = array_filter($state->tested, $old);
        foreach (array_column($tests, null, 'part') as $test) {
            $alike = array_filter(
                $tests,
                static fn(array $t): bool => $t['part'] === $test['part'] && $t['isGood'] === $test['isGood'],
            );
            $evidence[] = [$test['entry'], new TestedEvidence($test['part'], $test['isGood'], count($alike))];
        }
        foreach (array_filter($state->eliminated, $old) as $out) {
            $label = sprintf(
                '%s %s, fault %s',
                $out['part'],
                Eliminated::HOW[$out['how']],
                $out['still'] ? 'still here' : 'gone',
            );
            $evidence[] = [
                $out['entry'],
                match (true) {
                    // A fault that vanishes when something is touched is suspicion, not proof (common practice).
                    $out['how'] === 'disturbed' => $out['still']
                        ? new PartEvidence($label, $out['part'], 0.8)
                        : new PartEvidence($label, $out['part'], 1.0, 0.4),
                    default => new TakenOutEvidence(
                        $label,
                        $out['part'],
                        $out['still'],
                        $supply->part($out['part'])->kind instanceof Consumes,
                    ),
                },
            ];
        }
        foreach ($state->substituted as $swap) {
            $evidence[] = [
                $swap['entry'],
                new SideEvidence(
                    sprintf(
                        '%s, %s: %s',
                        $swap['part'],
                        Substituted::WHAT[$swap['what']],
                        $swap['works'] ? 'works' : 'does not work',
                    ),
                    $swap['part'],
                    $swap['what'],
                    $swap['works'],
                ),
            ];
        }
        // The newest strip holds everything that was measured along it.
        foreach (array_slice($state->shorts, -1) as $short) {
            $evidence[] = [
                $short['entry'],
                new ShortEvidence(
                    'short along the rail',
                    ShortFinder::likelihoods($short['readings'], $short['resolution'], $short['method']),
                    $short['replaced'],
                ),
            ];
        }
        // Behind a load that comes in peaks nothing is as warm as the faults were solved for.
        foreach ($state->peaks === [] ? $state->heats : [] as $heat) {
            $evidence[] = [
                $heat['entry'],
                new HeatEvidence(
                    sprintf('%s at %s', $heat['part'], Quantity::write($heat['celsius'], Unit::Celsius)),
                    $supply->part($heat['part']),
                    $heat['mode'],
                    $heat['rise'],
                    $heat['replaced'],
                ),
            ];
        }
        foreach ($state->currents as $current) {
            // Where something was different from the description nobody solved what flowed.
            if ($current['plain']) {
                $evidence[] = [
                    $current['entry'],
                    new CurrentEvidence(
                        sprintf('%s through %s', Quantity::write($current['amperes'], Unit::Ampere), $current['part']),
                        $supply->part($current['part']),
                        $current['mode'],
                        $current['amperes'],
                        $current['replaced'],
                    ),
                ];
            }
        }
        foreach ($state->pulled as $pulled) {
            $altered = $pulled->on($supply);
            // A pin that nobody described tells nothing that could be computed.
            if ($altered !== null) {
                $evidence[] = [
                    $pulled->entry,
                    new PulledEvidence($pulled->words(), $pulled->mode, $altered, $pulled->follows, $pulled->replaced),
                ];
            }
        }
        $meter = new CapacitorMeter($supply);
        foreach ($state->partTests as $test) {
            if ($test['quantity'] === 'breakdown') {
                $evidence[] = [
                    $test['entry'],
                    new BreakdownEvidence(
                        "{$test['part']} " . CapacitorJudge::write('breakdown', $test['value']) . ' under current',
                        $supply->part($test['part']),
                        $test['value'],
                        $test['replaced'],
                    ),
                ];
                continue;
            }
            if ($test['check'] !== '') {
                $alone = new PartAlone($supply, $supply->part($test['part']));
                $check = $alone->check($test['quantity'], $test['check']);
                if ($check !== null) {
                    $evidence[] = [
                        $test['entry'],
                        new AloneEvidence(
                            "{$test['part']} by itself " . Reading::write($test['quantity'], $test['value']),
                            $alone,
                            $test['part'],
                            $check,
                            $test['value'],
                            $test['replaced'],
                        ),
                    ];
                }
                continue;
            }
            $label = sprintf(
                '%s %s %s',
                $test['part'],
                $test['quantity'] === CapacitorMeter::ESR ? 'ESR' : $test['quantity'],
                CapacitorJudge::write($test['quantity'], $test['value']),
            );
            $evidence[] = [
                $test['entry'],
                new CapacitorEvidence(
                    $label,
                    $meter,
                    $test['part'],
                    $test['quantity'],
                    $test['lifted'],
                    $test['value'],
                    $test['replaced'],
                ),
            ];
        }

        return $evidence;
    }

    /**
     * @param (Closure(TakenReading): bool)|null $isExplained
     * @param array<string, float>               $mainsSeen
     *
     * @return list<array{string, Evidence}> with the entry it comes from
     */
    private static function readings(
        Description $supply,
        BenchState $state,
        ?Closure $isExplained,
        array $mainsSeen,
    ): array {
        $evidence = $stood = [];
        foreach (
            array_filter(
                $state->readings,
                static fn(TakenReading $r): bool => self::counts($r, $supply) &&
                    ($isExplained === null || !$isExplained($r)),
            )
            as $reading
        ) {
            $altered = $reading->isPlain($supply)
                ? null
                : ($stood[$reading->standing($supply)] ??= $reading->stood($supply));
            if ($reading->swing > 0.0) {
                $evidence[] = [
                    $reading->entryId,
                    new ReadingEvidence(
                        "{$reading->target} wanders by " . Reading::write('dc', $reading->swing),
                        $reading->mode,
                        $reading->target,
                        'swing',
                        $reading->swing,
                        $reading->replaced,
                        $reading->mainsVolts,
                        null,
                        $altered,
                    ),
                ];
            }
            $twin = $state->twins["{$reading->mode} {$reading->target} {$reading->quantity}"] ?? null;
            $beside = $twin === null ? '' : ' (twin ' . Reading::write($reading->quantity, $twin) . ')';
            $evidence[] = [
                $reading->entryId,
                new ReadingEvidence(
                    "{$reading->target} " . Reading::write($reading->quantity, $reading->value) . $beside,
                    $reading->mode,
                    $reading->target,
                    $reading->quantity,
                    $reading->value,
                    $reading->replaced,
                    $reading->mainsVolts,
                    $twin,
                    $altered,
                    $reading->mainsVolts === null && $altered === null ? $mainsSeen[$reading->mode] ?? null : null,
                    self::place($supply, $reading),
                ),
            ];
        }

        return $evidence;
    }

    /** The two nodes under the leads, red first. */
    private static function place(Description $supply, TakenReading $reading): string
    {
        $point = $supply->places()[$reading->target] ?? null;
        if (!$reading->isDeadCheck()) {
            return $point === null ? '' : "{$point->node} {$point->against}";
        }
        $check = $supply->deadCheck($reading->target);
        // What an ESR meter sees belongs to the part that it is held to.
        return $check === null || $reading->quantity === DeadCheck::ESR
            ? $reading->target
            : "{$check->red} {$check->black}";
    }

    /**
     * Whether a reading is weighed: it means something, and the mains is near enough to what the faults were solved
     * for.
     */
    public static function counts(TakenReading $reading, Description $supply): bool
    {
        return self::isKnown($reading) && ($reading->isDeadCheck() || !self::isFar($reading->mainsVolts, $supply));
    }

    /** On limited power a voltage says something only if what reaches the unit is known. */
    public static function isKnown(TakenReading $reading): bool
    {
        return !$reading->isResidual() &&
            !(
                $reading->power === PowerState::Limited &&
                $reading->mainsVolts === null &&
                $reading->context->method === null
            ) &&
            !(is_infinite($reading->value) && !$reading->isDeadCheck());
    }

    /** True on the way up: what every fault does is not solved anew for each step of a variable transformer. */
    public static function isFar(?float $mainsVolts, Description $supply): bool
    {
        return $mainsVolts !== null && abs($mainsVolts / $supply->mainsVoltage - 1) > self::FAR;
    }

    /**
     * @return list<string> signs of Signs::shows() that a symptom reports; "F1 open" and the like stand for themselves
     */
    private static function signs(Description $supply, string $symptom, ?string $part = null): array
    {
        $first = static function (string $kind, string $sign) use ($supply, $part): array {
            if ($part !== null) {
                return ["{$part} {$sign}"];
            }
            foreach ($supply->parts as $ref => $part) {
                if ($part->kind->name() === $kind) {
                    return ["{$ref} {$sign}"];
                }
            }

            return [];
        };

        return match ($symptom) {
            'dead', 'part_dead', 'hum', 'weak', 'ticks', 'squeals', 'intermittent', 'bang', 'smoke', 'shock' => [
                $symptom,
            ],
            'squeals_unplugged' => ['squeals'],
            'quiet_unplugged' => ['load'],
            'fuse_open' => $first('fuse', 'open'),
            'fuse_intact' => $first('fuse', 'intact'),
            'lamp_dark' => $first('led', 'dark'),
            'lamp_lit' => $first('led', 'lit'),
            default => preg_match('/^\S+ (open|intact|dark|lit)$/', $symptom) === 1 ? [$symptom] : [],
        };
    }

    /** The mode in which the owner used it: with the most connected. */
    private static function usedMode(Description $supply): string
    {
        $best = $supply->mode(null);
        foreach ($supply->modes as $mode) {
            if (count($mode->absent) < count($best->absent)) {
                $best = $mode;
            }
        }

        return $best->id;
    }
}

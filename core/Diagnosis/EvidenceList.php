<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Supply\Description;

/** Turns what the log says into evidence for the reasoner. */
final class EvidenceList
{
    /** @return list<Evidence> */
    public static function from(Description $supply, BenchState $state): array
    {
        $evidence = [];
        foreach ($state->symptoms as $symptom) {
            foreach (self::signs($supply, $symptom['symptom']) as $sign) {
                $evidence[] = Evidence::sign(Symptom::WORDS[$symptom['symptom']] ?? $symptom['symptom'], self::usedMode($supply), $sign, $symptom['replaced']);
            }
        }
        foreach ($state->findings as $finding) {
            $evidence[] = Evidence::look("{$finding['part']}: {$finding['text']}", $finding['part']);
        }
        foreach ($state->readings as $reading) {
            if (self::counts($reading)) {
                if ($reading->swing > 0.0) {
                    $evidence[] = Evidence::reading("{$reading->target} wanders by ".Reading::write('dc', $reading->swing), $reading->mode, $reading->target, 'swing', $reading->swing, $reading->replaced, $reading->mainsVolts);
                }
                $evidence[] = Evidence::reading(
                    "{$reading->target} ".Reading::write($reading->quantity, $reading->value),
                    $reading->mode,
                    $reading->target,
                    $reading->quantity,
                    $reading->value,
                    $reading->replaced,
                    $reading->mainsVolts,
                );
            }
        }

        return $evidence;
    }

    /** On limited power a voltage says something only if the voltage that reaches the unit is known. */
    public static function counts(TakenReading $reading): bool
    {
        return ! $reading->isResidual()
            && ! ($reading->power === PowerState::Limited && $reading->mainsVolts === null)
            && ! (is_infinite($reading->value) && ! $reading->isDeadCheck());
    }

    /** @return list<string> signs of Signs::shows() that a symptom reports; "F1 open" and the like stand for themselves */
    private static function signs(Description $supply, string $symptom): array
    {
        $first = static function (string $kind, string $sign) use ($supply): array {
            foreach ($supply->parts as $ref => $part) {
                if ($part->kind->name() === $kind) {
                    return ["{$ref} {$sign}"];
                }
            }

            return [];
        };

        return match ($symptom) {
            'dead', 'part_dead', 'hum', 'weak', 'ticks', 'squeals' => [$symptom],
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

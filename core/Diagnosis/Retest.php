<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Diagnosis\Evidence\TestedEvidence;

/**
 * A good test clears its part for good; where nothing else explains what was measured, the test itself is repeated once
 * before the description is doubted.
 */
final class Retest
{
    /** The fault to test for once more; null if something else fits as well, or if it was repeated already. */
    public static function of(Belief $belief, BenchState $state, FaultDictionary $dictionary): ?Hypothesis
    {
        $times = array_count_values(
            array_column(array_filter($state->tested, static fn(array $t): bool => !$t['isNew']), 'part'),
        );
        $best = null;
        $most = 0.5;
        foreach ($belief->evidence as $k => $evidence) {
            if (!($evidence instanceof TestedEvidence) || !$evidence->isGood || ($times[$evidence->part] ?? 0) > 1) {
                continue;
            }
            $own = [];
            foreach ($belief->probability as $id => $probability) {
                if (($dictionary->hypotheses[$id] ?? null)?->faultOf($evidence->part) !== null) {
                    $own[$id] = $probability * exp(-$belief->logLikelihood[$k][$id]) * PartTests::ERROR;
                }
            }
            $doubt = array_sum($own) / max(1e-12, array_sum($own) + 1.0);
            if ($own !== [] && $doubt > $most) {
                arsort($own);
                [$most, $best] = [$doubt, $dictionary->hypotheses[(string) array_key_first($own)]];
            }
        }

        return $best;
    }
}

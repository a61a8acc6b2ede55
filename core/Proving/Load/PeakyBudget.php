<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Heat and current behind loads that come in peaks, averaged over time: peaks are long beside a mains cycle and short
 * beside what warms (common practice). Of several such loads the shorter peaks fall into the longer ones, which is the
 * hardest for what they share.
 */
final class PeakyBudget
{
    /**
     * @param array<string, LoadShape> $peaks by point id
     * @param float|null               $mainsVolts null for the mode's share of nominal
     *
     * @throws CircuitError if a good unit does not settle between the peaks or in them
     */
    public static function of(
        Description $supply,
        Mode $mode,
        array $peaks,
        Expectations $usual,
        ?float $mainsVolts = null,
    ): Budget {
        $rails = array_intersect_key(Rail::all($supply), $peaks);
        if ($rails === []) {
            return Budget::of($supply, $mode, $mainsVolts);
        }
        $peaks = array_intersect_key($peaks, $rails);
        uasort($peaks, static fn(LoadShape $a, LoadShape $b): int => $a->duty <=> $b->duty);
        $budget = static function (float $since) use ($supply, $mode, $rails, $peaks, $usual, $mainsVolts): Budget {
            $stands = self::during($supply, $mode, $rails, $peaks, $usual, $since);

            return Budget::of($stands, $stands->mode($mode->id), $mainsVolts);
        };
        $from = array_values($peaks)[0]->duty;
        $parts = [[$from, $budget(0.0)]];
        foreach ([...array_slice(array_column($peaks, 'duty'), 1), 1.0] as $to) {
            if ($to > $from) {
                $parts[] = [$to - $from, $budget($from)];
            }
            $from = $to;
        }

        return Budget::overTime($parts);
    }

    /**
     * At the lower end of the mains, as the mode has it, and at the upper end.
     *
     * @param array<string, LoadShape> $peaks by point id
     *
     * @return array{low: Budget, nominal: Budget, high: Budget}
     *
     * @throws CircuitError as of()
     */
    public static function acrossTheMains(Description $supply, Mode $mode, array $peaks, Expectations $usual): array
    {
        $volts = $supply->mainsVoltage * $mode->mains;

        return [
            'low' => self::of($supply, $mode, $peaks, $usual, $volts * (1 - $supply->mainsTolerance)),
            'nominal' => self::of($supply, $mode, $peaks, $usual, $volts),
            'high' => self::of($supply, $mode, $peaks, $usual, $volts * (1 + $supply->mainsTolerance)),
        ];
    }

    /**
     * @param array<string, Rail>      $rails
     * @param array<string, LoadShape> $peaks
     * @param float                    $since share of the time after which a load is between its peaks
     */
    private static function during(
        Description $supply,
        Mode $mode,
        array $rails,
        array $peaks,
        Expectations $usual,
        float $since,
    ): Description {
        /** @var list<Alteration> $alterations */
        $alterations = [];
        foreach ($peaks as $id => $shape) {
            $full = $rails[$id]->amperes($usual->window($id, 'dc')->nominal);
            if ($full > 0.0) {
                $amperes = $shape->duty > $since ? $shape->peak : $shape->idle;
                array_push($alterations, ...$rails[$id]->at($amperes / $full));
            }
        }

        return $supply->altered($mode->id, $alterations);
    }
}

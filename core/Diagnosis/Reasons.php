<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Quantity\Probability;

/**
 * Why a suspect is suspected: what each piece of evidence did to it, worked out for those that are looked at.
 *
 * @phpstan-type Reason array{
 *     label: string,
 *     weight: float,
 *     strength: string,
 * }
 */
final class Reasons
{
    /** @var list<float>|null as explained() gives it */
    private ?array $explained = null;

    public function __construct(private readonly Belief $belief) {}

    /**
     * How each piece of evidence told a suspect from the others that were believed in at that time.
     *
     * @param string $id of a hypothesis, "healthy" and "unknown" included
     *
     * @return array{for: list<Reason>,
     *     against: list<Reason>} weight: logarithm (base 2) of its ratio
     *     to the
     *     rivals
     */
    public function of(string $id): array
    {
        $this->explained ??= $this->explained();
        $for = $against = [];
        foreach ($this->belief->evidence as $k => $evidence) {
            $before = $this->belief->stages()[$k];
            $own = $before['weights'][$id];
            $rivals = $before['total'] - $own;
            $explained = $this->explained[$k] - $own * exp($this->belief->logLikelihood[$k][$id]);
            if ($rivals < 1e-6 * $own || $explained < 1e-6 * $this->explained[$k]) {
                // Too little is left of the difference: add the rivals up one by one.
                [$rivals, $explained] = self::rivals($this->belief->logLikelihood[$k], $before['weights'], $id);
            }
            $weight =
                ($this->belief->logLikelihood[$k][$id] - log(max($explained / max($rivals, 1e-300), 1e-300))) / M_LN2;
            if ($weight > 0.3) {
                $for[] = [
                    'label' => $evidence->label(),
                    'weight' => round($weight, 2),
                    'strength' => Probability::strength($weight),
                ];
            } elseif ($weight < -0.3) {
                $against[] = [
                    'label' => $evidence->label(),
                    'weight' => round($weight, 2),
                    'strength' => Probability::strength($weight),
                ];
            }
        }
        usort($for, static fn(array $a, array $b): int => $b['weight'] <=> $a['weight']);
        usort($against, static fn(array $a, array $b): int => $a['weight'] <=> $b['weight']);

        return ['for' => $for, 'against' => $against];
    }

    /**
     * @return list<float> how much of what was believed before each piece of evidence explains it, on the scale of
     *     Belief::stages()
     */
    private function explained(): array
    {
        $explained = [];
        foreach ($this->belief->logLikelihood as $k => $step) {
            $sum = 0.0;
            foreach ($this->belief->stages()[$k]['weights'] as $id => $weight) {
                $sum += $weight * exp($step[$id]);
            }
            $explained[] = $sum;
        }

        return $explained;
    }

    /**
     * @param array<string, float> $logLikelihood of one piece of evidence, by hypothesis
     * @param array<string, float> $weights       what was believed before it
     *
     * @return array{float, float} weight of everything but $id, and how much of it explains the evidence
     */
    private static function rivals(array $logLikelihood, array $weights, string $id): array
    {
        unset($weights[$id]);
        $explained = 0.0;
        foreach ($weights as $rival => $weight) {
            $explained += $weight * exp($logLikelihood[$rival]);
        }

        return [array_sum($weights), $explained];
    }
}

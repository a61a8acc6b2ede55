<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\FailureClass;

/** Where along a strip of parts a short was found to be. */
final readonly class ShortEvidence implements Evidence
{
    /** A rail can also be held down by something that is not on the strip. */
    private const ELSEWHERE = 0.2;

    /**
     * @param array<string, float> $likelihoods of its short, by part of the strip; 1 for the best
     * @param list<string> $replaced references of parts replaced before: a new part's short is not the one that was
     *     booked in
     */
    public function __construct(private string $label, private array $likelihoods, private array $replaced = []) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $likelihood = null;
        foreach (($knowledge->dictionary(null)->hypotheses[$id] ?? null)?->each() ?? [] as $fault) {
            if (isset($this->likelihoods[$fault->ref]) && !in_array($fault->ref, $this->replaced, true)) {
                $likelihood = max(
                    $likelihood ?? 0.0,
                    FailureClass::of($fault->fault) === FailureClass::Short ? $this->likelihoods[$fault->ref] : 0.05,
                );
            }
        }

        return $likelihood ?? self::ELSEWHERE;
    }
}

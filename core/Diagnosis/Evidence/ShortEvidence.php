<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;

/** Where along a strip of parts a short was found to be. */
final readonly class ShortEvidence implements Evidence
{
    /** A rail can also be held down by something that is not on the strip. */
    private const ELSEWHERE = 0.2;

    /**
     * @param array<string, float> $likelihoods of its short, by part of the strip; 1 for the best
     * @param list<string>         $replaced    references of parts replaced before: a new part's short is not the one that was booked in
     */
    public function __construct(private string $label, private array $likelihoods, private array $replaced = [])
    {
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $hypothesis = $knowledge->dictionary(null)->hypotheses[$id] ?? null;
        if ($hypothesis === null || ! isset($this->likelihoods[$hypothesis->ref]) || in_array($hypothesis->ref, $this->replaced, true)) {
            return self::ELSEWHERE;
        }

        return str_contains($hypothesis->fault, 'short') ? $this->likelihoods[$hypothesis->ref] : 0.05;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

/**
 * One line of a comparison.
 *
 * @phpstan-type FitRow array{
 *     title: string,
 *     original: string,
 *     candidate: string,
 *     asked: string,
 *     fit: string,
 *     words: string,
 *     mark: string,
 *     reason: string,
 * }
 */
final readonly class Row
{
    /**
     * @param string $original what stood there, $candidate what would stand there, $asked what the circuit asks; empty
     *     if nothing tells
     */
    public function __construct(
        public string $title,
        public string $original,
        public string $candidate,
        public string $asked,
        public Fit $fit,
        public string $reason,
    ) {}

    /**
     * @return FitRow
     */
    public function view(): array
    {
        return [
            'title' => $this->title,
            'original' => $this->original,
            'candidate' => $this->candidate,
            'asked' => $this->asked,
            'fit' => $this->fit->value,
            'words' => $this->fit->words(),
            'mark' => $this->fit->mark(),
            'reason' => $this->reason,
        ];
    }
}

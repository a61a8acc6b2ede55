<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Family;

/**
 * A candidate beside the original, row by row, for the place it is meant for.
 *
 * @phpstan-import-type FitRow from Row
 *
 * @phpstan-type ComparisonAnswer array{
 *     candidate: string,
 *     fit: string,
 *     words: string,
 *     mark: string,
 *     sentence: string,
 *     rows: list<FitRow>,
 * }
 */
final readonly class Comparison
{
    /** @param list<Row> $rows */
    private function __construct(public Component $candidate, public Place $place, public array $rows) {}

    public static function of(Component $candidate, Place $place): self
    {
        $rules = match ($place->original->family()) {
            Family::Capacitor => new Rules\CapacitorRules(),
            Family::Safety => new Rules\SafetyRules(),
            Family::Rectifier => new Rules\RectifierRules(),
            Family::Resistor => new Rules\ResistorRules(),
            Family::Fuse => new Rules\FuseRules(),
            Family::Other => new Rules\DataSheetRules(),
            default => new Rules\SemiconductorRules(),
        };
        $rows = $rules->rows($candidate, $place);
        $expected = $place->original->family();
        if (
            $candidate->family() !== $expected &&
            !($expected === Family::Capacitor && $candidate->family() === Family::Safety)
        ) {
            array_unshift(
                $rows,
                new Row(
                    'kind',
                    str_replace('_', ' ', $place->original->kind),
                    str_replace('_', ' ', $candidate->kind),
                    '',
                    Fit::No,
                    sprintf('A %s does not stand in for a %s.', $candidate->family()->value, $expected->value),
                ),
            );
        }

        return new self($candidate, $place, $rows);
    }

    public function fit(): Fit
    {
        return Fit::worst(array_map(static fn(Row $r): Fit => $r->fit, $this->rows));
    }

    /** @return list<string> the reasons that decide, worst first; empty if it is ok */
    public function reasons(): array
    {
        $fit = $this->fit();

        return $fit === Fit::Ok
            ? []
            : array_values(
                array_map(
                    static fn(Row $r): string => ucfirst("{$r->title}: {$r->reason}"),
                    array_filter($this->rows, static fn(Row $r): bool => $r->fit === $fit),
                ),
            );
    }

    /** One sentence for the log. */
    public function sentence(): string
    {
        return match ($this->fit()) {
            Fit::Ok => "{$this->candidate->label()} goes in for {$this->place->original->label()}.",
            Fit::Noted => "{$this->candidate->label()} goes in; " . implode(' ', $this->reasons()),
            Fit::TestOnly => "{$this->candidate->label()} is for a test only. " . implode(' ', $this->reasons()),
            Fit::No => "{$this->candidate->label()} does not go in. " . implode(' ', $this->reasons()),
        };
    }

    /**
     * @return ComparisonAnswer
     */
    public function view(): array
    {
        return [
            'candidate' => $this->candidate->label(),
            'fit' => $this->fit()->value,
            'words' => $this->fit()->words(),
            'mark' => $this->fit()->mark(),
            'sentence' => $this->sentence(),
            'rows' => array_map(static fn(Row $r): array => $r->view(), $this->rows),
        ];
    }
}

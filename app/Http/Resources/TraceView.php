<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Diagnosis\WorthTracing;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Tracing\Board;
use Oculant\Core\Tracing\Draft;
use Oculant\Core\Tracing\Guess;
use Oculant\Core\Tracing\Hunches;
use Oculant\Core\Tracing\MayBe;
use Oculant\Core\Tracing\Traced;

/** A board as far as it is known, what contradicts itself, what it comes near to, and what to try next. */
final class TraceView
{
    /**
     * @param WorthTracing|null $worth for the fault of a job; null where there is none
     *
     * @return array<string, mixed>
     */
    public static function of(Board $board, ?WorthTracing $worth = null): array
    {
        $family = $board->family;

        return [
            'description' => $board->draft,
            'standing' => Draft::known($board->draft),
            'circuit' => CircuitView::of(DescriptionReader::sketch($board->draft)->description),
            'refused' => $board->refused(),
            'contradictions' => $board->traced->contradictions,
            'through' => $board->traced->through,
            'strangers' => self::strangers($board->traced),
            'hunches' => Hunches::of($board->traced, $worth?->suspicion() ?? []),
            'family' =>
                $family === null
                    ? null
                    : [
                        'name' => $family->family(),
                        'title' => $family->title(),
                        'found' => $family->found()[0],
                        'all' => $family->found()[1],
                    ],
            'missing' => $family?->missing() ?? [],
            'worth' => $worth?->sentence(),
            ...self::known($board),
        ];
    }

    /** @return list<array{ref: string, may_be: list<array{kind: string, sentence: string, line: string}>}> */
    private static function strangers(Traced $traced): array
    {
        $rows = [];
        foreach (MayBe::of($traced) as $ref => $guesses) {
            $rows[] = [
                'ref' => $ref,
                'may_be' => array_map(
                    static fn(Guess $guess): array => [
                        'kind' => $guess->kind->name(),
                        'sentence' => $guess->sentence(),
                        'line' => $guess->line($traced->strangers[$ref]->marking),
                    ],
                    $guesses,
                ),
            ];
        }

        return $rows;
    }

    /** @return array{known: int, unknown: int, lacks: list<string>} */
    private static function known(Board $board): array
    {
        try {
            $supply = $board->description();

            return [
                'known' => count($supply->parts),
                'unknown' => count($supply->written['unknown'] ?? []),
                'lacks' => [],
            ];
        } catch (DescriptionRefused $e) {
            return ['known' => 0, 'unknown' => 0, 'lacks' => array_column($e->problems, 'message')];
        }
    }
}

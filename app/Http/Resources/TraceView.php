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

/**
 * A board as far as it is known, what contradicts itself, what it comes near to, and what to try next.
 *
 * @phpstan-import-type Circuit from CircuitView
 *
 * @phpstan-type TracedAnswer array{
 *     description: array<string, mixed>,
 *     // the same with what leads nowhere yet as not known
 *     standing: array<string, mixed>,
 *     circuit: Circuit,
 *     // lines that cannot be read, and how they could be
 *     refused: list<array{
 *         // from 1
 *         line: int,
 *         message: string,
 *     }>,
 *     contradictions: list<array{
 *         lines: list<int>,
 *         sentence: string,
 *     }>,
 *     // beeps that may be a part and not a track
 *     through: list<array{
 *         line: int,
 *         sentence: string,
 *     }>,
 *     // that it comes nearest to
 *     family: array{
 *         name: string,
 *         title: string,
 *         // of its parts
 *         found: int,
 *         all: int,
 *     }|null,
 *     // what the family needs and nobody has found yet, and where it usually sits
 *     missing: list<array{
 *         what: string,
 *         where: string,
 *     }>,
 *     // whether more of it is worth tracing for the fault of the job
 *     worth: ?string,
 *     // parts that can be solved
 *     known: int,
 *     // parts that lead nowhere yet
 *     unknown: int,
 *     // what it takes to be solved at all
 *     lacks: list<string>,
 *     // parts that nobody knows the kind of, and what each may be by its place, likeliest first
 *     strangers: list<array{
 *         ref: string,
 *         may_be: list<array{
 *             kind: string,
 *             sentence: string,
 *             // the line that takes it for this
 *             line: string,
 *         }>,
 *     }>,
 *     // what is worth a beep next, the most telling first
 *     hunches: list<array{
 *         one: string,
 *         other: string,
 *         why: string,
 *     }>,
 * }
 */
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

<?php

declare(strict_types=1);

namespace App\Practice;

use App\Models\PracticeRun;
use App\Models\User;
use Illuminate\Support\Collection;
use Oculant\Core\Practice\Boxes;

/**
 * How somebody comes on: which ways to fail went well, what is due, and the figures one after the other.
 *
 * @phpstan-type LearningAnswer array{
 *     name: string,
 *     boxes: list<array{
 *         mechanism: string,
 *         // 1 to 5
 *         box: int,
 *         runs: int,
 *         // of the last
 *         figure: float,
 *         due: string,
 *         is_due: bool,
 *     }>,
 *     // what was practised on, what went worst first
 *     units: list<array{
 *         title: string,
 *         runs: int,
 *         // in the mean
 *         figure: float,
 *     }>,
 *     // what cost points beside the way, what cost most first
 *     slips: list<array{
 *         what: string,
 *         times: int,
 *         points: float,
 *     }>,
 *     // oldest first
 *     curve: list<array{
 *         id: string,
 *         title: string,
 *         at: ?string,
 *         figure: float,
 *         walking: ?float,
 *         half_split: ?float,
 *     }>,
 *     // for a lead: who has finished a run
 *     group: list<array{
 *         id: int,
 *         name: string,
 *         runs: int,
 *         // mean of the last five
 *         last: float,
 *     }>,
 * }
 */
final class Learning
{
    /** In place of a way to fail, of units with nothing wrong. */
    public const NONE = 'None';

    private const DAY = 86400;

    /** Lines that each list has. */
    private const LISTED = 6;

    /** What cost points, by how the grade says it. */
    private const SLIPS = [
        'hint: ' => 'hints asked for',
        'near miss: ' => 'what would have hurt',
        'gate: ' => 'gates run into',
    ];

    /** In days. */
    public static function today(): float
    {
        return now()->getTimestamp() / self::DAY;
    }

    public function boxes(User $of): Boxes
    {
        return Boxes::after(
            array_values(
                self::finished($of)
                    ->where('mechanism', '!=', self::NONE)
                    ->map(
                        static fn(PracticeRun $run): array => [
                            'class' => (string) $run->mechanism,
                            'figure' => (float) $run->figure,
                            'day' => ($run->updated_at?->getTimestamp() ?? 0) / self::DAY,
                        ],
                    )
                    ->all(),
            ),
        );
    }

    /** @return array<string, mixed> */
    public function of(User $user): array
    {
        $boxes = $this->boxes($user);
        $finished = self::finished($user);

        return [
            'units' => self::units($finished),
            'slips' => self::slips($finished),
            'name' => $user->name,
            'boxes' => array_map(
                static fn(string $class, array $card): array => [
                    'mechanism' => $class,
                    'box' => $card['box'],
                    'runs' => $card['runs'],
                    'figure' => round($card['figure'], 1),
                    'due' => date('c', (int) (self::DAY * ($boxes->due($class) ?? 0.0))),
                    'is_due' => $boxes->due($class) <= self::today(),
                ],
                array_keys($boxes->cards),
                $boxes->cards,
            ),
            'curve' => array_values(
                $finished
                    ->map(
                        static fn(PracticeRun $run): array => [
                            'id' => $run->id,
                            'title' => $run->title,
                            'at' => $run->updated_at?->toIso8601String(),
                            'figure' => round((float) $run->figure, 1),
                            'walking' => $run->beside['walking'] ?? null,
                            'half_split' => $run->beside['half_split'] ?? null,
                        ],
                    )
                    ->all(),
            ),
        ];
    }

    /**
     * Everybody of a workshop who has finished a run, for its lead.
     *
     * @return list<array{id: int, name: string, runs: int, last: float}> last: mean of the last five figures
     */
    public function group(string $workshop): array
    {
        return array_values(
            User::query()
                ->where('workshop_id', $workshop)
                ->whereIn(
                    'id',
                    PracticeRun::query()->where('is_over', true)->whereNotNull('mechanism')->select('user_id'),
                )
                ->orderBy('name')
                ->get()
                ->map(static function (User $user): array {
                    $figures = self::finished($user)->pluck('figure');

                    return [
                        'id' => $user->id,
                        'name' => $user->name,
                        'runs' => $figures->count(),
                        'last' => round((float) $figures->take(-5)->avg(), 1),
                    ];
                })
                ->all(),
        );
    }

    /** @return Collection<int, PracticeRun> oldest first; what was tried again on a known unit does not count */
    private static function finished(User $user): Collection
    {
        return PracticeRun::query()
            ->where('user_id', $user->id)
            ->where('is_over', true)
            ->whereNotNull('mechanism')
            ->orderBy('updated_at')
            ->orderBy('id')
            // Not the whole unit of each.
            ->get(['id', 'title', 'figure', 'mechanism', 'beside', 'grade', 'updated_at']);
    }

    /**
     * @param Collection<int, PracticeRun> $finished
     *
     * @return list<array{title: string, runs: int, figure: float}>
     */
    private static function units(Collection $finished): array
    {
        return $finished
            // Whatever values it had, it is that family.
            ->groupBy(static fn(PracticeRun $run): string => (string) preg_replace('/, values \d+$/', '', $run->title))
            ->map(
                static fn(Collection $runs, string $title): array => [
                    'title' => $title,
                    'runs' => $runs->count(),
                    'figure' => round((float) $runs->avg('figure'), 1),
                ],
            )
            ->sortBy('figure')
            ->take(self::LISTED)
            ->values()
            ->all();
    }

    /**
     * @param Collection<int, PracticeRun> $finished
     *
     * @return list<array{what: string, times: int, points: float}>
     */
    private static function slips(Collection $finished): array
    {
        $slips = [];
        foreach ($finished as $run) {
            foreach ($run->grade['deducted'] ?? [] as $one) {
                $kind = array_filter(
                    self::SLIPS,
                    static fn(string $begins): bool => str_starts_with($one['what'], $begins),
                    ARRAY_FILTER_USE_KEY,
                );
                $what = array_values($kind)[0] ?? 'good parts taken out';
                $slips[$what] = [
                    'what' => $what,
                    'times' => 1 + ($slips[$what]['times'] ?? 0),
                    'points' => $one['points'] + ($slips[$what]['points'] ?? 0.0),
                ];
            }
        }
        usort($slips, static fn(array $a, array $b): int => $b['points'] <=> $a['points']);

        return $slips;
    }
}

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

        return [
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
                self::finished($user)
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
            ->get(['id', 'title', 'figure', 'mechanism', 'beside', 'updated_at']);
    }
}

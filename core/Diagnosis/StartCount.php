<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Quantity\Binomial;

/**
 * How often a unit failed to start, and whether a repair has been shown to cure that.
 *
 * @phpstan-type StartsView array{
 *     before: StartTally,
 *     rate: array{
 *         low: float,
 *         high: float,
 *     },
 *     after: StartTally,
 *     // clean starts in a row, at the rate as counted
 *     needed: ?int,
 *     // the same at the lowest rate that fits
 *     needed_at_lowest: ?int,
 *     luck: ?float,
 *     sentence: string,
 * }
 *
 * @phpstan-type StartTally array{
 *     tried: int,
 *     failed: int,
 * }
 */
final readonly class StartCount
{
    private const CONFIDENCE = 0.95;

    /** @param list<string> $replaced the state of repair in which the failures were counted */
    private function __construct(public int $tried, public int $failed, public array $replaced) {}

    /**
     * The starts that tell about the fault: those before the first repair, or all if nothing was repaired.
     *
     * @param list<array{entry: string, tried: int, failed: int, replaced: list<string>, light: bool}> $starts
     */
    public static function of(array $starts): self
    {
        return self::sum($starts, $starts[0]['replaced'] ?? []);
    }

    /**
     * @param list<array{entry: string, tried: int, failed: int, replaced: list<string>, light: bool}> $starts
     * @param list<string>                                                                $replaced now
     *
     * @return StartsView|null null while nothing was counted; needed: clean starts at the rate that was counted
     */
    public static function view(array $starts, array $replaced): ?array
    {
        if ($starts === []) {
            return null;
        }
        $before = self::of($starts);
        $after = $before->replaced === $replaced ? new self(0, 0, $replaced) : self::sum($starts, $replaced);
        [$low, $high] = Binomial::limits($before->failed, $before->tried);
        $rate = $before->failed / $before->tried;
        $needed = Binomial::cleanTrials($rate);
        // The lower end is the harder one: what fails seldom hides behind many clean starts.
        $atLowest = Binomial::cleanTrials($low);
        $luck = $after->tried > 0 && $after->failed === 0 && $rate > 0 ? (1 - $rate) ** $after->tried : null;

        return [
            'before' => ['tried' => $before->tried, 'failed' => $before->failed],
            'rate' => ['low' => $low, 'high' => $high],
            'after' => ['tried' => $after->tried, 'failed' => $after->failed],
            'needed' => $needed,
            'needed_at_lowest' => $atLowest,
            'luck' => $luck,
            'sentence' => self::sentence(
                $before,
                $after,
                $low,
                $high,
                $needed,
                $atLowest,
                $luck,
                $before->replaced !== $replaced,
            ),
        ];
    }

    private static function sentence(
        self $before,
        self $after,
        float $low,
        float $high,
        ?int $needed,
        ?int $atLowest,
        ?float $luck,
        bool $isRepaired,
    ): string {
        $share = static fn(float $p): string => sprintf('%d %%', (int) round(100 * $p));
        $counted = sprintf(
            '%d of %d starts failed: the true rate is between %s and %s.',
            $before->failed,
            $before->tried,
            $share($low),
            $share($high),
        );
        if ($needed === null) {
            return $before->tried .
                ' clean starts' .
                sprintf(
                    ' still leave a rate of up to %s possible. Go on until one fails, warm and cold.',
                    $share($high),
                );
        }

        return match (true) {
            !$isRepaired => sprintf(
                '%s After the repair %d clean starts in a row are needed for %s confidence%s.',
                $counted,
                $needed,
                $share(self::CONFIDENCE),
                self::middle($before, $needed, $low, $atLowest),
            ),
            $after->failed > 0 => sprintf(
                'It failed again after the repair (%d of %d): not cured.',
                $after->failed,
                $after->tried,
            ),
            $after->tried >= $needed => sprintf(
                '%d clean starts after the repair: luck alone would give that with %s. Shown to be cured at %s ' .
                    'confidence%s.',
                $after->tried,
                $share((float) $luck),
                $share(self::CONFIDENCE),
                $atLowest !== null && $after->tried >= $atLowest
                    ? ', whatever its rate was'
                    : self::middle($before, $needed, $low, $atLowest),
            ),
            default => sprintf(
                '%d clean starts after the repair; %d more are needed for %s confidence.',
                $after->tried,
                $needed - $after->tried,
                $share(self::CONFIDENCE),
            ),
        };
    }

    /** For which rate that is: the middle of what was counted; and what the lower end would take. */
    private static function middle(self $before, int $needed, float $low, ?int $atLowest): string
    {
        return $atLowest === null || $atLowest <= $needed
            ? ''
            : sprintf(
                ' at the rate as counted, %d %%; at the lowest that fits, %d %%, it takes %d',
                (int) round((100 * $before->failed) / $before->tried),
                (int) round(100 * $low),
                $atLowest,
            );
    }

    /**
     * @param list<array{entry: string, tried: int, failed: int, replaced: list<string>, light: bool}> $starts
     * @param list<string>                                                                $replaced
     */
    private static function sum(array $starts, array $replaced): self
    {
        $these = array_filter($starts, static fn(array $start): bool => $start['replaced'] === $replaced);
        // Without its load it may start that does not with it: where both were counted, the heavy ones tell.
        $these = array_filter($these, static fn(array $start): bool => !$start['light']) ?: $these;

        return new self(array_sum(array_column($these, 'tried')), array_sum(array_column($these, 'failed')), $replaced);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Gating\ShortsSeen;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Supply\Description;

/**
 * How to put power on it, gentlest first, with the reasons for and against each (common practice throughout; the
 * reasons are the description's, the log's and the suspicion's).
 *
 * @phpstan-type MethodRank array{
 *     how: string,
 *     title: string,
 *     rank: string,
 *     reason: string,
 * }
 */
final readonly class MethodChoice
{
    /** Years without voltage after which old electrolytics want to be brought up slowly (common practice). */
    private const OLD = 20;

    private const SUSPECTED = 0.15;

    private Topology $kind;

    private bool $hadShort;

    private bool $isOld;

    /** @param float $shortShare probability that something in it is shorted */
    public function __construct(private Description $supply, private BenchState $state, private float $shortShare)
    {
        $this->kind = new Topology($supply);
        $this->hadShort = ShortsSeen::hadShort($supply, $state) && $state->limitedWith !== $state->replaced();
        $this->isOld = in_array('idle', $state->conditions, true) || ($state->years ?? 0) >= self::OLD;
    }

    /** @return list<MethodRank> rank: first, then, no */
    public function ranked(): array
    {
        $all = $this->kind->isDirectFed()
            ? $this->directFed()
            : [$this->bench(), $this->lamp(), $this->variableTransformer(), $this->isolated(), $this->rcd()];
        $order = ['first' => 0, 'then' => 1, 'no' => 2];
        $sorted = $all;
        usort($sorted, static fn(array $a, array $b): int => $order[$a['rank']] <=> $order[$b['rank']]);

        return $sorted;
    }

    private function doubtful(): bool
    {
        return $this->hadShort || $this->shortShare > self::SUSPECTED;
    }

    private function because(): string
    {
        return match (true) {
            $this->hadShort => 'there was a short in it',
            $this->shortShare > self::SUSPECTED => sprintf(
                'a short is suspected (%d %%)',
                (int) round(100 * $this->shortShare),
            ),
            $this->state->repairs !== [] => 'it was just repaired',
            default => 'nobody knows yet what it will do',
        };
    }

    /** @return list<MethodRank> */
    private function directFed(): array
    {
        return [
            $this->row(
                PowerMethod::BENCH,
                'first',
                'It runs from direct voltage: a bench supply in place of its feed, with the current limit just ' .
                    'above what it draws, is both the gentle and the real way. Polarity first.',
            ),
            $this->row(PowerMethod::LAMP, 'no', 'There is no mains in it; the current limit does what a lamp would.'),
            $this->row(PowerMethod::VARIABLE_TRANSFORMER, 'no', 'It needs direct voltage.'),
        ];
    }

    /** @return MethodRank */
    private function bench(): array
    {
        if ($this->kind->isOffLine()) {
            $bulk = $this->kind->bulk()->ref ?? '';

            return $this->row(
                PowerMethod::BENCH,
                $this->doubtful() ? 'first' : 'then',
                sprintf(
                    'Thirty volts across %s wake the controller with nothing that can burn or bite behind them: ' .
                        '%s. Drive, feedback and rectifiers can be followed; full output cannot.',
                    $bulk,
                    $this->because(),
                ),
            );
        }

        return $this->row(
            PowerMethod::BENCH,
            $this->kind->gentleReservoirs() === [] ? 'no' : 'then',
            $this->kind->gentleReservoirs() === []
                ? 'No reservoir in it works below the touch limit: a bench supply that high is no gentler than ' .
                    'the mains.'
                : 'Feeds a regulator at its reservoir without any mains. Never into the transformer: direct ' .
                    'current through a winding is only its copper resistance, and it burns.',
        );
    }

    /** @return MethodRank */
    private function lamp(): array
    {
        if ($this->kind->isOffLine()) {
            return $this->row(
                PowerMethod::LAMP,
                $this->doubtful() ? 'then' : 'first',
                'A short lights the lamp instead of the board. Under load a switcher may stutter behind it: ' .
                    'loads off, or little load. ' .
                    ($this->state->limitedWith === null
                        ? 'First mains after ' . ($this->state->repairs === [] ? 'arriving' : 'the repair') . '.'
                        : 'It has been on limited power before.'),
            );
        }

        return $this->row(
            PowerMethod::LAMP,
            $this->isOld && !$this->doubtful() ? 'then' : 'first',
            sprintf(
                'A lamp in series takes the mains if something is shorted, and goes dim if nothing is: %s.',
                $this->because(),
            ),
        );
    }

    /** @return MethodRank */
    private function variableTransformer(): array
    {
        $reason = match (true) {
            $this->kind->isOffLine()
                => 'Not for this one under load: a converter wants its power whatever the mains, and draws more ' .
                'current the lower it is; below its threshold nothing happens at all. Unloaded, as a last step ' .
                'up to full mains, it is all right.',
            $this->kind->hasRelay()
                => 'Slowly up, an ammeter in the line. Nothing happens until the relay pulls in, then everything ' .
                'at once: go through that quickly.',
            $this->kind->hasValves()
                => 'Slowly up, an ammeter in the line; old capacitors form on the way. Below their heater voltage ' .
                'valves draw nothing: the high tension stands higher than later, watch it against the ' .
                'capacitors\' rating.',
            default
                => 'Slowly up, an ammeter in the line: the rails follow the mains and a sudden rise of the current ' .
                'stops it in time.',
        };

        return $this->row(
            PowerMethod::VARIABLE_TRANSFORMER,
            $this->kind->isOffLine() ? 'no' : ($this->isOld && !$this->doubtful() ? 'first' : 'then'),
            ($this->isOld && !$this->kind->isOffLine() ? 'Old electrolytics that have stood want it. ' : '') . $reason,
        );
    }

    /** @return MethodRank */
    private function isolated(): array
    {
        return $this->row(
            PowerMethod::ISOLATED,
            $this->kind->isOffLine() ? 'then' : 'no',
            $this->kind->isOffLine()
                ? 'Whenever an oscilloscope goes to the hot side: the unit on the isolating transformer, never ' .
                    'the oscilloscope. It defeats the RCD, and one hand to the other across it is as deadly as ' .
                    'before.'
                : 'Its own transformer isolates already; only its primary is mains.',
        );
    }

    /** @return MethodRank */
    private function rcd(): array
    {
        return $this->row(
            PowerMethod::RCD,
            'then',
            $this->doubtful()
                ? 'Only after limited power has gone well.'
                : 'The last step: full mains, the right fuse, covers on, hands out, behind a residual-current device.',
        );
    }

    /** @return MethodRank */
    private function row(string $how, string $rank, string $reason): array
    {
        return ['how' => $how, 'title' => ucfirst(PowerMethod::WORDS[$how]), 'rank' => $rank, 'reason' => $reason];
    }
}

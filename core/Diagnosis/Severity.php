<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Diagnosis\Evidence\ReadingEvidence;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * How bad a fault is, as far as the readings tell, between the severities that were solved.
 */
final readonly class Severity
{
    /** Readings must lie this many standard deviations apart at the two ends to say anything of what is between. */
    private const TELLING = 2.0;

    /**
     * Share of belief that the severities must hold to be told as a range, and the decades that a range may have to be
     * worth saying.
     */
    private const SURE = 0.8;

    private const WORTH_SAYING = 1.6;

    /** Severities further off, either way, between which a reading may place it. */
    private const WIDEST = 2;

    /** Logarithm of the ratio up to which it is as bad, or as mild, as anything that was solved. */
    private const AT_AN_END = 0.05;

    /**
     * @param float $least of the range in which it lies: ohms, or a share of the good value
     * @param float $most  likewise; the same as $least where readings place it
     */
    private function __construct(public float $least, public float $most, public Unit $in) {}

    /** What the readings tell; null if the fault has no degree, or nothing tells it. */
    public static function of(Hypothesis $hypothesis, Belief $belief, Knowledge $knowledge): ?self
    {
        $shares = self::cells($hypothesis, $belief, $knowledge->dictionary(null));
        if ($hypothesis->in === null || $shares === []) {
            return null;
        }
        $cell = (int) array_search(max($shares), $shares, true);
        $placed = self::placed($hypothesis, $cell, $belief, $knowledge);
        if ($placed !== null) {
            return new self($placed, $placed, $hypothesis->in);
        }
        arsort($shares);
        $held = $ends = [];
        foreach ($shares as $k => $share) {
            if (array_sum($held) < self::SURE) {
                $held[] = $share;
                $ends[] = $hypothesis->degrees[$k];
                $ends[] = $hypothesis->degrees[$k + 1];
            }
        }
        [$least, $most] = [min([INF, ...$ends]), max([0.0, ...$ends])];

        return count($held) < count($shares) && log10($most / $least) < self::WORTH_SAYING
            ? new self($least, $most, $hypothesis->in)
            : null;
    }

    public function words(): string
    {
        return match (true) {
            $this->least === $this->most => ($this->in === Unit::Ohm ? 'like ' : 'at about ') .
                self::write($this->least, $this->in),
            default => sprintf(
                '%s%s to %s',
                $this->in === Unit::Ohm ? 'like ' : 'at ',
                self::write($this->least, $this->in),
                self::write($this->most, $this->in),
            ),
        };
    }

    private static function write(float $value, Unit $in): string
    {
        if ($in !== Unit::Ratio) {
            return Quantity::write($value, $in, 2);
        }

        return $value < 1.6
            ? round(100 * $value, $value < 0.1 ? 1 : 0) . ' %'
            : rtrim(rtrim(sprintf('%.1f', $value), '0'), '.') . ' times its value';
    }

    /** @return array<int, float> how likely it lies between one severity and the next; empty if it has no degree */
    private static function cells(Hypothesis $hypothesis, Belief $belief, FaultDictionary $dictionary): array
    {
        $cells = [];
        foreach ($hypothesis->degrees === [] ? [] : $dictionary->forms($hypothesis->id) as $k => $form) {
            $cells[$form->cell] = ($cells[$form->cell] ?? 0.0) + ($belief->forms[$hypothesis->id][$k] ?? 0.0);
        }

        return $cells;
    }

    /**
     * Where the readings place it, about the severities $cell and $cell + 1; null if none does, or it is as bad as
     * anything that was solved.
     */
    private static function placed(Hypothesis $hypothesis, int $cell, Belief $belief, Knowledge $knowledge): ?float
    {
        $sum = $weights = 0.0;
        foreach ($belief->evidence as $item) {
            [$severity, $apart] =
                $item instanceof ReadingEvidence ? self::placedBy($item, $hypothesis, $cell, $knowledge) : [0.0, 0.0];
            if ($apart > 0.0) {
                $sum += $apart ** 2 * log($severity);
                $weights += $apart ** 2;
            }
        }
        $placed = $weights > 0.0 ? exp($sum / $weights) : null;
        $ends = [min([INF, ...$hypothesis->degrees]), max([0.0, ...$hypothesis->degrees])];

        return $placed === null ||
            abs(log($placed / $ends[0])) < self::AT_AN_END ||
            abs(log($placed / $ends[1])) < self::AT_AN_END
            ? null
            : $placed;
    }

    /**
     * By one reading, from as near as the severities lie that it tells apart.
     *
     * @return array{float, float} severity, and how far the two are apart in standard deviations; 0 if it tells none
     *     apart
     */
    private static function placedBy(
        ReadingEvidence $item,
        Hypothesis $hypothesis,
        int $cell,
        Knowledge $knowledge,
    ): array {
        $last = count($hypothesis->degrees) - 1;
        for ($wider = 0; $wider <= self::WIDEST; $wider++) {
            [$from, $to] = [max(0, $cell - $wider), min($last, $cell + 1 + $wider)];
            $places = $item->places(
                Hypothesis::at($hypothesis->id, $from),
                Hypothesis::at($hypothesis->id, $to),
                $knowledge,
            );
            if ($places !== null && $places['apart'] > self::TELLING) {
                $between = Interpolation::of($hypothesis, $from, $to);

                return [
                    $between->severity($places['seen'], $places['good'], $places['from'], $places['to']) ??
                    $between->at($places['share']),
                    $places['apart'],
                ];
            }
        }

        return [0.0, 0.0];
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Quantity\Unit;

/**
 * What a fault reads between two of the severities at which it was solved.
 *
 * In a linear circuit every reading is a bilinear function of one resistance (Bode 1945, from memory), so that 1 /
 * (reading - that of a good unit) is a straight line over the ohms of what lies across, over the siemens of what lies
 * in series, and over 1 / (share - 1) of what has a share of its value. Where that does not hold, readings go in
 * proportion as the severity goes in decades.
 */
final readonly class Interpolation
{
    private function __construct(private float $from, private float $to, private ?Unit $in, private bool $isAcross) {}

    /** Between the severities $cell and $cell + 1 of a fault, or $cell and a later one. */
    public static function of(Hypothesis $hypothesis, int $cell, ?int $to = null): self
    {
        return new self(
            $hypothesis->degrees[$cell],
            $hypothesis->degrees[$to ?? $cell + 1],
            $hypothesis->in,
            FailureClass::of($hypothesis->fault)->burdens(),
        );
    }

    /** The severity a share of the way from one to the other, in decades. */
    public function at(float $share): float
    {
        return $this->from * ($this->to / $this->from) ** $share;
    }

    /**
     * By either law: what regulates or limits follows neither from end to end.
     *
     * @param float $share of the way from one severity to the other, in decades
     * @param float $good  reading of a good unit
     * @param float $first reading at the one severity
     * @param float $last  reading at the other
     *
     * @return list<float> what may be read there
     */
    public function readings(float $share, float $good, float $first, float $last): array
    {
        if ($share <= 0.0 || $first === $last) {
            return [$first];
        }
        if ($share >= 1.0) {
            return [$last];
        }
        if (!is_finite($first + $last)) {
            return [$share < 0.5 ? $first : $last];
        }
        $readings = [$first * $last > 0.0 ? $first * ($last / $first) ** $share : $first + $share * ($last - $first)];
        if (self::isStraight($good, $first, $last)) {
            $seen = 1 / ($first - $good) + $this->way($this->at($share)) * (1 / ($last - $good) - 1 / ($first - $good));
            $readings[] = max(min($first, $last), min(max($first, $last), $good + 1 / $seen));
        }

        return $readings;
    }

    /** The severity at which a reading lies between two others; null if it does not follow from them. */
    public function severity(float $seen, float $good, float $first, float $last): ?float
    {
        if (
            $first === $last ||
            !is_finite($seen) ||
            !self::isStraight($good, $first, $last) ||
            ($seen - $good) * ($first - $good) <= 0.0
        ) {
            return null;
        }
        $way = (1 / ($seen - $good) - 1 / ($first - $good)) / (1 / ($last - $good) - 1 / ($first - $good));

        return $way < 0.0 || $way > 1.0 ? null : $this->along($way);
    }

    private static function isStraight(float $good, float $first, float $last): bool
    {
        return is_finite($good + $first + $last) && ($first - $good) * ($last - $good) > 0.0;
    }

    /** How far a severity is on the line on which 1 / (reading - good) is straight: 0 at the one, 1 at the other. */
    private function way(float $severity): float
    {
        [$first, $here, $last] = array_map($this->unrolled(...), [$this->from, $severity, $this->to]);

        return ($here - $first) / ($last - $first);
    }

    private function along(float $way): float
    {
        $here = $this->unrolled($this->from) + $way * ($this->unrolled($this->to) - $this->unrolled($this->from));

        return match (true) {
            $this->in !== Unit::Ohm => 1 + fdiv(1.0, $here),
            $this->isAcross => $here,
            default => fdiv(1.0, $here),
        };
    }

    /** What a good part has is out of sight there: nothing across it, nothing in series with it, or its whole value. */
    private function unrolled(float $severity): float
    {
        return match (true) {
            $this->in !== Unit::Ohm => 1 / ($severity - 1),
            $this->isAcross => $severity,
            default => 1 / $severity,
        };
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mishap;

use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** Two parts that look alike, each where the other belongs. */
final readonly class Swap implements Mishap
{
    public function __construct(private string $one, private string $other) {}

    public function made(Description $supply): Description
    {
        [$one, $other] = [$supply->part($this->one), $supply->part($this->other)];

        return $supply->withParts([
            $this->one => self::inPlaceOf($one, $other),
            $this->other => self::inPlaceOf($other, $one),
        ]);
    }

    /** The one at the terminals of the other. */
    private static function inPlaceOf(Part $seat, Part $sits): Part
    {
        return new Part(
            $seat->ref,
            $sits->kind,
            $seat->terminals,
            $sits->values,
            $sits->tolerances,
            $seat->written,
            $sits->choices,
            $seat->links,
        );
    }

    public function asleep(Description $supply): Description
    {
        return $this->made($supply);
    }

    public function endsWithout(string $ref): bool
    {
        return false;
    }

    public function misplaces(string $ref): bool
    {
        return $ref === $this->one || $ref === $this->other;
    }

    public function isUndone(array $replaced): bool
    {
        return in_array($this->one, $replaced, true) && in_array($this->other, $replaced, true);
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Ability\Oscillates;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;

/** What sets the clock that is seen at a point, and which of it makes it slow or fast. */
final class ClockLaw
{
    /** @return string empty where no clock is seen, or nothing that sets it is described */
    public static function words(Description $supply, Point $point, float $hertz, Window $window): string
    {
        foreach ($supply->clocksAt($point->node) as $controller) {
            [$resistors, $capacitors] = self::parts($supply, $controller);
            if (!($controller->kind instanceof Oscillates) || $resistors === [] || $capacitors === []) {
                continue;
            }
            $named = static fn(array $parts): string => implode(
                ' and ',
                array_map(static fn(Part $p): string => $p->label(), $parts),
            );
            $refs = static fn(array $parts): string => implode(' or ', array_column($parts, 'ref'));

            return sprintf(
                '%s sets it as %s with %s and %s',
                $controller->ref,
                $controller->kind->clockLaw($controller),
                $named($resistors),
                $named($capacitors),
            ) .
                match (true) {
                    $hertz > 0.0 && $hertz < $window->low => sprintf(
                        ': slow if %s has gone high or %s has more than it says.',
                        $refs($resistors),
                        $refs($capacitors),
                    ),
                    $hertz > $window->high => sprintf(
                        ': fast if %s has lost capacitance or %s has gone low.',
                        $refs($capacitors),
                        $refs($resistors),
                    ),
                    default => '.',
                };
        }

        return '';
    }

    /** @return array{list<Part>, list<Part>} resistors and capacitors */
    private static function parts(Description $supply, Part $controller): array
    {
        $found = [[], []];
        foreach ($controller->kind instanceof Oscillates ? $controller->kind->clockBetween($controller) : [] as $ends) {
            foreach ($supply->parts as $part) {
                if (count(array_intersect($ends, $part->terminals)) < 2 || $part->ref === $controller->ref) {
                    continue;
                }
                if ($part->kind instanceof Resistor) {
                    $found[0][] = $part;
                } elseif ($part->kind instanceof StoresCharge) {
                    $found[1][] = $part;
                }
            }
        }

        return $found;
    }
}

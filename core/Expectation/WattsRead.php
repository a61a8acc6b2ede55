<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\PointPair;

/** What the resistors between two leads turn into heat, of what was read across them: V squared over R. */
final class WattsRead
{
    /** Share of its rating from which a resistor has no margin (common practice: half of it is good practice). */
    private const MARGIN = 0.8;

    /** Share below which nobody asks. */
    private const LITTLE = 0.1;

    /**
     * @param string $target a point, or two of them
     * @param float  $volts  direct, or rms
     *
     * @return string a sentence for each; empty where none lies there, or next to nothing is lost in them
     */
    public static function words(Description $supply, string $target, float $volts): string
    {
        $point = $supply->points[$target] ?? null;
        [$from, $to] = PointPair::ends($target, $supply->points) ?? [null, null];
        $nodes = match (true) {
            $point !== null => [$point->node, $point->against],
            $from !== null && $to !== null => [$from->node, $to->node],
            default => [],
        };
        $words = [];
        foreach ($nodes === [] || !is_finite($volts) ? [] : $supply->parts as $part) {
            if ($part->kind instanceof Resistor && array_diff($part->terminals, $nodes) === []) {
                $words[] = self::of($part, $volts);
            }
        }

        return implode(' ', array_filter($words));
    }

    private static function of(Part $part, float $volts): string
    {
        return self::ofPart($part, $volts ** 2 / $part->value('value'));
    }

    /** @return string empty where next to nothing of its rating is lost in it */
    public static function ofPart(Part $part, float $watts): string
    {
        $share = $watts / max(1e-9, $part->value('power'));

        return $share < self::LITTLE
            ? ''
            : sprintf(
                '%s turns %s of its %s into heat%s.',
                $part->ref,
                Quantity::write($watts, Unit::Watt, 2),
                Quantity::write($part->value('power'), Unit::Watt, 2),
                match (true) {
                    $share > 1.0 => ': too much for it',
                    $share > self::MARGIN => ': no margin',
                    default => '',
                },
            );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Calibration;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\Kind\Potentiometer;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * What can be adjusted, in which order, and the points to check. The order follows the circuit: what moves most of the
 * others comes first (the reference), what moves only its own output last.
 */
final readonly class CalibrationPlan
{
    public const AS_FOUND = 'as_found';

    public const AS_LEFT = 'as_left';

    /** Closed up, warmed up, measured again. */
    public const SECOND = 'second';

    public const PHASES = [
        self::AS_FOUND => 'as found',
        self::AS_LEFT => 'as left',
        self::SECOND => 'second pass, closed and warm',
    ];

    /** Minutes until a reading counts (common practice: 20 to 30). */
    public const WARM_UP = 20;

    private const NUDGE = 0.05;

    /** Share of a reading that counts as moved. */
    private const MOVED = 0.001;

    /** Share of its volts that a rail moves by when the mains doubles, from which it is not regulated. */
    private const FOLLOWS = 0.3;

    /** A rail with a tolerance that nobody stated. */
    private const TOLERANCE = 0.05;

    /**
     * @param list<Adjustment> $adjustments in order
     * @param list<array{point: string, title: string, nominal: float, low: float, high: float, source: string}> $points
     *     volts
     */
    private function __construct(public array $adjustments, public array $points) {}

    public static function of(Description $supply, Mode $mode, Expectations $expected): self
    {
        // A first idea of the unit is enough: only what was never regulated is left out by it.
        if ($expected->unsettled() !== null) {
            throw PlanRefused::because('mode', (string) $expected->refusal());
        }
        $points = [];
        foreach ($supply->points as $id => $point) {
            if ($point->documented === null && !isset($supply->outputs()[$id])) {
                continue;
            }
            $isStated = $point->documented !== null && in_array($point->documented['mode'], [null, $mode->id], true);
            $nominal = $isStated ? $point->documented['value'] : (float) $point->rail;
            $half = abs($nominal) * ($isStated ? $point->documented['tolerance'] : self::TOLERANCE);
            // What was never regulated has no setting that could be off.
            if (!$isStated && self::isUnregulated($supply, $expected, (string) $id, $nominal, $half)) {
                continue;
            }
            $points[] = [
                'point' => (string) $id,
                'title' => $point->name,
                'nominal' => $nominal,
                'low' => $nominal - $half,
                'high' => $nominal + $half,
                'source' => $isStated ? 'service document' : 'rail, ±5 % (common practice)',
            ];
        }

        return new self(self::adjustments($supply, $mode), $points);
    }

    /** It stands away from its mark already, or follows the mains. */
    private static function isUnregulated(
        Description $supply,
        Expectations $expected,
        string $id,
        float $nominal,
        float $half,
    ): bool {
        return abs($expected->window($id, 'dc')->nominal - $nominal) > $half ||
            abs($expected->slope($id) * $supply->mainsVoltage) > self::FOLLOWS * abs($nominal);
    }

    /** @return list<Adjustment> */
    private static function adjustments(Description $supply, Mode $mode): array
    {
        $trimmers = array_filter(
            $supply->partsIn($mode),
            static fn(Part $p): bool => $p->kind instanceof Potentiometer,
        );
        if ($trimmers === []) {
            return [];
        }
        $rest = (new Behaviour($supply))->live($mode);
        $found = [];
        foreach ($trimmers as $ref => $part) {
            $moves = [];
            try {
                $turned = $supply->withParts([
                    $ref => $part->with('position', min(0.95, $part->value('position') + self::NUDGE)),
                ]);
                $seen = (new Behaviour($turned))->live($mode, [], null, $rest->guide, true);
                foreach ($seen->settled ? array_keys($supply->points) : [] as $id) {
                    $by = $seen->reading((string) $id, 'dc') - $rest->reading((string) $id, 'dc');
                    if (abs($by) > self::MOVED * max(1.0, abs($rest->reading((string) $id, 'dc')))) {
                        $moves[(string) $id] = $by;
                    }
                }
            } catch (CircuitError) {
                // What finds no rest when it is turned is listed all the same.
            }
            uasort($moves, static fn(float $a, float $b): int => abs($b) <=> abs($a));
            $found[] = new Adjustment((string) $ref, $part->label(), $moves);
        }
        usort(
            $found,
            static fn(Adjustment $a, Adjustment $b): int => [count($b->moves), $a->ref] <=> [count($a->moves), $b->ref],
        );

        return $found;
    }
}

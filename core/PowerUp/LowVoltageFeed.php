<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Expectation\Run;
use Oculant\Core\Parts\LivesBetween;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Resistor;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** A bench supply instead of the mains: where, which way round, how much, what wakes up, and what must be put back. */
final readonly class LowVoltageFeed
{
    /** Volts: well above what controllers start at, half the touch limit. */
    private const VOLTS = 30.0;

    /** Volts that a bench supply may be set to before it is dangerous itself (60 V DC, IEC 61010-1). */
    private const MOST = 60.0;

    /** Times its start voltage that a controller wants behind a resistor. */
    private const ABOVE_START = 1.8;

    private const LIMITS = [0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0];

    /** Volts within which the waking point is looked for. */
    private const CLOSE = 0.5;

    /** @return list<array<string, mixed>> one per place, as view() gives it */
    public static function plans(Description $supply): array
    {
        $kind = new Topology($supply);
        $gentle = $kind->gentlest();
        if ($kind->isDirectFed()) {
            return [self::plan($supply, $supply->mode(null), null, $supply->mainsVoltage, null, null)];
        }
        $bulk = $kind->bulk();
        if ($bulk !== null) {
            return [self::offLine($supply, $kind, $gentle, $bulk)];
        }
        $healthy = (new Behaviour($supply))->run($supply->mode(null))->longest()->record;
        $plans = [];
        foreach ($kind->reservoirs() as $part) {
            $volts = abs($healthy->signal($part->node('plus'), $part->node('minus'))->average);
            if ($volts > 1.0 && $volts <= self::MOST) {
                $plans[] = self::plan($supply, $supply->mode(null), $part, round($volts, 0), null, null);
            }
        }

        return $plans;
    }

    /** @return array<string, mixed> */
    private static function offLine(Description $supply, Topology $kind, Mode $mode, Part $bulk): array
    {
        $controller = null;
        $path = [];
        foreach ($kind->controllers() as $one) {
            $found = self::startPath($supply, $one, $bulk);
            if ($controller === null || $found !== []) {
                [$controller, $path] = [$one, $found];
            }
        }
        $start =
            $controller !== null && $controller->kind instanceof LivesBetween
                ? $controller->kind->thresholds($controller)[3]
                : 0.0;
        $volts = min(self::MOST, max(self::VOLTS, ceil((self::ABOVE_START * $start) / 5) * 5));
        $scaled = $path === [] ? null : self::scaled($supply, $path, $volts, $start);

        return self::plan($supply, $mode, $bulk, $volts, $scaled, $controller);
    }

    /**
     * The resistors through which a controller's supply pin is fed from rectified mains.
     *
     * @return list<Part> from the pin outwards; empty if it takes its start-up current from elsewhere
     */
    private static function startPath(Description $supply, Part $controller, Part $bulk): array
    {
        if (!($controller->kind instanceof LivesBetween)) {
            return [];
        }
        [$pin, $ground] = $controller->kind->thresholds($controller);
        $ways = [[$pin, []]];
        $seen = [$pin => true, $ground => true];
        while ($ways !== []) {
            [$node, $path] = array_shift($ways);
            foreach ($supply->parts as $part) {
                if (!($part->kind instanceof Resistor) || !in_array($node, $part->terminals, true)) {
                    continue;
                }
                $other = $part->node('a') === $node ? $part->node('b') : $part->node('a');
                if ($other === $bulk->node('plus') || self::isMainsAc($supply, $other)) {
                    return [...$path, $part];
                }
                if (!isset($seen[$other])) {
                    $seen[$other] = true;
                    $ways[] = [$other, [...$path, $part]];
                }
            }
        }

        return [];
    }

    private static function isMainsAc(Description $supply, string $node): bool
    {
        foreach ($supply->parts as $part) {
            if (
                $part->has('ac1') &&
                in_array($node, [$part->node('ac1'), $part->node('ac2')], true) &&
                $supply->isHot($node)
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * R x Vtest / Vnormal lets the same start-up current through (common practice); the nearest of E24 from below, so
     * that it surely starts.
     *
     * @param non-empty-list<Part> $path
     *
     * @return array{part: string, from: float, to: float, watts: float, atMains: float}
     */
    private static function scaled(Description $supply, array $path, float $volts, float $start): array
    {
        $normal = $supply->mainsVoltage * M_SQRT2;
        usort($path, static fn(Part $a, Part $b): int => $b->value('value') <=> $a->value('value'));
        $rest = array_sum(array_map(static fn(Part $p): float => $p->value('value'), array_slice($path, 1)));
        $largest = $path[0];
        $ohms = max(100.0, (($largest->value('value') + $rest) * $volts) / $normal - $rest);
        $fitted = PreferredValues::E24->nearest($ohms);
        if ($fitted > $ohms * 1.001) {
            $fitted = PreferredValues::E24->nearest($ohms * 0.95);
        }

        return [
            'part' => $largest->ref,
            'from' => $largest->value('value'),
            'to' => $fitted,
            'watts' => max(0.0, $volts - $start) ** 2 / $fitted,
            'atMains' => $normal ** 2 / $fitted,
        ];
    }

    /**
     * @param array{part: string, from: float, to: float, watts: float, atMains: float}|null $scaled
     *
     * @return array<string, mixed>
     */
    private static function plan(
        Description $supply,
        Mode $mode,
        ?Part $at,
        float $volts,
        ?array $scaled,
        ?Part $controller,
    ): array {
        $seen = static function (float $v, float $limit) use ($supply, $mode, $at, $scaled): Description {
            $method = new PowerMethod(PowerMethod::BENCH, volts: $v, limit: $limit, part: $at?->ref);

            return $supply->altered($mode->id, [
                ...$method->alterations($supply),
                ...$scaled === null
                    ? []
                    : [Alteration::set($scaled['part'], [self::main($supply->part($scaled['part'])) => $scaled['to']])],
            ]);
        };
        $generous = self::LIMITS[count(self::LIMITS) - 1];
        $amperes = self::drawn(self::run($seen($volts, $generous)));
        $limit = self::limit($amperes);
        $altered = $seen($volts, $limit);
        $observation = (new Behaviour($altered))->live($altered->mode(null));
        $wakes = $controller === null ? null : self::wakes($seen, $generous, $controller, $volts);

        return [
            'method' =>
                ['how' => PowerMethod::BENCH, 'volts' => $volts, 'limit' => $limit] +
                ($at === null ? [] : ['part' => $at->ref]),
            'mode' => $mode->id,
            'where' =>
                $at === null
                    ? 'In place of its own feed, at the same two terminals.'
                    : sprintf(
                        'Plus on the + of %s (%s), minus on its - (%s).',
                        $at->ref,
                        $at->node('plus'),
                        $supply->grounds[$at->node('minus')]->name ?? $at->node('minus'),
                    ),
            'polarity' =>
                $at === null
                    ? 'Polarity as on its connector; look twice.'
                    : 'Behind a rectifier polarity matters: look twice. Ahead of a bridge it would not.' .
                        ($supply->isHot($at->node('plus'))
                            ? ' Mains plug out, and the capacitor discharged first.'
                            : ' Not into the transformer.'),
            'set' => sprintf(
                '%s, current limit %s (a good unit takes about %s)',
                Quantity::write($volts, Unit::Volt),
                Quantity::write($limit, Unit::Ampere),
                Quantity::write($amperes, Unit::Ampere, 2),
            ),
            'mode_name' => $mode->name,
            'scaled' =>
                $scaled === null
                    ? null
                    : [
                        'part' => $scaled['part'],
                        'value' => Quantity::write($scaled['to'], Unit::Ohm),
                        'sentence' => sprintf(
                            '%s feeds the controller its start-up current. For %s fit %s instead of %s (%s ' .
                                'there), and put it back before mains: at %s it would burn with %s.',
                            $scaled['part'],
                            Quantity::write($volts, Unit::Volt),
                            Quantity::write($scaled['to'], Unit::Ohm),
                            Quantity::write($scaled['from'], Unit::Ohm),
                            Quantity::write($scaled['watts'], Unit::Watt, 2),
                            Quantity::write($supply->mainsVoltage * M_SQRT2, Unit::Volt),
                            Quantity::write($scaled['atMains'], Unit::Watt, 2),
                        ),
                    ],
            'start' => match (true) {
                $controller === null => 'Nothing has to wake up: what it feeds follows at once.',
                $scaled === null => sprintf(
                    '%s takes its start-up current by itself: no resistor has to be changed.',
                    $controller->ref,
                ),
                default => sprintf(
                    '%s starts at %s on its supply pin.',
                    $controller->ref,
                    Quantity::volts(
                        $controller->kind instanceof LivesBetween ? $controller->kind->thresholds($controller)[3] : 0.0,
                    ),
                ),
            },
            'wakes' =>
                $controller === null
                    ? ''
                    : ($wakes === null
                        ? sprintf(
                            '%s does not start below %s: expect its supply pin to rise and nothing more.',
                            $controller->ref,
                            Quantity::write($volts, Unit::Volt),
                        )
                        : sprintf(
                            '%s comes alive at about %s.',
                            $controller->ref,
                            Quantity::write($wakes, Unit::Volt),
                        )),
            'readings' => self::readings($supply, $observation),
            'signs' => $observation->signs,
            'ticks' => in_array('ticks', $observation->signs, true)
                ? 'It ticks: at this voltage its auxiliary winding cannot keep the controller fed. That is how a ' .
                    'good one behaves here.'
                : '',
            'put_back' => array_values(
                array_filter([
                    $scaled === null ? '' : "{$scaled['part']} back to " . Quantity::write($scaled['from'], Unit::Ohm),
                    $at === null ? 'its own feed' : "bench leads off {$at->ref}",
                    $supply->isHot($at?->node('plus') ?? '') ? "discharge {$at?->ref} before mains" : '',
                ]),
            ),
        ];
    }

    private static function main(Part $part): string
    {
        return $part->kind->parameters()[0]->name;
    }

    private static function run(Description $altered): ?Run
    {
        try {
            return (new Behaviour($altered))->run($altered->mode(null));
        } catch (CircuitError) {
            return null;
        }
    }

    /** @return float amperes from the bench supply, in the hungriest phase */
    private static function drawn(?Run $run): float
    {
        $most = 0.0;
        foreach ($run->phases ?? [] as $phase) {
            $most = max($most, abs($phase->record->currentSignal('BENCH')->average));
        }

        return $most;
    }

    /** Half as much again as a good unit takes, on the next step of the knob. */
    private static function limit(float $amperes): float
    {
        foreach (self::LIMITS as $limit) {
            if ($limit >= 1.5 * $amperes) {
                return $limit;
            }
        }

        return self::LIMITS[count(self::LIMITS) - 1];
    }

    /**
     * @param callable(float, float): Description $seen
     *
     * @return float|null volts at which the controller first runs; null if it does not up to the test voltage
     */
    private static function wakes(callable $seen, float $limit, Part $controller, float $volts): ?float
    {
        $isAwake = static function (float $v) use ($seen, $limit, $controller): bool {
            foreach (self::run($seen($v, $limit))->phases ?? [] as $phase) {
                if (UnderVoltageLockout::isRunning($phase->parts[$controller->ref])) {
                    return true;
                }
            }

            return false;
        };
        if (!$isAwake($volts)) {
            return null;
        }
        [$low, $high] = [0.0, $volts];
        while ($high - $low > self::CLOSE) {
            $middle = ($low + $high) / 2;
            $isAwake($middle) ? ($high = $middle) : ($low = $middle);
        }

        return round($high, 1);
    }

    /** @return list<array{point: string, name: string, expected: string}> */
    private static function readings(Description $supply, Observation $observation): array
    {
        $rows = [];
        foreach ($observation->settled ? $supply->points : [] as $id => $point) {
            $dc = $observation->reading((string) $id, 'dc');
            $rows[] = [
                'point' => (string) $id,
                'name' => $point->name,
                'expected' => Quantity::volts(abs($dc) < 5e-3 ? 0.0 : $dc),
            ];
        }

        return $rows;
    }
}

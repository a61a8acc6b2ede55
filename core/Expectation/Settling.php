<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Parts\Adjusts;
use Oculant\Core\Parts\Decides;
use Oculant\Core\Parts\HasState;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * The mode machine around the solver: solve with every part in its state, let the parts that follow slowly agree with what
 * the circuit does, then let those that switch decide, and solve again. Decisions that lead back to where they came from
 * are a hiccup: the phases of that round are the answer.
 */
final readonly class Settling
{
    private const MOST_ROUNDS = 24;

    private const MOST_ADJUSTMENTS = 40;

    /** Relative change of a followed quantity below which it has settled. */
    private const SETTLED = 0.004;

    /** @param array<string, string> $faults fault name by part reference */
    private function __construct(private Description $supply, private array $faults)
    {
    }

    /**
     * @param array<string, string> $faults     fault name by part reference
     * @param float|null            $mainsVolts as measured; null for the mode's share of nominal
     * @param list<float>|null      $warm       states of a similar solve
     *
     * @throws NoStableReading if a circuit on the way does not settle
     */
    public static function of(Description $supply, Mode $mode, array $faults = [], ?float $mainsVolts = null, ?array $warm = null): Run
    {
        $parts = $supply->partsIn($mode, $mainsVolts);
        foreach ($parts as $ref => $part) {
            if ($part->kind instanceof HasState) {
                $parts[$ref] = $part->withValues($part->kind->rest($part));
            }
        }

        return (new self($supply, $faults))->run($parts, $warm);
    }

    /**
     * @param array<string, Part> $parts
     * @param list<float>|null    $warm
     */
    private function run(array $parts, ?array $warm): Run
    {
        $seen = $phases = [];
        for ($round = 0; $round < self::MOST_ROUNDS; $round++) {
            [$parts, $record] = $this->follow($parts, $warm);
            $warm = $record->states();
            $next = $parts;
            $dwell = INF;
            foreach ($parts as $ref => $part) {
                if ($part->kind instanceof Decides) {
                    $decided = $part->kind->decide($part, $this->faults[$ref] ?? null, $record);
                    $next[$ref] = $part->withValues($decided);
                    if ($decided != array_intersect_key($part->values, $decided)) {
                        $dwell = min($dwell, $part->kind->dwell($part, $record));
                    }
                }
            }
            $phases[] = new Phase($record, $parts, $this->faults, is_infinite($dwell) ? 0.0 : $dwell);
            if (is_infinite($dwell)) {
                return new Run([$phases[count($phases) - 1]]);
            }
            $seen[$this->decisions($parts)] = count($phases) - 1;
            $again = $seen[$this->decisions($next)] ?? null;
            if ($again !== null) {
                return new Run(array_slice($phases, $again));
            }
            $parts = $next;
        }

        throw NoStableReading::keepsSwitching(self::MOST_ROUNDS);
    }

    /**
     * @param array<string, Part> $parts
     * @param list<float>|null    $warm
     *
     * @return array{array<string, Part>, CycleRecord}
     */
    private function follow(array $parts, ?array $warm): array
    {
        for ($try = 0; $try < self::MOST_ADJUSTMENTS; $try++) {
            $record = SteadyState::of(CircuitBuilder::live($this->supply, $parts, $this->faults), $warm);
            $warm = $record->states();
            $settled = true;
            // A converter and what feeds it can throw each other to and fro; smaller steps meet in the middle.
            $step = $try < 6 ? 1.0 : ($try < 16 ? 0.5 : 0.2);
            foreach ($parts as $ref => $part) {
                if (! $part->kind instanceof Adjusts) {
                    continue;
                }
                $values = [];
                foreach ($part->kind->adjust($part, $this->faults[$ref] ?? null, $record) as $name => $wanted) {
                    $old = $part->value($name);
                    $settled = $settled && abs($wanted - $old) <= self::SETTLED * max(abs($wanted), abs($old)) + 1e-6;
                    $values[$name] = $old + $step * ($wanted - $old);
                }
                $parts[$ref] = $part->withValues($values);
            }
            if ($settled) {
                return [$parts, $record];
            }
        }

        throw NoStableReading::keepsSwitching(self::MOST_ADJUSTMENTS);
    }

    /** @param array<string, Part> $parts */
    private function decisions(array $parts): string
    {
        $states = [];
        foreach ($parts as $ref => $part) {
            if ($part->kind instanceof Decides) {
                $keys = array_keys($part->kind->rest($part));
                $followed = $part->kind instanceof Adjusts ? ['conductance', 'bulk'] : [];
                foreach (array_diff($keys, $followed) as $key) {
                    $states[] = "{$ref}.{$key}={$part->value($key)}";
                }
            }
        }

        return implode(' ', $states);
    }
}

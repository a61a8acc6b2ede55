<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Circuit\SteadyState;
use Oculant\Core\Circuit\WarmStart;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\HasState;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * The mode machine around the solver: solve with every part in its state, let the parts that follow slowly agree with
 * what the circuit does, then let those that switch decide, and solve again. Decisions that lead back to where they
 * came from are a hiccup: the phases of that round are the answer.
 */
final readonly class Settling
{
    private const MOST_ROUNDS = 24;

    private const MOST_ADJUSTMENTS = 40;

    /** Rounds at the end in which what still moves is what keeps it from rest. */
    private const LAST = 6;

    /** Relative change of a followed quantity below which it has settled, and enough for a decision. */
    private const SETTLED = 0.004;

    private const ROUGHLY = 0.05;

    /**
     * @param array<string, string> $faults    fault name by part reference
     * @param float                 $tolerance relative change of a followed quantity that does not count in the end
     */
    private function __construct(private Description $supply, private array $faults, private float $tolerance) {}

    /**
     * @param array<string, string> $faults     fault name by part reference
     * @param float|null            $mainsVolts as measured; null for the mode's share of nominal
     * @param Guide|null            $guide      how a similar supply came to rest in this mode
     * @param bool $isRunning true to begin where the guide ended, not with everything off: for small differences,
     *     followed roughly
     *
     * @throws NoStableReading if a circuit on the way does not settle
     */
    public static function of(
        Description $supply,
        Mode $mode,
        array $faults = [],
        ?float $mainsVolts = null,
        ?Guide $guide = null,
        bool $isRunning = false,
    ): Run {
        $parts = self::restingParts($supply, $mode, $mainsVolts);
        if ($guide !== null && $isRunning) {
            [$there, $warm] = $guide->end($parts);
            $run = (new self($supply, $faults, self::ROUGHLY))->run($there, $warm, null);
            if (!$run->alternates() && $run->guide->endsLike($guide)) {
                return $run;
            }
            // Put into the middle of it a supply may fall over that would have come up: let it come up.
        }

        return (new self($supply, $faults, self::SETTLED))->run($parts, null, $guide);
    }

    /**
     * The circuit with everything that switches or follows still as it is before power.
     *
     * @param array<string, string> $faults fault name by part reference
     *
     * @throws NoStableReading if even that does not settle
     */
    public static function atRest(Description $supply, Mode $mode, array $faults, ?float $mainsVolts): Run
    {
        $parts = self::restingParts($supply, $mode, $mainsVolts);

        return new Run(
            [new Phase(SteadyState::of(CircuitBuilder::live($supply, $parts, $faults)), $parts, $faults, 0.0)],
            Guide::start(),
        );
    }

    /** @return array<string, Part> by reference, each as it is before power */
    public static function restingParts(Description $supply, Mode $mode, ?float $mainsVolts): array
    {
        return array_map(
            static fn(Part $part): Part => $part->kind instanceof HasState
                ? $part->withValues($part->kind->rest($part))
                : $part,
            $supply->partsIn($mode, $mainsVolts),
        );
    }

    /** @param array<string, Part> $parts */
    private function run(array $parts, ?WarmStart $warm, ?Guide $guide): Run
    {
        $seen = $phases = [];
        $trail = Guide::start();
        for ($round = 0; $round < self::MOST_ROUNDS; $round++) {
            $guided = $guide?->round($round, $parts);
            [$parts, $warm] = $guided ?? [$parts, $warm];
            // On a known way a rough agreement is enough to decide.
            [$parts, $record] = $this->follow($parts, $warm, $guided === null ? $this->tolerance : self::ROUGHLY);
            [$now, $then] = $this->decisions($parts, $record);
            if ($now === $then || isset($seen[self::signature($then)])) {
                [$parts, $record] = $this->follow($parts, $warm, $this->tolerance, $record);
                [$now, $then] = $this->decisions($parts, $record);
            }
            $warm = $record->warmStart();
            $trail = $trail->then($parts, $now, $warm);
            $phases[] = new Phase($record, $parts, $this->faults, $this->dwell($parts, $record, $now, $then));
            if ($now === $then) {
                return new Run([$phases[count($phases) - 1]], $trail);
            }
            $seen[self::signature($now)] = count($phases) - 1;
            $again = $seen[self::signature($then)] ?? null;
            if ($again !== null) {
                /** @var non-empty-list<Phase> $cycle */
                $cycle = array_slice($phases, $again);

                return new Run($cycle, $trail);
            }
            foreach ($then as $ref => $decided) {
                $parts[$ref] = $parts[$ref]->withValues($decided);
            }
        }

        throw NoStableReading::keepsSwitching(
            self::MOST_ROUNDS,
            self::between(
                array_map(static fn(Phase $phase): array => $phase->parts, array_slice($phases, -self::LAST)),
                Decides::class,
            ),
        );
    }

    /**
     * @param array<string, Part> $parts
     *
     * @return array{array<string, array<string, float>>, array<string, array<string, float>>} what each switching part
     *     is at, and what it goes to
     */
    private function decisions(array $parts, CycleRecord $record): array
    {
        $now = $then = [];
        foreach ($parts as $ref => $part) {
            if ($part->kind instanceof Decides) {
                $decided = $part->kind->decide($part, $this->faults[$ref] ?? null, $record);
                foreach ($decided as $name => $value) {
                    $now[$ref][$name] = $part->value($name);
                    $then[$ref][$name] = $value;
                }
            }
        }

        return [$now, $then];
    }

    /**
     * Seconds until the first of the parts that are about to switch does so; zero if none is.
     *
     * @param array<string, Part>                 $parts
     * @param array<string, array<string, float>> $now
     * @param array<string, array<string, float>> $then
     */
    private function dwell(array $parts, CycleRecord $record, array $now, array $then): float
    {
        $dwell = [];
        foreach ($then as $ref => $decided) {
            if ($decided !== $now[$ref] && $parts[$ref]->kind instanceof Decides) {
                $dwell[] = $parts[$ref]->kind->dwell($parts[$ref], $record);
            }
        }

        return $dwell === [] ? 0.0 : min($dwell);
    }

    /**
     * @param array<string, Part> $parts
     * @param float               $tolerance relative change of a followed quantity below which it has settled
     * @param CycleRecord|null    $record    of these parts as they are, if it is known
     *
     * @return array{array<string, Part>, CycleRecord}
     */
    private function follow(array $parts, ?WarmStart $warm, float $tolerance, ?CycleRecord $record = null): array
    {
        $last = [];
        for ($try = 0; $try < self::MOST_ADJUSTMENTS; $try++) {
            $record ??= SteadyState::of(CircuitBuilder::live($this->supply, $parts, $this->faults), $warm);
            $warm = $record->warmStart();
            $settled = true;
            $next = $parts;
            // A converter and what feeds it can throw each other to and fro; smaller steps meet in the middle.
            $step = $try < 12 ? 1.0 : ($try < 24 ? 0.5 : 0.2);
            foreach ($parts as $ref => $part) {
                if (!($part->kind instanceof Adjusts)) {
                    continue;
                }
                $values = [];
                foreach ($part->kind->adjust($part, $this->faults[$ref] ?? null, $record) as $name => $wanted) {
                    $old = $part->value($name);
                    $settled = $settled && abs($wanted - $old) <= $tolerance * max(abs($wanted), abs($old)) + 1e-6;
                    $values[$name] = $old + $step * ($wanted - $old);
                }
                $next[$ref] = $part->withValues($values);
            }
            if ($settled) {
                return [$parts, $record];
            }
            $last = [...array_slice($last, 1 - self::LAST), $next];
            $parts = $next;
            $record = null;
        }

        throw NoStableReading::keepsSwitching(self::MOST_ADJUSTMENTS, self::between($last, Adjusts::class));
    }

    /**
     * @param list<array<string, Part>> $rounds the last of them
     * @param class-string              $kind   of those that follow, or decide
     *
     * @return list<array{part: string, what: string, low: float, high: float}> what did not stay, what moves most first
     */
    private static function between(array $rounds, string $kind): array
    {
        $between = [];
        foreach ($rounds[0] ?? [] as $ref => $part) {
            foreach (
                $part->kind instanceof HasState && $part->kind instanceof $kind
                    ? array_keys($part->kind->rest($part))
                    : []
                as $name
            ) {
                $values = array_map(static fn(array $parts): float => $parts[$ref]->value($name), $rounds);
                [$low, $high] = [min($values), max($values)];
                if ($high - $low > self::ROUGHLY * max(abs($low), abs($high))) {
                    $between[] = ['part' => (string) $ref, 'what' => $name, 'low' => $low, 'high' => $high];
                }
            }
        }
        $share = static fn(array $one): float => ($one['high'] - $one['low']) /
            max(abs($one['low']), abs($one['high']));
        usort($between, static fn(array $a, array $b): int => $share($b) <=> $share($a));

        return $between;
    }

    /** @param array<string, array<string, float>> $states by part reference */
    private static function signature(array $states): string
    {
        ksort($states);

        return json_encode(
            array_map(static function (array $state): array {
                ksort($state);

                return $state;
            }, $states),
            JSON_THROW_ON_ERROR,
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\NoStableReading;
use Oculant\Core\Circuit\Signal;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Pulse;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Where the energy goes in one mode: what each part carries and turns into heat, beside what it is rated for, and what
 * the supply takes from its feed.
 */
final readonly class Budget
{
    /**
     * @param float            $feedVolts   rms at the feed (direct if it is a direct feed)
     * @param float            $feedAmperes rms
     * @param float            $inputWatts
     * @param float            $outputWatts into everything that the supply is there for
     * @param list<BudgetLine> $lines       most heat first
     */
    private function __construct(
        public Mode $mode,
        public float $feedVolts,
        public float $feedAmperes,
        public float $inputWatts,
        public float $outputWatts,
        public array $lines,
    ) {}

    /**
     * @param float|null $mainsVolts null for the mode's share of nominal
     *
     * @throws NoStableReading if a good unit does not settle in this mode
     */
    public static function of(Description $supply, Mode $mode, ?float $mainsVolts = null): self
    {
        $phase = (new Behaviour($supply))->run($mode, [], $mainsVolts)->longest();
        $pulses = self::pulses($phase);
        $heats = Stress::heats($phase);
        $lines = array_map(
            static fn(Part $part): BudgetLine => self::lineOf(
                $part,
                $phase->record,
                $pulses,
                max(0.0, $heats[$part->ref] ?? 0.0),
            ),
            array_values($phase->parts),
        );
        usort($lines, static fn(BudgetLine $a, BudgetLine $b): int => $b->watts <=> $a->watts);
        [$volts, $amperes, $watts] = self::feed($supply, $phase->record);
        $output = array_sum(
            array_map(
                static fn(BudgetLine $line): float => $line->role === BudgetLine::LOAD ? $line->watts : 0.0,
                $lines,
            ),
        );

        return new self($mode, $volts, $amperes, $watts, $output, $lines);
    }

    /**
     * Several that follow each other, so quickly that what warms feels only their mean: currents are their rms, heat
     * is their mean, and a part stands as close to a rating as in the worst of them, except where the rating is for
     * what warms it.
     *
     * @param non-empty-list<array{float, self}> $parts share of the time, and what is so then
     */
    public static function overTime(array $parts): self
    {
        $mean = static fn(callable $of): float => array_sum(
            array_map(static fn(array $part): float => $part[0] * $of($part[1]), $parts),
        );
        $rms = static fn(callable $of): float => sqrt($mean(static fn(self $one): float => $of($one) ** 2));
        $lines = [];
        foreach ($parts[0][1]->lines as $line) {
            $lines[] = BudgetLine::overTime(
                array_map(static fn(array $part): array => [$part[0], $part[1]->line($line->ref) ?? $line], $parts),
            );
        }
        usort($lines, static fn(BudgetLine $a, BudgetLine $b): int => $b->watts <=> $a->watts);

        return new self(
            $parts[0][1]->mode,
            $rms(static fn(self $one): float => $one->feedVolts),
            $rms(static fn(self $one): float => $one->feedAmperes),
            $mean(static fn(self $one): float => $one->inputWatts),
            $mean(static fn(self $one): float => $one->outputWatts),
            $lines,
        );
    }

    /**
     * At the lower end of the mains, as the mode has it, and at the upper end.
     *
     * @return array{low: self, nominal: self, high: self}
     */
    public static function acrossTheMains(Description $supply, Mode $mode): array
    {
        $volts = $supply->mainsVoltage * $mode->mains;

        return [
            'low' => self::of($supply, $mode, $volts * (1 - $supply->mainsTolerance)),
            'nominal' => self::of($supply, $mode),
            'high' => self::of($supply, $mode, $volts * (1 + $supply->mainsTolerance)),
        ];
    }

    /**
     * A part beside each of its ratings, at whichever of several budgets is worse; legs that are alike count as the
     * worst of them.
     *
     * @param array<string, self> $budgets
     *
     * @return list<array{margin: Margin, end: string}> closest to its limit first; the key of the budget that decides
     */
    public static function worst(string $ref, array $budgets): array
    {
        $worst = [];
        foreach ($budgets as $end => $budget) {
            foreach ($budget->line($ref)->margins ?? [] as $margin) {
                $known = $worst[$margin->rating->quantity]['margin'] ?? null;
                if ($known === null || $margin->share() > $known->share()) {
                    $worst[$margin->rating->quantity] = ['margin' => $margin, 'end' => $end];
                }
            }
        }
        usort($worst, static fn(array $a, array $b): int => $b['margin']->share() <=> $a['margin']->share());

        return $worst;
    }

    /** Watts over volt-amperes; 1 on a direct feed. */
    public function powerFactor(): float
    {
        $apparent = $this->feedVolts * $this->feedAmperes;

        return $apparent > 0 ? min(1.0, max(0.0, $this->inputWatts / $apparent)) : 0.0;
    }

    public function efficiency(): float
    {
        return $this->inputWatts > 0 ? min(1.0, $this->outputWatts / $this->inputWatts) : 0.0;
    }

    public function line(string $ref): ?BudgetLine
    {
        foreach ($this->lines as $line) {
            if ($line->ref === $ref) {
                return $line;
            }
        }

        return null;
    }

    /** @return list<Pulse> */
    private static function pulses(Phase $phase): array
    {
        $pulses = [];
        foreach ($phase->parts as $part) {
            if ($part->kind instanceof Switches) {
                array_push($pulses, ...$part->kind->pulses($part, $phase->record));
            }
        }

        return $pulses;
    }

    /**
     * @param list<Pulse> $pulses
     * @param float       $heat   watts
     */
    private static function lineOf(Part $part, CycleRecord $record, array $pulses, float $heat): BudgetLine
    {
        $role = match (true) {
            $part->kind instanceof FeedsEnergy => BudgetLine::FEED,
            $part->kind instanceof Consumes => BudgetLine::LOAD,
            default => BudgetLine::PART,
        };
        $branch = Stress::mainBranch($part->ref, $record);
        $current = $branch === null ? null : $record->currentSignal($branch);
        $switching = self::switchingRipple($part, $record, $pulses);
        $across = $branch === null ? [0.0] : $record->across($branch);
        $volts = max(max($across), -min($across));
        $mean = abs($current->average ?? 0.0);
        [$rms, $peak] = [$current->rms ?? 0.0, max(abs($current->maximum ?? 0.0), abs($current->minimum ?? 0.0))];
        foreach ($pulses as $pulse) {
            if ($branch !== null && $pulse->blocker === $branch) {
                $mean = max($mean, $pulse->amperes);
                [$rms, $peak] = [$pulse->rmsOf($mean), $pulse->peakOf($mean)];
            }
        }
        $margins = [];
        foreach ($part->kind instanceof Rated ? $part->kind->ratings($part) : [] as $rating) {
            $value = Stress::against($part, $rating, $record);
            if ($rating->quantity === Rating::RIPPLE) {
                $value = hypot($value ?? 0.0, $switching);
            }
            foreach ($pulses as $pulse) {
                if (
                    $pulse->blocker === $part->ref . $rating->branch &&
                    in_array($rating->quantity, [Rating::REVERSE, Rating::VOLTAGE], true)
                ) {
                    $value = max($value ?? 0.0, $pulse->blocks);
                    $volts = max($volts, $pulse->blocks);
                }
            }
            if ($value !== null) {
                $margins[] = new Margin($rating, $value);
            }
        }

        return new BudgetLine(
            $part->ref,
            $part->label(),
            $role,
            hypot($rms, $switching),
            $mean,
            max($switching, $peak),
            $role === BudgetLine::FEED ? 0.0 : $heat + self::esr($part, $record) * $switching ** 2,
            $margins,
            $volts,
            hypot($current->acRms ?? 0.0, $switching),
        );
    }

    /**
     * The part of the switching ripple at a capacitor's nodes that flows through it, by its share of the capacitance.
     *
     * @param list<Pulse> $pulses
     *
     * @return float amperes rms
     */
    private static function switchingRipple(Part $part, CycleRecord $record, array $pulses): float
    {
        $own = $record->netlist()->branches()[$part->ref] ?? null;
        if (!($own instanceof Capacitor)) {
            return 0.0;
        }
        $square = 0.0;
        foreach ($pulses as $pulse) {
            $neighbours = $record->netlist()->capacitorsAt($pulse->node);
            if (in_array($own, $neighbours, true)) {
                $farads = array_sum(
                    array_map(static fn(Capacitor $capacitor): float => $capacitor->capacitance, $neighbours),
                );
                $square += (($pulse->throughCapacitor() * $own->capacitance) / $farads) ** 2;
            }
        }

        return sqrt($square);
    }

    private static function esr(Part $part, CycleRecord $record): float
    {
        $branch = $record->netlist()->branches()[$part->ref] ?? null;

        return $branch instanceof Capacitor ? $branch->esr : 0.0;
    }

    /** @return array{float, float, float} volts and amperes rms, watts */
    private static function feed(Description $supply, CycleRecord $record): array
    {
        $source = $supply->source()->ref;
        $volts = $record->across($source);
        $amperes = $record->current($source);
        $watts = 0.0;
        foreach ($volts as $step => $v) {
            $watts -= ($v * $amperes[$step]) / count($volts);
        }

        return [Signal::of($volts)->rms, Signal::of($amperes)->rms, $watts];
    }
}

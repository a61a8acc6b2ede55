<?php

declare(strict_types=1);

namespace Bench\Outside;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Practice\SimulatedTechnician;
use Oculant\Core\Supply\Description;

/** Units of one supply, each with one harm, and what a technician who follows the program finds on them. */
final class Cases
{
    private const CONFIDENT = 0.9;

    /** Share of readings in which the hand slips. */
    private const SLIPS = 0.02;

    /** One seed in so many is never looked into while tuning. */
    private const HELD = 10;

    private ?OutsideUnit $good = null;

    public function __construct(
        private readonly string $name,
        private readonly Description $supply,
        private readonly Knowledge $knowledge,
    ) {}

    /**
     * A fixed choice, each part as often as it fails in some way; every kind of harm comes before one comes twice.
     *
     * @return list<array{harm: Harm, kind: string, weight: float, seed: int, isHeld: bool}>
     */
    public function draw(int $count, int $from = 0): array
    {
        $all = [];
        foreach ($this->supply->parts as $part) {
            foreach (Harms::of($part) as $k => $one) {
                $all[] = [
                    $part,
                    $one,
                    (new Luck(crc32("{$this->name} {$part->ref} {$k}")))->share('order') ** (1 / $one['weight']),
                ];
            }
        }
        usort($all, static fn(array $a, array $b): int => $b[2] <=> $a[2]);
        $drawn = [];
        for ($k = $from; $all !== [] && $k < $from + $count; $k++) {
            [$part, $one] = $all[$k % count($all)];
            $seed = crc32("{$this->name} {$k}") & 0xffffff;
            $drawn[] = [
                'harm' => self::harm($part, $one, new Luck($seed)),
                'kind' => $part->kind->name(),
                'weight' => $one['weight'],
                'seed' => $seed,
                'isHeld' => $seed % self::HELD === 0,
            ];
        }

        return $drawn;
    }

    /**
     * @param array{class: string, form: string, terminals: list<string>, low: float, high: float, names: list<string>,
     *     weight: float} $one
     */
    private static function harm(Part $part, array $one, Luck $luck): Harm
    {
        return new Harm(
            $part->ref,
            $one['class'],
            $one['form'],
            $one['terminals'],
            $luck->between('severity', $one['low'], $one['high']),
            $one['names'],
        );
    }

    /**
     * @param array{harm: Harm, kind: string, weight: float, seed: int, isHeld: bool} $case
     *
     * @return array<string, mixed>|null null where ngspice finds nothing
     */
    public function play(array $case): ?array
    {
        $unit = new OutsideUnit($this->supply, $case['harm'], $case['seed']);
        if (!$unit->isSolved()) {
            return null;
        }
        $result = [
            'supply' => $this->name,
            'harm' => $case['harm']->title(),
            'ref' => $case['harm']->ref,
            'class' => $case['harm']->class,
            'kind' => $case['kind'],
            'weight' => $case['weight'],
            'seed' => $case['seed'],
            'held' => $case['isHeld'],
        ];
        $complaint = $this->complaint($unit);
        $result['shown'] = $this->isShown($unit);
        $result['noticed'] = $complaint !== [];
        $work = (new SimulatedTechnician($this->supply, $this->knowledge, self::SLIPS))->work(
            $unit,
            $complaint,
            $case['seed'],
        );
        $asCame = new OutsideUnit($this->supply, $case['harm'], $case['seed']);
        $result += $this->judged(
            $work['end'],
            $case['harm']->ref,
            static fn(string $ref): bool => $unit->isBad($ref) || $asCame->isBad($ref),
            'steps',
        );
        $result['cleared'] = $work['cleared'];
        $result['steps'] = count($work['readings']);
        $result['readings'] = $work['readings'];
        // The sheet is taken on a unit of its own: on the way the technician replaced fuses.
        $result += $this->judged($this->sheet($asCame, $complaint), $case['harm']->ref, $asCame->isBad(...), 'sheet');

        return $result;
    }

    /**
     * Whoever names a part that the harm took along has found what is broken, and not yet why.
     *
     * @param callable(string): bool $isBad of a part
     *
     * @return array<string, mixed>
     */
    private function judged(Workup $workup, string $ref, callable $isBad, string $as): array
    {
        $names = static fn(Suspect $s): bool => array_filter(
            $s->members,
            static fn(Hypothesis $h): bool => $h->faultOf($ref) !== null,
        ) !== [];
        $suspects = $workup->suspects();
        $top = $suspects[0];
        $isConsequence = !$names($top) && array_filter($top->parts(), $isBad) !== [];

        return [
            "{$as} right" => $names($top),
            "{$as} three" => array_filter(array_slice($suspects, 0, 3), $names) !== [],
            "{$as} wrong" => !$names($top) && !$isConsequence && $top->probability > self::CONFIDENT,
            "{$as} consequence" => $isConsequence,
            "{$as} top" => sprintf('%s %.0f %%', $top->title, 100 * $top->probability),
        ];
    }

    /**
     * Every reading in the usual mode and every check with the plug out, at once.
     *
     * @param list<array{entry: string, symptom: string, text: string, replaced: list<string>}> $complaint
     */
    private function sheet(OutsideUnit $unit, array $complaint): Workup
    {
        $mode = $this->supply->mode(null)->id;
        $state = new BenchState($mode);
        $state->symptoms = $complaint;
        $functions = (new Workup($this->supply, $state, $this->knowledge))->points->functions();
        $isFuseOpen =
            array_filter($unit->signs($mode), static fn(string $sign): bool => str_ends_with($sign, ' open')) !== [];
        if ($unit->settles($mode) && !$isFuseOpen) {
            foreach (array_keys($this->supply->points) as $id) {
                $state->readings[] = new TakenReading(
                    "live {$id}",
                    (string) $id,
                    $functions[$id],
                    $unit->live((string) $id, $functions[$id], $mode),
                    PowerState::Live,
                    $mode,
                    null,
                    [],
                );
                if ($functions[$id] === 'dc') {
                    $state->readings[] = new TakenReading(
                        "ripple {$id}",
                        (string) $id,
                        'ripple',
                        $unit->live((string) $id, 'ripple', $mode),
                        PowerState::Live,
                        $mode,
                        null,
                        [],
                    );
                }
            }
        }
        foreach ($this->supply->deadChecks() as $id => $check) {
            $value = $unit->dead((string) $id, $mode);
            if (!is_nan($value)) {
                $state->readings[] = new TakenReading(
                    "dead {$id}",
                    (string) $id,
                    $check->quantity,
                    $value,
                    PowerState::Unplugged,
                    $mode,
                    null,
                    [],
                );
            }
        }
        $state->power = PowerState::Unplugged;

        return new Workup($this->supply, $state, $this->knowledge);
    }

    /**
     * What its owner would say.
     *
     * @return list<array{entry: string, symptom: string, text: string, replaced: list<string>}>
     */
    private function complaint(OutsideUnit $unit): array
    {
        $mode = $this->supply->mode(null)->id;
        $good = $this->good();
        $shares = $hums = [];
        foreach (array_map(strval(...), array_keys($this->supply->outputs())) as $id) {
            $shares[] = $unit->true($id, 'dc', $mode) / ($good->true($id, 'dc', $mode) ?: 1.0);
            $hums[] =
                $unit->true($id, 'ripple', $mode) >
                max(0.1, 0.01 * abs($good->true($id, 'dc', $mode)), 3 * $good->true($id, 'ripple', $mode));
        }
        $lit = array_diff($unit->signs($mode), $good->signs($mode));
        $symptom = match (true) {
            $shares === [] => null,
            max($shares) < 0.2 => 'dead',
            min($shares) < 0.2 => 'part_dead',
            in_array(true, $hums, true) => 'hum',
            min($shares) < 0.85 => 'weak',
            default => array_values(
                array_filter($lit, static fn(string $sign): bool => str_ends_with($sign, ' dark')),
            )[0] ?? null,
        };

        return $symptom === null
            ? []
            : [['entry' => 'complaint', 'symptom' => $symptom, 'text' => '', 'replaced' => []]];
    }

    private function good(): OutsideUnit
    {
        return $this->good ??= new OutsideUnit($this->supply, null, 1);
    }

    /**
     * Whether any measurement in the usual mode tells it from a good unit with the same spread: by 4 % and 60 mV, by a
     * third in ohms.
     */
    private function isShown(OutsideUnit $unit): bool
    {
        $mode = $this->supply->mode(null)->id;
        $good = new OutsideUnit($this->supply, null, $unit->seed);
        if (!$unit->settles($mode)) {
            return true;
        }
        foreach (array_keys($this->supply->points) as $id) {
            foreach (
                ['dc' => [0.04, 0.06], 'ac' => [0.04, 0.1], 'ripple' => [0.4, 0.03]]
                as $quantity => [$share, $floor]
            ) {
                if (
                    abs($unit->true((string) $id, $quantity, $mode) - $good->true((string) $id, $quantity, $mode)) >
                    $share * abs($good->true((string) $id, $quantity, $mode)) + $floor
                ) {
                    return true;
                }
            }
        }
        foreach ($this->supply->deadChecks() as $id => $check) {
            [$is, $was] = [$unit->trueDead((string) $id, $mode), $good->trueDead((string) $id, $mode)];
            if (
                is_infinite($is) !== is_infinite($was) ||
                (is_finite($is) && is_finite($was) && !self::isAlike($check->quantity, $is, $was))
            ) {
                return true;
            }
        }

        return false;
    }

    /** Series resistances of good specimens differ by a factor of two. */
    private static function isAlike(string $quantity, float $is, float $was): bool
    {
        return match ($quantity) {
            DeadCheck::DIODE => abs($is - $was) < 0.08,
            DeadCheck::ESR => abs($is - $was) < 1.5 * $was + 0.3,
            default => abs($is - $was) < 0.33 * $was + 0.3,
        };
    }

    /**
     * How many readings of good units stand in their windows: every point in every mode. Their parts come from all over
     * their tolerances, as the windows suppose; parts that were sorted to the middle would tell nothing of a window's
     * width.
     *
     * @return list<array{supply: string, unit: int, mode: string, point: string, quantity: string, inside: bool,
     *     off: float}> off in half-widths of the window
     */
    public function windows(int $units): array
    {
        $all = [];
        for ($k = 0; $k < $units; $k++) {
            $unit = new OutsideUnit($this->supply, null, crc32("{$this->name} good {$k}") & 0xffffff, true);
            foreach (array_keys($this->supply->modes) as $mode) {
                $expected = $this->knowledge->expectations((string) $mode, null);
                foreach ($unit->settles((string) $mode) ? array_keys($this->supply->points) : [] as $id) {
                    $quantity = $expected->functions[$id];
                    $window = $expected->window((string) $id, $quantity);
                    $reading = $unit->live((string) $id, $quantity, (string) $mode);
                    $middle = ($window->low + $window->high) / 2;
                    $all[] = [
                        'supply' => $this->name,
                        'unit' => $k,
                        'mode' => (string) $mode,
                        'point' => (string) $id,
                        'quantity' => $quantity,
                        'inside' => $window->holds($reading),
                        'off' => ($reading - $middle) / max(1e-6, ($window->high - $window->low) / 2),
                    ];
                }
            }
        }

        return $all;
    }
}

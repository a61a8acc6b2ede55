<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Signs;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Supply\Description;

/** Follows every next step on a simulated unit until a cause is proposed: for practice, tests and the bench figures. */
final readonly class SimulatedTechnician
{
    private const MOST_STEPS = 30;

    public function __construct(private Description $supply, private Knowledge $knowledge)
    {
    }

    /**
     * @param string $fault hypothesis, for example "C1:dried"
     *
     * @return array{right: bool, confident: bool, steps: int, readings: list<string>, top: string}
     *         right if the likeliest group holds the fault; confident if it was proposed as found
     */
    public function find(string $fault, int $seed): array
    {
        $dictionary = $this->knowledge->dictionary(null);
        $hypothesis = $dictionary->hypotheses[$fault];
        $unit = new SimulatedUnit($this->supply, [$hypothesis->ref => $hypothesis->fault], $seed);
        $state = new BenchState($this->supply->mode(null)->id);
        $state->symptoms = $this->complaint($dictionary, $fault);
        $readings = [];
        for ($move = 0; $move < self::MOST_STEPS; $move++) {
            $workup = new Workup($this->supply, $state, $this->knowledge);
            $next = $workup->next()['next'];
            if ($next['kind'] === 'state') {
                $state->power = PowerState::from((string) $next['power']);
                $state->mode = (string) $next['mode'];
            } elseif ($next['kind'] === 'measure') {
                [$target, $quantity] = [(string) $next['target'], (string) $next['quantity']];
                $value = $state->power->isEnergised()
                    ? $unit->live($target, $quantity, $state->mode)
                    : $unit->dead($target, $state->mode);
                $state->readings[] = new TakenReading("r{$move}", $target, $quantity, $value, $state->power, $state->mode, null, []);
                $readings[] = "{$target} {$quantity} {$value}";
            } else {
                break;
            }
        }
        $top = (new Workup($this->supply, $state, $this->knowledge))->suspects()[0];

        return [
            'right' => in_array($fault, array_map(static fn(Hypothesis $h): string => $h->id, $top->members), true),
            'confident' => $top->probability > 0.9,
            'steps' => count($readings),
            'readings' => $readings,
            'top' => $top->title,
        ];
    }

    /**
     * What the owner of such a unit would say.
     *
     * @return list<array{entry: string, symptom: string, text: string, replaced: list<string>}>
     */
    private function complaint(FaultDictionary $dictionary, string $fault): array
    {
        $mode = $this->supply->mode(null)->id;
        foreach (['dead', 'part_dead', 'hum', 'weak'] as $symptom) {
            if (Signs::shows($dictionary, $mode, $fault, $symptom) === true) {
                return [['entry' => 'complaint', 'symptom' => $symptom, 'text' => '', 'replaced' => []]];
            }
        }

        $healthy = $dictionary->signs[$mode][Hypothesis::HEALTHY] ?? [];
        foreach (array_diff($dictionary->signs[$mode][$fault] ?? [], $healthy) as $sign) {
            if (str_ends_with($sign, ' dark')) {
                return [['entry' => 'complaint', 'symptom' => $sign, 'text' => '', 'replaced' => []]];
            }
        }

        return [];
    }
}

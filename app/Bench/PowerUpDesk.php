<?php

declare(strict_types=1);

namespace App\Bench;

use App\Knowledge\BeingWorkedOut;
use App\Knowledge\Solutions;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\RampStep;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\PowerUp\Plan;
use Oculant\Core\PowerUp\Ramp;
use Oculant\Core\PowerUp\Topology;
use Oculant\Core\Supply\Description;

/** The power-up plan of a job. What follows from the description alone is computed once and kept. */
final readonly class PowerUpDesk
{
    /** Share of a suspect that is worth a row of the lamp's table. */
    private const MAIN = 0.02;

    public function __construct(private Solutions $solutions) {}

    /** @return array<string, mixed> */
    public function section(JobFile $file, string $name): array
    {
        return match ($name) {
            'methods' => (new Plan($file->supply))->methods(
                $file->state,
                self::shortShare($file),
                (float) config('oculant.wall.volts'),
                (float) config('oculant.wall.hertz'),
                $file->job->mains,
            ),
            'lamp' => $this->lamp($file),
            'ramp' => [
                'plan' => $this->ramp(
                    $file->supply,
                    $file->state->power === PowerState::Limited ? $file->state->mode : null,
                )?->view(),
            ] + (new Plan($file->supply))->section('ramp'),
            default => $this->kept($file->supply, $name),
        };
    }

    /** Works out ahead what takes long, so that nobody waits for it at the bench. */
    public function prepare(Description $supply): void
    {
        foreach (
            [
                fn() => $this->kept($supply, 'safe'),
                fn() => $this->kept($supply, 'feed'),
                fn() => $this->kept($supply, 'needs'),
                fn() => $this->ramp($supply, null),
            ]
            as $section
        ) {
            try {
                $section();
            } catch (CircuitError) {
                // Whoever asks for it is told.
                continue;
            }
        }
    }

    /**
     * @param list<RampStep> $steps
     *
     * @return list<array{word: string, good: bool, stop: bool, sentence: string, why: string}|null> in the same order;
     *     null if the unit has no ramp, none can be computed, or a worker is still at it
     */
    public function verdicts(JobFile $file, array $steps): array
    {
        $ramps = $verdicts = [];
        foreach ($steps as $step) {
            $key = "{$step->mode} {$step->context->key()}";
            $ramps[$key] ??= [$this->rampIn($file, $step)];
            $verdicts[] = $ramps[$key][0]?->judge($step);
        }

        return $verdicts;
    }

    private function rampIn(JobFile $file, RampStep $step): ?Ramp
    {
        try {
            return $this->ramp(
                $step->context->isPlain() ? $file->supply : $step->context->on($file->supply, $step->mode),
                $step->mode,
            );
        } catch (BeingWorkedOut) {
            $file->waits();

            return null;
        } catch (CircuitError) {
            // Whoever asks for the plan is told why; what was done on the ramp stands without a verdict.
            return null;
        }
    }

    public function ramp(Description $supply, ?string $mode): ?Ramp
    {
        $mode ??= (new Topology($supply))->gentlest()->id;

        return $this->solutions->remember(
            $supply,
            "ramp:{$mode}",
            static fn(): array => [Ramp::of($supply, $supply->mode($mode))],
            [self::class, 'ramp', [$mode]],
        )[0];
    }

    /** @return array<string, mixed> */
    public function kept(Description $supply, string $name): array
    {
        return $this->solutions->remember(
            $supply,
            "powerup:{$name}",
            static fn(): array => (new Plan($supply))->section($name),
            [self::class, 'kept', [$name]],
        );
    }

    /** @return array<string, mixed> */
    private function lamp(JobFile $file): array
    {
        $suspects = [];
        foreach ($file->mayBeSuspected() ? $file->workup()->suspects() : [] as $suspect) {
            $member = $suspect->members[0] ?? null;
            if (
                $member !== null &&
                $member->id !== Hypothesis::HEALTHY &&
                $suspect->probability > self::MAIN &&
                !in_array($member->ref, $file->state->replaced(), true)
            ) {
                $suspects[] = ['title' => $suspect->title, 'faults' => $member->faults()];
            }
        }
        // Each row is solved anew: large supplies show the two likeliest.
        return $this->lampFor($file->supply, array_slice($suspects, 0, $file->supply->isLarge() ? 2 : 4));
    }

    /**
     * @param list<array{title: string, faults: array<string, string>}> $suspects
     *
     * @return array<string, mixed>
     */
    public function lampFor(Description $supply, array $suspects): array
    {
        return $this->solutions->remember(
            $supply,
            'lamp:' . hash('xxh64', serialize($suspects)),
            static fn(): array => (new Plan($supply))->section('lamp', $suspects),
            [self::class, 'lampFor', [$suspects]],
        );
    }

    /** Probability that something in it is shorted. */
    private static function shortShare(JobFile $file): float
    {
        $isShort = static fn(Suspect $s): bool => array_filter(
            $s->members,
            static fn(Hypothesis $h): bool => str_contains($h->fault, 'short'),
        ) !== [];

        return $file->mayBeSuspected()
            ? array_sum(
                array_map(
                    static fn(Suspect $s): float => $isShort($s) ? $s->probability : 0.0,
                    $file->workup()->suspects(),
                ),
            )
            : 0.0;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Expectation\Judge;

/**
 * The places of a unit with what is expected and what was read there.
 *
 * @phpstan-import-type PathStage from PathView
 * @phpstan-import-type ReadingView from ReadingVerdicts
 *
 * @phpstan-type PointView array{
 *     id: string,
 *     name: string,
 *     how: string,
 *     against: string,
 *     stage: ?string,
 *     function: string,
 *     expected: string,
 *     // null while not known
 *     low: ?float,
 *     // null while not known
 *     high: ?float,
 *     hot: bool,
 *     // a meter that reads by itself waits for a press here
 *     waits: bool,
 *     reading: ?ReadingView,
 * }
 */
final readonly class PointViews
{
    public function __construct(private Inference $inference) {}

    /** @return array<string, string> the function to measure each point with, dc or ac, in the present mode */
    public function functions(): array
    {
        return $this->inference->expected()->functions;
    }

    /**
     * @return list<PointView> waits:
     *     for a press, where a meter takes readings by itself
     */
    public function all(): array
    {
        $expected = $this->inference->expected();
        $standing = $this->inference->state->standing();
        $views = [];
        foreach ($this->inference->supply->points as $id => $point) {
            $function = $expected->functions[$id];
            $window = $expected->window((string) $id);
            $reading = $standing["{$this->inference->state->mode} {$id} {$function}"] ?? null;
            $views[] = [
                'id' => (string) $id,
                'name' => $point->name,
                'how' => $point->how,
                'against' => $point->against,
                'stage' => $point->stage,
                'function' => $function,
                'expected' => Judge::range($window),
                'low' => $window->isKnown() ? $window->low : null,
                'high' => $window->isKnown() ? $window->high : null,
                'hot' => $this->inference->supply->isHot($point->node),
                'waits' =>
                    $this->inference->supply->isHot($point->node) ||
                    !$window->isKnown() ||
                    $window->most() > StoredCharge::TOUCH,
                'reading' => $reading === null ? null : $this->inference->verdicts->view($reading),
            ];
        }

        return $views;
    }

    /**
     * A place that can be pinned on a photograph: a test point, a check or a part.
     *
     * @return array{target: string, name: string, expected: ?string, suspicion: float, reading: ?array<string, mixed>}
     */
    public function of(string $target): array
    {
        $point = $this->inference->supply->points[$target] ?? null;
        if ($point !== null) {
            $function = $this->functions()[$target];
            $reading = $this->inference->state->latest($target, $function);

            return [
                'target' => $target,
                'name' => $point->name,
                'expected' => Judge::range($this->inference->expected()->window($target)),
                'suspicion' => 0.0,
                'reading' => $reading === null ? null : $this->inference->verdicts->view($reading),
            ];
        }
        $check = $this->inference->supply->deadCheck($target);
        $reading = $check === null ? null : $this->inference->state->latest($target, $check->quantity);
        $part = $this->inference->supply->parts[explode('.', $target)[0]] ?? null;

        return [
            'target' => $target,
            'name' => $part?->label() ?? $target,
            'expected' => null,
            'suspicion' => $this->inference->suspicion()[$part->ref ?? ''] ?? 0.0,
            'reading' => $reading === null ? null : $this->inference->verdicts->view($reading),
        ];
    }

    /** @return list<PathStage> */
    public function path(): array
    {
        $functions = $this->inference->expected()->functions;

        return PathView::of(
            $this->inference->supply,
            $this->inference->state,
            $this->inference->nominal(),
            $functions,
            $this->inference->suspicion(),
        );
    }

    /** @return array<string, bool> by test point that was measured in the present mode: whether energy gets there */
    public function carrying(): array
    {
        $functions = $this->inference->expected()->functions;

        return PathView::carrying(
            $this->inference->supply,
            $this->inference->state,
            $this->inference->nominal(),
            $functions,
        );
    }
}

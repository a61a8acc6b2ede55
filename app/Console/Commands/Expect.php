<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

final class Expect extends ReadsDescription
{
    protected $signature =
        'oculant:expect {file : A description, oculant/supply version 1} {--mode= : One mode; all if left ' .
        'out} {--mains= : Measured mains in volts}';

    protected $description = 'What a good unit reads at every test point, as JSON';

    protected function with(Description $supply): int
    {
        $modes = $this->text('mode') === null ? $supply->modes : [$supply->mode($this->text('mode'))];
        $mains = $this->text('mains') === null ? null : (float) $this->text('mains');
        $points = [];
        foreach ($modes as $mode) {
            $expected = Expectations::of($supply, $mode, $mains);
            foreach (array_keys($supply->points) as $id) {
                $window = $expected->window((string) $id);
                $points[] = ['point' => (string) $id, 'mode' => $mode->id] +
                    Shown::reading($expected->nominal, (string) $id) + [
                        'low_v' => $window->isKnown() ? round($window->low, 5) : null,
                        'high_v' => $window->isKnown() ? round($window->high, 5) : null,
                        'quantity' => $expected->functions[$id],
                        'settled' => $expected->unsettled() === null,
                        'unsettled' => $expected->unsettled()?->sentence(),
                    ];
            }
        }

        return $this->json(['points' => $points]);
    }
}

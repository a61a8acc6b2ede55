<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Soak;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\Heat\HeatLimit;
use Oculant\Core\Proving\Load\LoadStep;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Supply\Description;

/** The channels that a soak of a supply should watch, with alarm limits computed from its description. */
final class SoakDraft
{
    /**
     * @param array<string, float> $heats watts by part that a good unit turns into heat
     * @param int                  $most  thermocouples
     *
     * @return list<Channel>
     */
    public static function channels(
        Description $supply,
        LoadTest $test,
        Expectations $usual,
        array $heats,
        int $most = 6,
    ): array {
        $channels = [];
        foreach ($test->names as $id => $name) {
            $low = INF;
            $high = -INF;
            foreach (self::loaded($test) as $step) {
                [$low, $high] = [min($low, $step->expected[$id]['low']), max($high, $step->expected[$id]['high'])];
            }
            if ($low < $high) {
                $channels[] = new Channel(
                    $name,
                    'dc',
                    (string) $id,
                    round($low, 3),
                    round($high, 3),
                    round($usual->slope((string) $id), 5),
                );
            }
        }
        if ($supply->frequency > 0) {
            $channels[] = new Channel(
                'mains',
                'ac',
                'mains',
                round($supply->mainsVoltage * 0.88, 1),
                round($supply->mainsVoltage * 1.12, 1),
            );
        }
        foreach (self::warmest($supply, $heats, $most) as $part) {
            $channels[] = new Channel($part->label(), 'celsius', $part->ref, -INF, HeatLimit::of($part)->celsius);
        }
        $channels[] = new Channel('room', 'celsius', 'room', -INF, 45.0);

        return $channels;
    }

    /** @return list<LoadStep> */
    private static function loaded(LoadTest $test): array
    {
        return array_values(
            array_filter($test->steps, static fn(LoadStep $s): bool => $s->id !== LoadStep::NONE && $s->settles),
        );
    }

    /**
     * @param array<string, float> $heats
     *
     * @return list<Part> one of each kind first, then whatever makes most heat
     */
    private static function warmest(Description $supply, array $heats, int $most): array
    {
        $parts = array_filter(
            $supply->parts,
            static fn(Part $p): bool => $p->kind->profile()->probed !== null &&
                ($heats[$p->ref] ?? 0.0) > ($p->kind->name() === 'electrolytic' ? 0.0 : 0.1),
        );
        uasort(
            $parts,
            static fn(Part $a, Part $b): int => [$a->kind->profile()->probed, -($heats[$a->ref] ?? 0.0)] <=> [
                $b->kind->profile()->probed,
                -($heats[$b->ref] ?? 0.0),
            ],
        );
        $first = $rest = [];
        foreach ($parts as $part) {
            isset($first[$part->kind->name()]) ? ($rest[] = $part) : ($first[$part->kind->name()] = $part);
        }

        return array_slice([...array_values($first), ...$rest], 0, $most);
    }
}

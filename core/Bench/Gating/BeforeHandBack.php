<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Gating;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Trimmer;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** What is done, put back and proven before a unit leaves. */
final class BeforeHandBack
{
    /** @return list<GateItem> */
    public static function items(Description $supply, BenchState $state): array
    {
        $items = [
            ...(new IsolationStanding($supply, $state))->items(Gate::HandBack),
            ...OpenChanges::items(Gate::HandBack, $state),
            ...array_values(
                array_filter(BeforePower::closed($state), static fn(GateItem $i): bool => $i->leads === 'look'),
            ),
        ];
        foreach ($state->taken as $step) {
            if (!$step['refitted']) {
                $items[] = new GateItem(
                    "refit {$step['entry']}",
                    ucfirst("{$step['text']} ({$step['where']}) is not back yet."),
                    'refit',
                    $step['entry'],
                );
            }
        }
        $loads = array_keys(array_filter($supply->parts, static fn(Part $p): bool => $p->kind instanceof Consumes));
        $isLoaded = static fn(string $mode): bool => array_intersect($loads, $supply->modes[$mode]->absent ?? []) ===
            [];
        $loaded = array_filter(array_map(strval(...), array_keys($supply->modes)), $isLoaded);
        $proof = array_column($state->proofReadings(), 'mode');
        if ($loads !== [] && $loaded !== [] && $proof !== [] && array_filter($proof, $isLoaded) === []) {
            $items[] = new GateItem(
                'loads',
                'It was only proven without its loads: measure the rails with them on.',
                'power',
                $supply->modes[array_values($loaded)[0]]->id,
            );
        }
        array_push($items, ...self::safety($supply, $state), ...self::calibration($supply, $state));
        foreach (Close::missing($supply, $state) as $sentence) {
            $items[] = new GateItem("close {$sentence}", ucfirst($sentence) . '.', 'close', null, false);
        }

        return $items;
    }

    /**
     * Presets that somebody turned, or that stand beside new parts, set something that nobody has looked at since.
     *
     * @return list<GateItem>
     */
    private static function calibration(Description $supply, BenchState $state): array
    {
        $presets = array_keys(array_filter($supply->parts, static fn(Part $p): bool => $p->kind instanceof Trimmer));
        $touched = [
            ...array_map(static fn(array $a): string => "{$a['part']} was turned", $state->adjusted),
            ...array_map(
                static fn(string $ref): string => "{$ref} is new",
                array_filter(
                    $state->replaced(),
                    static fn(string $ref): bool => !(
                        ($supply->parts[$ref]->kind ?? null) instanceof Fuse ||
                        ($supply->parts[$ref]->kind ?? null) instanceof Contact
                    ),
                ),
            ),
        ];
        $since = array_filter(
            $state->calibrations,
            static fn(array $c): bool => $c['phase'] !== 'as_found' &&
                $c['replaced'] === $state->replaced() &&
                $state->isSinceWork($c['entry']) &&
                $state->isSince($c['entry'], array_column($state->adjusted, 'entry')),
        );

        return $presets === [] || $touched === [] || $since !== []
            ? []
            : [
                new GateItem(
                    'calibration',
                    sprintf(
                        'Check its calibration: %s set%s what it gives, and %s.',
                        implode(', ', $presets),
                        count($presets) === 1 ? 's' : '',
                        implode(', ', array_unique($touched)),
                    ),
                    'calibration',
                ),
            ];
    }

    /** @return list<GateItem> */
    private static function safety(Description $supply, BenchState $state): array
    {
        $items = [];
        if ($state->condemned !== null) {
            $items[] = new GateItem(
                'condemned',
                "It is condemned: {$state->condemned['text']}",
                'prove',
                'condemned',
                false,
            );
        }
        foreach (SafetyTest::cases() as $test) {
            $passed = $state->safetyNow($test);
            if ($passed === false) {
                $items[] = new GateItem(
                    "safety {$test->value}",
                    "{$test->title()}: failed. {$state->safety[$test->value]['sentence']}",
                    'prove',
                    $test->value,
                    false,
                );
            } elseif (
                $passed === null &&
                in_array(
                    $test,
                    SafetyTest::required($supply, $state->protectionClass() ?? SafetyTest::classOf($supply)),
                    true,
                )
            ) {
                $items[] = new GateItem(
                    "safety {$test->value}",
                    "{$test->title()}: not tested as it now stands.",
                    'prove',
                    $test->value,
                );
            }
        }

        return $items;
    }
}

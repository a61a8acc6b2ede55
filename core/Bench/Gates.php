<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Bench\Entry\Close;
use Oculant\Core\Bench\Entry\Looked;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\Trimmer;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\InterlockKind;
use Oculant\Core\Supply\MinimumLoad;

/**
 * What must be true before hands go in, before power, and before the unit leaves; computed from the log and the
 * description.
 */
final readonly class Gates
{
    /** Ohms below which an output counts as shorted, unless its load is that heavy. */
    private const SHORT = 1.0;

    /** Share of a load's own resistance below which more than the load is there. */
    private const MORE_THAN_LOAD = 0.3;

    /** @return list<GateItem> what is missing, overrides not considered */
    public static function missing(Gate $gate, Description $supply, BenchState $state): array
    {
        return match ($gate) {
            Gate::HandsIn => self::charged($supply, $state),
            Gate::Limited => self::beforePower($gate, $supply, $state),
            Gate::Mains => [
                ...self::beforePower($gate, $supply, $state),
                ...self::closed($state),
                ...self::limiterFirst($supply, $state),
            ],
            Gate::HandBack => self::beforeHandBack($supply, $state),
        };
    }

    /**
     * What keeps a gate shut: a lead's override passes over what was missing then, and over nothing that came since.
     *
     * @return list<GateItem>
     */
    public static function blocking(Gate $gate, Description $supply, BenchState $state): array
    {
        return array_values(
            array_filter(
                self::missing($gate, $supply, $state),
                static fn(GateItem $i): bool => !$i->mayOverride ||
                    !in_array($i->id, $state->overrides[$gate->value]['items'] ?? [], true),
            ),
        );
    }

    /** @throws EntryRefused with everything that is missing */
    public static function mustBeOpen(Gate $gate, string $field, Description $supply, BenchState $state): void
    {
        $blocking = self::blocking($gate, $supply, $state);
        if ($blocking !== []) {
            throw EntryRefused::because(
                $field,
                sprintf(
                    'Not yet (%s): %s',
                    $gate->words(),
                    implode(' ', array_map(static fn(GateItem $i): string => $i->sentence, $blocking)),
                ),
            );
        }
    }

    /** The first open temporary change that may not be there in the present state; null if all is as it should be. */
    public static function violated(BenchState $state): ?TemporaryChange
    {
        $gate = match (true) {
            $state->handedBackAt !== null, $state->closedAt !== null => Gate::HandBack,
            $state->power === PowerState::Live => Gate::Mains,
            $state->power === PowerState::Limited => Gate::Limited,
            default => Gate::HandsIn,
        };
        foreach ($state->openChanges() as $change) {
            if ($change->standing($gate) === Standing::Forbidden) {
                return $change;
            }
        }

        return null;
    }

    /** True if anything in the log says that a fuse went. */
    public static function fuseBlew(Description $supply, BenchState $state): bool
    {
        $isOpen = static fn(TakenReading $r): bool => ($supply->parts[$r->target] ?? null)?->kind instanceof Fuse &&
            $r->quantity === DeadCheck::RESISTANCE &&
            $r->value > 1000;

        return array_filter($state->fuses, static fn(array $f): bool => $f['state'] !== 'intact') !== [] ||
            in_array('fuse_open', array_column($state->symptoms, 'symptom'), true) ||
            array_filter($state->readings, $isOpen) !== [];
    }

    /**
     * True if the log speaks of a short: a fuse that went, a bang, a cause that shorts, an output that reads shorted.
     */
    public static function hadShort(Description $supply, BenchState $state): bool
    {
        return self::fuseBlew($supply, $state) ||
            array_intersect(['bang', 'smoke'], array_column($state->symptoms, 'symptom')) !== [] ||
            FailureClass::shorts($state->cause['fault'] ?? '') ||
            array_filter(
                array_map(strval(...), array_keys($supply->outputs())),
                static fn(string $id): bool => self::readsShorted($supply, $state, $id),
            ) !== [];
    }

    /** @return list<GateItem> */
    private static function charged(Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            return [
                new GateItem(
                    'unplug',
                    "{$state->power->words()}: pull the plug and record it, discharge, and prove it empty.",
                    'power',
                    PowerState::Unplugged->value,
                    false,
                ),
            ];
        }
        $items = [];
        foreach (StoredCharge::unproven($supply, $state) as $ref) {
            $measured = StoredCharge::measured($supply, $state, $ref);
            $last = end($measured);
            $items[] = new GateItem(
                "discharge {$ref}",
                match (true) {
                    $last === false => "{$ref} may still hold its charge: discharge it through a resistor, " .
                        "measure it, and enter what is left (\"{$ref} left 2.1\").",
                    $last['volts'] >= StoredCharge::TOUCH => sprintf(
                        '%s is not empty yet: %s.',
                        $ref,
                        Quantity::volts($last['volts']),
                    ),
                    default => sprintf(
                        '%s recovers by itself: measure it once more, at least %d minutes after the first time.',
                        $ref,
                        intdiv(StoredCharge::WAIT, 60),
                    ),
                },
                'discharge',
                $ref,
            );
        }

        return $items;
    }

    /** @return list<GateItem> */
    private static function beforePower(Gate $gate, Description $supply, BenchState $state): array
    {
        $items = [
            ...(new IsolationStanding($supply, $state))->items($gate),
            ...self::ledger($gate, $state),
            ...self::fuse($supply, $state),
        ];
        if ($state->repairs !== [] || $state->works !== [] || self::fuseBlew($supply, $state)) {
            foreach (array_map(strval(...), array_keys($supply->outputs())) as $id) {
                if (self::newest($state, $id, DeadCheck::RESISTANCE) === null) {
                    $items[] = new GateItem(
                        "check {$id}",
                        "{$id}, " .
                            "{$supply->points[$id]->name}: ohms to its ground, so that it does not start into a short.",
                        'check',
                        $id,
                    );
                } elseif (self::readsShorted($supply, $state, $id)) {
                    $items[] = new GateItem(
                        "check {$id}",
                        "{$id}, {$supply->points[$id]->name}, reads shorted.",
                        'check',
                        $id,
                    );
                }
            }
        }
        foreach ($state->replaced() as $ref) {
            if (self::hasPolarity($supply->part($ref)) && !isset($state->looked["polarity {$ref}"])) {
                $items[] = new GateItem(
                    "look polarity {$ref}",
                    sprintf(
                        'Look at the polarity of the new %s: %s, against the board, its neighbours and its twin.',
                        $ref,
                        $supply->part($ref)->kind->profile()->mark,
                    ),
                    'look',
                    "polarity {$ref}",
                );
            }
        }
        foreach (array_keys($state->recapped) as $ref) {
            if (!isset($state->looked["polarity {$ref}"])) {
                $items[] = new GateItem(
                    "look polarity {$ref}",
                    "Look at the polarity of the new {$ref}: its mark against the board.",
                    'look',
                    "polarity {$ref}",
                );
            }
        }

        return [...$items, ...self::interlocks($supply, $state)];
    }

    /**
     * On a bench a unit is out of its equipment: what joined its sense leads or gave it its load there is not here by
     * itself.
     *
     * @return list<GateItem>
     */
    public static function interlocks(Description $supply, BenchState $state): array
    {
        $items = [];
        foreach ($supply->interlocks as $k => $interlock) {
            $load = MinimumLoad::of($supply, $interlock);
            if ($load === null && !in_array($interlock->kind, [InterlockKind::Sense, InterlockKind::Jumper], true)) {
                continue;
            }
            if (!isset($state->looked["interlock {$k}"])) {
                $items[] = new GateItem(
                    "look interlock {$k}",
                    rtrim(rtrim($interlock->what, '.') . ": {$interlock->how}", '.') .
                        '. ' .
                        ($load?->sentence() ?? rtrim("Without it {$interlock->without}", '.') . '.'),
                    'look',
                    "interlock {$k}",
                );
            }
        }

        return $items;
    }

    /** @return list<GateItem> dead checks that a new fuse waits for */
    public static function fuse(Description $supply, BenchState $state): array
    {
        $open = self::fuseBlew($supply, $state)
            ? array_filter(
                FuseChecks::of($supply),
                static fn(DeadCheck $c): bool => !self::isCleared($c, $supply, $state),
            )
            : [];

        return array_values(
            array_map(
                static fn(DeadCheck $c): GateItem => new GateItem(
                    "check {$c->id}",
                    sprintf('A fuse went: %s must read no short (%s).', $c->where, $c->id),
                    'check',
                    $c->id,
                ),
                $open,
            ),
        );
    }

    /** @return list<GateItem> */
    private static function ledger(Gate $gate, BenchState $state): array
    {
        $items = [];
        foreach ($state->openChanges() as $change) {
            $standing = $change->standing($gate);
            if ($standing !== Standing::Free) {
                $isForbidden = $standing === Standing::Forbidden;
                $items[] = new GateItem(
                    "change {$change->id}",
                    ucfirst($change->words()) .
                        ($isForbidden
                            ? ($change->mayStay()
                                ? ' must be undone first, or made permanent with a reason.'
                                : ' must be undone first: ' . $change->kind->mended() . '.')
                            : ' is open: undo it, or allow it for this step.'),
                    'ledger',
                    $change->id,
                    !$isForbidden,
                );
            }
        }

        return $items;
    }

    /** @return list<GateItem> */
    private static function closed(BenchState $state): array
    {
        $isOff = array_filter($state->taken, static fn(array $t): bool => !$t['refitted'] && $t['kind'] === 'shield');
        $items = array_map(
            static fn(array $t): GateItem => new GateItem(
                "refit {$t['entry']}",
                "{$t['text']} ({$t['where']}) is still off.",
                'refit',
                $t['entry'],
            ),
            array_values($isOff),
        );
        if (
            ($state->repairs !== [] || $state->works !== [] || $state->taken !== []) &&
            !isset($state->looked[Looked::CLOSED])
        ) {
            $items[] = new GateItem(
                'look ' . Looked::CLOSED,
                'Shields, insulating sheets, sleeves and the earth wire back in their places?',
                'look',
                Looked::CLOSED,
            );
        }

        return $items;
    }

    /** @return list<GateItem> */
    private static function limiterFirst(Description $supply, BenchState $state): array
    {
        return self::hadShort($supply, $state) && $state->limitedWith !== $state->replaced()
            ? [
                new GateItem(
                    'limiter',
                    'There was a short in it: limited power first, as it now stands.',
                    'power',
                    PowerState::Limited->value,
                ),
            ]
            : [];
    }

    /** @return list<GateItem> */
    private static function beforeHandBack(Description $supply, BenchState $state): array
    {
        $items = [
            ...(new IsolationStanding($supply, $state))->items(Gate::HandBack),
            ...self::ledger(Gate::HandBack, $state),
            ...array_values(array_filter(self::closed($state), static fn(GateItem $i): bool => $i->leads === 'look')),
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

    private static function isCleared(DeadCheck $check, Description $supply, BenchState $state): bool
    {
        $part = explode('.', $check->id)[0];
        foreach (array_reverse($state->readings) as $reading) {
            if ($reading->target === $check->id && $reading->isDeadCheck()) {
                // What was replaced since must be checked anew.
                $isOfNow = !in_array($part, $state->replaced(), true) || in_array($part, $reading->replaced, true);

                return $isOfNow && $reading->value > FuseChecks::clear($check);
            }
        }

        return false;
    }

    private static function readsShorted(Description $supply, BenchState $state, string $id): bool
    {
        $reading = self::newest($state, $id, DeadCheck::RESISTANCE);
        if ($reading === null) {
            return false;
        }
        $limit = self::SHORT;
        foreach ($supply->parts as $part) {
            if (
                $part->kind instanceof Consumes &&
                in_array($supply->points[$id]->node, $part->terminals, true) &&
                $part->knows('current') &&
                $part->knows('at')
            ) {
                $limit = min($limit, (self::MORE_THAN_LOAD * abs($part->value('at'))) / $part->value('current'));
            }
        }

        return $reading->value < $limit;
    }

    /** The newest unpowered reading there in the present state of repair, whatever loads were on. */
    private static function newest(BenchState $state, string $target, string $quantity): ?TakenReading
    {
        foreach (array_reverse($state->readings) as $reading) {
            if (
                $reading->target === $target &&
                $reading->quantity === $quantity &&
                $reading->replaced === $state->replaced() &&
                $state->isSinceWork($reading->entryId)
            ) {
                return $reading;
            }
        }

        return null;
    }

    private static function hasPolarity(Part $part): bool
    {
        return $part->has('plus') && $part->has('minus');
    }
}

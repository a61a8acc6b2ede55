<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Entry\Room;
use Oculant\Core\Parts\Seen;

/**
 * What the log adds up to. Built by folding; nothing else is job truth.
 *
 * @phpstan-type IdeaView array{
 *     id: string,
 *     idea: string,
 *     test: string,
 *     outcome: string,
 *     verdict: string,
 * }
 */
final class BenchState
{
    public Purpose $purpose = Purpose::Fault;

    public PowerState $power = PowerState::Unplugged;

    public ?string $powerSince = null;

    public ?float $mainsVolts = null;

    /** Degrees Celsius. */
    public float $room = Room::USUAL;

    /** The unit's age, if anybody knows. */
    public ?int $years = null;

    /** @var list<string> words of Background::CONDITIONS */
    public array $conditions = [];

    /** @var list<TakenReading> */
    public array $readings = [];

    /**
     * @var list<array{entry: string, symptom: string, text: string, replaced: list<string>, mode?: string,
     *     part?: string}>
     *     mode: as it was set up, if it was seen on the bench; part: of which it was said
     */
    public array $symptoms = [];

    /**
     * @var list<array{entry: string, part: string, sees: Seen, text: string, isNew: bool}> isNew: seen on the part
     *     that replaced it
     */
    public array $findings = [];

    /**
     * @var list<array{entry: string, part: string, quantity: string, lifted: bool, value: float,
     *     replaced: list<string>, check: string}> farads, ohms, amperes or volts; check: what was measured of a part by
     *     itself, or empty
     */
    public array $partTests = [];

    /**
     * @var list<array{entry: string, part: string, celsius: float, rise: float, mode: string, replaced: list<string>}>
     *     rise in kelvin above the room
     */
    public array $heats = [];

    /**
     * @var list<array{entry: string, part: string, amperes: float, mode: string, plain: bool, replaced: list<string>}>
     *     rms through a resistor; plain if nothing was different from the description
     */
    public array $currents = [];

    /** @var list<PulledPin> */
    public array $pulled = [];

    /** @var array<string, LoadShape> by the rail it hangs on */
    public array $peaks = [];

    /** @var list<array{entry: string, part: string, isGood: bool, isNew: bool}> */
    public array $tested = [];

    /** @var list<array{entry: string, part: string, how: string, still: bool, isNew: bool}> */
    public array $eliminated = [];

    /** @var list<array{entry: string, part: string, what: string, works: bool}> */
    public array $substituted = [];

    /** @var list<array{entry: string, part: string, state: string, fitted: string, replaced: list<string>}> */
    public array $fuses = [];

    /** @var array<string, array{entry: string, caption: string}> by the id of the photograph */
    public array $photos = [];

    /**
     * @var array<string, array{entry: string, photo: string, target: string, x: float, y: float}> x and y from 0 to 1,
     *     from the top left
     */
    public array $pins = [];

    /** @var array<string, float> volts of a good twin, by "mode point quantity" */
    public array $twins = [];

    /**
     * @var array<string, array{test: string, entry: string, value: float, passed: ?bool, out: list<string>,
     *     replaced: list<string>}> newest by test, the newest of all last: ohms, or amperes; out: parts that were not
     *     in place
     */
    public array $isolation = [];

    /**
     * @var list<array{test: string, entry: string, value: float, passed: ?bool, out: list<string>,
     *     replaced: list<string>}> all of them, oldest first
     */
    public array $isolationTests = [];

    /**
     * @var array<string, string> the entry, by reference: taken out, and the fault was gone; neither back nor replaced
     *     since
     */
    public array $out = [];

    /** @var list<string> entries that stand, in the order of the log */
    public array $entries = [];

    /**
     * @var array<string, IdeaView> the notebook
     */
    public array $ideas = [];

    /**
     * @var list<array{entry: string, method: string, resolution: float, readings: non-empty-list<array{part: string,
     *     ohms: non-empty-list<float>}>, replaced: list<string>}> in the order of the strip
     */
    public array $shorts = [];

    /**
     * @var list<array{entry: string, tried: int, failed: int, replaced: list<string>, light: bool}> light: with a load
     *     off that is on in the usual mode
     */
    public array $starts = [];

    /** @var array<string, true> targets the technician cannot reach, by "target quantity" */
    public array $skipped = [];

    /**
     * @var array{entry: string, kind: string, part: string, fault: string, place: string, text: string}|null part and
     *     fault are empty unless the cause is a part
     */
    public ?array $cause = null;

    /** @var list<array{entry: string, text: string, place: string, at: string}> put right without a new part */
    public array $works = [];

    /** @var list<array{entry: string, part: string, out: string, in: string, at: string}> */
    public array $repairs = [];

    /**
     * @var array{school: string, celsius: float, yearly: float}|null the recap that is planned: around the capacitors,
     *     hours a year
     */
    public ?array $recap = null;

    /** @var array<string, string> capacitors of the board that the description leaves out, by reference */
    public array $listed = [];

    /**
     * @var array<string, array{decision: string, with: string, text: string}> where somebody decides otherwise than the
     *     recap plan
     */
    public array $decided = [];

    /** @var array<string, array{entry: string, in: string, at: string}> what of the list was replaced, by reference */
    public array $recapped = [];

    /**
     * @var array<string, array{entry: string, part: string, key: string, title: string, outcome: string, text: string}>
     *     why parts failed, by part and cause
     */
    public array $origins = [];

    /** @var array<string, float> what the work may cost and what stands against it, by Estimate::FIELDS */
    public array $estimate = [];

    /** @var list<array{entry: string, text: string}> */
    public array $notes = [];

    /** What stands between the wall and the unit, if somebody said so. */
    public ?PowerMethod $method = null;

    /** @var list<string> references replaced when it last was on limited power; null if it never was */
    public ?array $limitedWith = null;

    /** @var array<string, TemporaryChange> the ledger, by the entry that opened each */
    public array $ledger = [];

    /**
     * @var list<array{entry: string, place: string, quantity: string, volts: float, at: string}> measured since the
     *     plug was pulled
     */
    public array $residuals = [];

    /** @var array<string, string> the entry, by what was looked at and found right: "polarity C5", "closed" */
    public array $looked = [];

    /**
     * @var array<string, array{entry: string, reason: string, items: list<string>}> by gate; items: ids of what was
     *     passed over
     */
    public array $overrides = [];

    /**
     * @var array<string, array{entry: string, kind: string, where: string, text: string, photo: string,
     *     refitted: bool, stays: string}> what was taken off, in that order; stays: why it does not go back
     */
    public array $taken = [];

    /** @var list<RampStep> */
    public array $ramp = [];

    /**
     * @var list<array{entry: string, step: string, rails: array<string, array{dc?: float, ripple?: float,
     *     amperes?: float}>, watts: ?float, mains: ?float, replaced: list<string>, profile: ?array<string, mixed>}>
     *     steps of the load test: volts, amperes, watts from the feed
     */
    public array $loadSteps = [];

    /**
     * @var array<string, array{run: string, kind: string, state: string, title: string,
     *     events: list<array{entry: string, event: string, text: string, at: string}>, summary: list<array<string,
     *     mixed>>,
     *     replaced: list<string>}> soaks and the like, by run
     */
    public array $runs = [];

    /**
     * @var list<array{entry: string, phase: string, point: string, unit: string, nominal: float, low: float,
     *     high: float, read: float, shown: ?float, shunt: ?array{ohms: float, tolerance: float, four_wire: bool},
     *     minutes: float, replaced: list<string>, profile: ?array<string, mixed>}> profile: of the meter that read it
     */
    public array $calibrations = [];

    /** @var list<array{entry: string, part: string, text: string, at: string}> trimmers turned, in that order */
    public array $adjusted = [];

    /**
     * @var array<string, array{entry: string, test: string, class: string, value: float, passed: bool, limit: string,
     *     source: string, sentence: string, condemns: bool, replaced: list<string>, at: string}> newest electrical
     *     safety test of each kind
     */
    public array $safety = [];

    /** @var array{entry: string, text: string, at: string}|null not to be used any more */
    public ?array $condemned = null;

    /** @var list<array{entry: string, text: string}> what the owner should know or have done later */
    public array $advice = [];

    /** How it went back, if it did so unrepaired and made unusable. */
    public ?string $returnedUnsafe = null;

    public ?string $closedAt = null;

    public ?string $handedBackAt = null;

    /** @var array<string, true> entries struck out */
    public array $struck = [];

    public function __construct(public string $mode) {}

    /** @return list<string> references of the parts replaced so far */
    public function replaced(): array
    {
        return array_values(array_unique(array_column($this->repairs, 'part')));
    }

    /** @return list<TemporaryChange> */
    public function openChanges(): array
    {
        return array_values(array_filter($this->ledger, static fn(TemporaryChange $c): bool => $c->isOpen()));
    }

    /** The newest electrical safety test of a kind, if it is one of the unit as it stands. */
    public function safetyNow(SafetyTest $test): ?bool
    {
        $newest = $this->safety[$test->value] ?? null;

        return $newest === null || $newest['replaced'] !== $this->replaced() || !$this->isSinceWork($newest['entry'])
            ? null
            : $newest['passed'];
    }

    /** Protection class as the tests were made by; null while none was. */
    public function protectionClass(): ?string
    {
        return array_values($this->safety)[0]['class'] ?? null;
    }

    /**
     * @param string    $test   resistance or current
     * @param float     $value  ohms or amperes, INF for OL
     * @param bool|null $passed as judged by the workshop's rules; null if it was no such test
     */
    public function measureIsolation(string $test, string $entry, float $value, ?bool $passed): void
    {
        $lifted = array_filter(
            $this->openChanges(),
            static fn(TemporaryChange $c): bool => $c->kind === ChangeKind::Lifted && $c->part !== null,
        );
        $out = array_values(
            array_unique([
                ...array_map(strval(...), array_keys($this->out)),
                ...array_map(static fn(TemporaryChange $c): string => (string) $c->part, $lifted),
            ]),
        );
        unset($this->isolation[$test]);
        $this->isolationTests[] = $this->isolation[$test] = [
            'test' => $test,
            'entry' => $entry,
            'value' => $value,
            'passed' => $passed,
            'out' => $out,
            'replaced' => $this->replaced(),
        ];
    }

    /** What is different from the description just now. */
    public function context(): Context
    {
        return Context::of($this->ledger, $this->method);
    }

    /** The newest reading of a target in the present mode, state of repair and context. */
    public function latest(string $target, string $quantity, ?string $mode = null): ?TakenReading
    {
        return $this->standing()[($mode ?? $this->mode) . " {$target} {$quantity}"] ?? null;
    }

    /**
     * @return array<string, TakenReading> newest of each place and mode in the present state of repair and context, by
     *     "mode target quantity"
     */
    public function standing(): array
    {
        $context = $this->context()->key();
        $replaced = $this->replaced();
        $standing = [];
        foreach ($this->readings as $reading) {
            if ($reading->replaced === $replaced && !$reading->isResidual() && $reading->context->key() === $context) {
                $standing["{$reading->mode} {$reading->target} {$reading->quantity}"] = $reading;
            }
        }

        return $standing;
    }

    /** @return list<TakenReading> taken since the last repair on limited power */
    public function limitedReadings(): array
    {
        $replaced = $this->replaced();

        return array_values(
            array_filter(
                $this->readings,
                static fn(TakenReading $r): bool => $r->replaced === $replaced &&
                    $r->power === PowerState::Limited &&
                    !$r->isDeadCheck(),
            ),
        );
    }

    /** Whether an entry is of the unit as it stands since something was put right without a new part. */
    public function isSinceWork(string $entry): bool
    {
        return $this->isSince($entry, array_column(array_slice($this->works, -1), 'entry'));
    }

    /** @param list<string> $others entries */
    public function isSince(string $entry, array $others): bool
    {
        $order = array_flip($this->entries);
        foreach ($others as $other) {
            if (($order[$entry] ?? 0) <= ($order[$other] ?? -1)) {
                return false;
            }
        }

        return true;
    }

    /** Whether anything was done to the unit that has to be proven. */
    public function isMended(): bool
    {
        return $this->repairs !== [] || $this->works !== [] || $this->recapped !== [];
    }

    /** Whether nothing is to be mended: it works, or no fault was found in it. */
    public function isLeftAsItIs(): bool
    {
        return !$this->isMended() &&
            ($this->cause === null
                ? !in_array($this->purpose, [Purpose::Fault, Purpose::Recap], true)
                : $this->cause['kind'] === Cause::NONE);
    }

    /**
     * @return list<TakenReading> taken since the last repair, fed as it will be and as it goes back: nothing that is
     *     still to be undone; all of them of a unit that is left as it is
     */
    public function proofReadings(): array
    {
        if (!$this->isMended() && !$this->isLeftAsItIs()) {
            return [];
        }
        $replaced = $this->replaced();

        return array_values(
            array_filter(
                $this->readings,
                fn(TakenReading $r): bool => $r->replaced === $replaced &&
                    $this->isSinceWork($r->entryId) &&
                    !$r->isDeadCheck() &&
                    $r->context->isSettled() &&
                    ($r->power === PowerState::Live || $r->context->method?->isOwnFeed() === true),
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Expectation\Judge;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Kind\Contact;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Judges one part by what was measured on it: by itself against its kind and marking, in circuit against what the
 * engine computes there.
 */
final readonly class PartJudge
{
    public function __construct(private Description $supply) {}

    /** @return list<Trial> the telling ones first */
    public function trials(string $ref): array
    {
        return (new Trials($this->supply))->of($ref);
    }

    /** @param float $value in the trial's unit; INF for OL */
    public function judge(string $ref, Trial $trial, float $value, Conditions $conditions): Judgement
    {
        $part = $this->supply->part($ref);
        if ($part->kind instanceof StoresCharge) {
            return (new CapacitorTrial($this->supply))->judge($part, $trial, $value, $conditions);
        }
        if (!$conditions->isLifted && $trial->check !== null) {
            return $this->inCircuit($part, $trial, $value);
        }

        return match (true) {
            $trial->id === 'breakdown' && $part->kind->name() === 'varistor' => JunctionTrial::varistor(
                $part,
                $trial,
                $value,
            ),
            $trial->id === 'breakdown' => JunctionTrial::zener($part, $value),
            $trial->id === 'gain' => JunctionTrial::share($part, $trial, $value, $part->value('gain'), 'weak'),
            $trial->id === 'transfer' => JunctionTrial::share($part, $trial, $value, $part->value('transfer'), 'weak'),
            $trial->unit === Unit::Volt && $part->kind->profile()->junction !== null => JunctionTrial::junction(
                $part,
                $trial,
                $value,
            ),
            $part->kind->name() === 'ntc' => ResistanceTrial::thermistor($part, $trial, $value, $conditions->celsius),
            $part->kind->name() === 'resistor' => ResistanceTrial::resistor($part, $trial, $value),
            $part->kind instanceof Contact => ResistanceTrial::contact($part, $trial, $value),
            in_array($trial->id, ['ce', 'ds', 'gs', 'ohms'], true) => JunctionTrial::blocks($part, $trial, $value),
            default => $this->inCircuit($part, $trial, $value),
        };
    }

    /** The engine says what a good unit shows there, and which fault of the part would show what was read. */
    private function inCircuit(Part $part, Trial $trial, float $value): Judgement
    {
        $check = $this->supply->deadCheck($trial->check ?? $trial->id);
        assert($check !== null);
        $meter = new DeadMeter($this->supply);
        $mode = $this->supply->mode(null);
        $good = $meter->read($check, $mode);
        if (is_nan($good)) {
            return new Judgement(
                new Verdict(
                    VerdictWord::CannotTell,
                    "{$trial->write($value)}: cannot tell.",
                    'The engine does not settle there: lift one leg.',
                ),
                '',
                null,
            );
        }
        $verdict = Judge::dead($check, $value, $good);
        $fault = null;
        if (!$verdict->word->isGood()) {
            foreach ($part->kind->faults($part) as $possible) {
                $shown = $meter->read($check, $mode, [$part->ref => $possible->name]);
                if ($fault === null && !is_nan($shown) && Judge::dead($check, $value, $shown)->word->isGood()) {
                    $fault = $possible->name;
                }
            }
        }
        $why =
            $fault === null && !$verdict->word->isGood()
                ? ' No fault of this part by itself would show that: what stands in parallel, or lift one leg.'
                : '';

        return new Judgement(
            new Verdict($verdict->word, "{$part->ref} {$verdict->sentence}", $verdict->why . $why),
            'about ' . $trial->write($good) . ' in circuit',
            $fault,
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** What can be measured on one part, the telling ones first. */
final readonly class Trials
{
    public function __construct(private Description $supply) {}

    /** @return list<Trial> the telling ones first */
    public function of(string $ref): array
    {
        $part = $this->supply->part($ref);
        $kind = $part->kind->name();

        return match (true) {
            $part->kind instanceof StoresCharge => [
                new Trial('capacitance', 'capacitance', Unit::Farad, '"47u"', '', true),
                ...$part->has('plus')
                    ? [new Trial('esr', 'ESR', Unit::Ohm, '"0R12", at the frequency of the meter', '', true, 'hertz')]
                    : [],
                new Trial(
                    'leakage',
                    'leakage at working voltage',
                    Unit::Ampere,
                    '"120u", after some minutes through a resistor',
                    null,
                    true,
                ),
            ],
            $kind === 'zener' => [
                new Trial(
                    'breakdown',
                    'zener voltage under current',
                    Unit::Volt,
                    'a source above it through a resistor: the volts across it',
                    null,
                    true,
                ),
                $this->trial('drop', 'forward drop', Unit::Volt, $ref),
            ],
            $kind === 'transistor' => [
                $this->trial('be', 'base to emitter', Unit::Volt, "{$ref}.be"),
                $this->trial('bc', 'base to collector', Unit::Volt, "{$ref}.bc"),
                $this->trial('ce', 'collector to emitter', Unit::Ohm, "{$ref}.ce"),
                new Trial('gain', 'current gain', Unit::Ratio, '"120" on a transistor tester'),
            ],
            $kind === 'mosfet' => [
                $this->trial('body', 'body diode, source to drain', Unit::Volt, "{$ref}.body"),
                $this->trial('ds', 'drain to source', Unit::Ohm, "{$ref}.ds"),
                $this->trial('gs', 'gate to source', Unit::Ohm, "{$ref}.gs"),
            ],
            $kind === 'optocoupler' => [
                $this->trial('drop', 'its LED', Unit::Volt, $ref),
                $this->trial('ce', 'collector to emitter', Unit::Ohm, "{$ref}.ce"),
                new Trial('transfer', 'transfer ratio at 5 mA', Unit::Ratio, '"80 %"'),
            ],
            $kind === 'ntc' => [
                new Trial('ohms', 'resistance at its temperature', Unit::Ohm, '"10R", cold', wants: 'celsius'),
            ],
            $kind === 'varistor' => [
                $this->trial('ohms', 'resistance', Unit::Ohm, $ref),
                new Trial(
                    'breakdown',
                    'volts at 1 mA',
                    Unit::Volt,
                    'from an insulation tester or a source with a resistor',
                ),
            ],
            $part->kind->profile()->junction !== null => [
                $this->trial('drop', 'forward drop', Unit::Volt, $ref),
                $this->trial('reverse', 'the other way round', Unit::Volt, "{$ref}.reverse"),
            ],
            default => array_map(
                fn(DeadCheck $c): Trial => $this->trial(
                    $c->id,
                    $c->where,
                    $c->quantity === DeadCheck::DIODE ? Unit::Volt : Unit::Ohm,
                    $c->id,
                ),
                $part->kind->deadChecks($part),
            ),
        };
    }

    private function trial(string $id, string $title, Unit $unit, string $check): Trial
    {
        return new Trial(
            $id,
            $title,
            $unit,
            $unit === Unit::Volt ? '"0.62", or OL' : '"4k7", or OL',
            $this->supply->deadCheck($check) === null ? null : $check,
        );
    }
}

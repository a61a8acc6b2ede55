<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Supply\Description;

/** What a pair of hands does at an exercise where nobody stands at the bench's own screens: a terminal, a strategy. */
final readonly class Hands
{
    private const MOST_ERRANDS = 30;

    private Description $supply;

    public function __construct(public Run $run)
    {
        $this->supply = $run->exercise->supply;
    }

    /** @throws EntryRefused if the bench does not take it */
    public function power(PowerState $power, ?string $mode = null): string
    {
        return $this->run->enter('power', ['power' => $power->value, 'mode' => $mode ?? $this->run->state()->mode]);
    }

    /** @throws EntryRefused if there is no such place */
    public function measure(string $target, ?string $quantity = null): string
    {
        return $this->run->enter('reading', ['text' => '', 'target' => $target, 'quantity' => $quantity]);
    }

    /** @throws EntryRefused if there is no such part */
    public function look(string $ref): string
    {
        return $this->run->enter('finding', ['part' => $ref]);
    }

    /** @throws EntryRefused if there is no such part */
    public function test(string $ref): string
    {
        return $this->run->enter('tested', ['part' => $ref]);
    }

    /** Empties what is charged and proves it, as the plan says. */
    public function discharge(): string
    {
        $hazards = array_map(strval(...), array_keys(StoredCharge::hazards($this->supply)));
        foreach ($hazards as $ref) {
            for ($time = 0; $time < 2; $time++) {
                $said = $this->run->enter('left', ['part' => $ref]);
                if ($this->run->state()->power->isEnergised()) {
                    return $said;
                }
            }
        }

        return $hazards === [] ? 'Nothing here holds enough to hurt.' : implode(', ', $hazards) . ': proven empty.';
    }

    /**
     * Does honestly what a gate asks for, with what the unit shows.
     *
     * @return list<string> what was done
     */
    public function seeTo(Gate $gate): array
    {
        $done = [];
        for ($k = 0; $k < self::MOST_ERRANDS; $k++) {
            $item = $this->seeable($gate)[0] ?? null;
            if ($item === null) {
                break;
            }
            $done[] = match ($item->leads) {
                'check' => $this->measure((string) $item->target),
                'discharge' => $this->discharge(),
                'power' => $this->powerFor((string) $item->target),
                default => $this->lookedAt((string) $item->target),
            };
        }

        return $done;
    }

    /** @return list<string> what a gate still asks for */
    public function missing(Gate $gate): array
    {
        return array_map(
            static fn(GateItem $i): string => $i->sentence,
            Gates::blocking($gate, $this->supply, $this->run->state()),
        );
    }

    /** What nobody gets at, or what shows nothing: not asked for again. */
    public function skip(string $target, string $quantity): void
    {
        $this->run->enter('skip', ['target' => $target, 'quantity' => $quantity]);
    }

    /** What was wrong, and where it was one of several things, a new one in. */
    public function name(string $part, string $fault = ''): string
    {
        $said = $this->run->name($part, $fault);
        if ($this->run->isOver()) {
            return $said;
        }
        if ($this->run->state()->power->isEnergised()) {
            $this->power(PowerState::Unplugged);
        }
        $this->seeTo(Gate::HandsIn);
        $this->run->enter('repair', ['part' => $part, 'out' => 'as found', 'in' => 'new']);

        return $this->supply->part($part)->label() .
            ' was bad, and a new one is in. It still is not right: something else is wrong as well.';
    }

    /** A part that tested bad, with the way to fail that is likeliest by now. */
    public function nameAs(string $part): void
    {
        $this->name($part, $this->likeliest($part));
    }

    private function likeliest(string $part): string
    {
        foreach ($this->run->workup()->suspects() as $suspect) {
            foreach ($suspect->members as $member) {
                $fault = $member->faultOf($part);
                if ($fault !== null) {
                    return $fault;
                }
            }
        }

        return $this->supply->part($part)->kind->faults($this->supply->part($part))[0]->name ?? '';
    }

    /** @return list<GateItem> what a pair of hands at this bench can see to */
    private function seeable(Gate $gate): array
    {
        return array_values(
            array_filter(
                Gates::blocking($gate, $this->supply, $this->run->state()),
                static fn(GateItem $i): bool => in_array($i->leads, ['check', 'discharge', 'power', 'look'], true),
            ),
        );
    }

    /** What a gate asks for by way of power: the plug out, or a first time behind a limiter. */
    private function powerFor(string $target): string
    {
        if ($target === PowerState::Unplugged->value) {
            return $this->power(PowerState::Unplugged);
        }
        $this->seeTo(Gate::Limited);
        $said = $this->power(PowerState::Limited);

        return "{$said} {$this->power(PowerState::Unplugged)}";
    }

    private function lookedAt(string $what): string
    {
        $this->run->enter('looked', ['what' => $what]);

        return "Looked: {$what}.";
    }
}

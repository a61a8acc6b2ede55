<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\Entry\Power;
use Oculant\Core\Bench\FuseChecks;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Destruction;
use Oculant\Core\Expectation\Phase;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Kind\Lamp;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Quantity\Duration;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * Which lamp to put in series, and what it does with a good unit and with each main suspect. The filament's law is
 * Lamp's (resistance with the 0.45th power of the voltage, a twelfth of it cold; IESNA Lighting Handbook exponents,
 * from memory).
 *
 * @phpstan-import-type PowerMethodView from Power
 *
 * @phpstan-type LampRow array{
 *     what: string,
 *     flash: string,
 *     lamp: string,
 *     lamp_volts: string,
 *     unit_volts: string,
 *     breaks: string,
 *     brightness: float,
 * }
 *
 * @phpstan-type LampPlan array{
 *     method: PowerMethodView,
 *     mode: string,
 *     mode_name: string,
 *     lamp: string,
 *     reason: string,
 *     law: string,
 *     rows: list<LampRow>,
 * }
 */
final readonly class LampLimiter
{
    /** Watts of lamps there are in a box. */
    private const BOX = [15.0, 25.0, 40.0, 60.0, 75.0, 100.0, 150.0, 200.0, 300.0, 500.0];

    /**
     * Times the power that the unit takes on its own: less and it does not come up, more and a short gets too much
     * (common practice: two to four).
     */
    private const TIMES = 3.0;

    /** Share of the mains that a good unit must still get, so that it comes up behind the lamp. */
    private const ENOUGH = 0.8;

    private const MOST_SUSPECTS = 4;

    private function __construct(private Description $supply, private Mode $mode) {}

    /**
     * @param list<array{title: string, faults: array<string, string>}> $suspects main ones first; fault name by part
     *     reference
     *
     * @return array<string, mixed>|null null for what is not fed from the mains
     *
     * @throws CircuitError if a good unit does not settle
     */
    public static function plan(Description $supply, array $suspects): ?array
    {
        if (!($supply->source()->kind instanceof Mains) || $supply->frequency <= 0.0) {
            return null;
        }

        return (new self($supply, (new Topology($supply))->gentlest()))->lamp($suspects);
    }

    /**
     * @param list<array{title: string, faults: array<string, string>}> $suspects
     *
     * @return LampPlan
     */
    private function lamp(array $suspects): array
    {
        $plain = (new Behaviour($this->supply))->run($this->mode)->longest();
        $watts = $this->input($plain);
        $fitting = array_values(array_filter(self::BOX, static fn(float $w): bool => $w >= self::TIMES * $watts));
        $good = null;
        $lamp = 0.0;
        foreach ($fitting === [] ? [self::BOX[count(self::BOX) - 1]] : $fitting as $lamp) {
            $good = $this->behind($lamp, []);
            if ($good !== null && $good['unit'] >= self::ENOUGH * $this->supply->mainsVoltage) {
                break;
            }
        }
        $joules = $this->charge($plain);
        $rows = [['what' => 'nothing wrong', 'flash' => $this->flash($joules, $lamp)] + $this->view($good, $lamp)];
        foreach (array_slice($suspects === [] ? $this->usual() : $suspects, 0, self::MOST_SUSPECTS) as $suspect) {
            $rows[] =
                ['what' => $suspect['title'], 'flash' => ''] +
                $this->view($this->behind($lamp, $suspect['faults']), $lamp);
        }
        $hot = $this->supply->mainsVoltage ** 2 / $lamp;

        return [
            'method' => ['how' => PowerMethod::LAMP, 'watts' => $lamp],
            'mode' => $this->mode->id,
            'mode_name' => $this->mode->name,
            'lamp' => sprintf(
                '%s, %s, incandescent or halogen (no LED lamp)',
                Quantity::write($lamp, Unit::Watt),
                Quantity::write($this->supply->mainsVoltage, Unit::Volt),
            ),
            'reason' => sprintf(
                'Set up as "%s" it takes about %s; three times that lets it come up, and a dead short gets no ' .
                    'more than %s.',
                mb_strtolower($this->mode->name),
                Quantity::write($watts, Unit::Watt, 2),
                Quantity::write($this->supply->mainsVoltage / $hot, Unit::Ampere, 2),
            ),
            'law' => sprintf(
                'Cold the filament has %s, lit %s: it lets a good unit start and holds a short back (resistance ' .
                    'goes with the 0.45th power of its voltage; IESNA handbook, from memory).',
                Quantity::write(Lamp::filament($this->supply->mainsVoltage, $lamp, 0.0), Unit::Ohm, 2),
                Quantity::write($hot, Unit::Ohm, 2),
            ),
            'rows' => $rows,
        ];
    }

    /**
     * @return list<array{title: string, faults: array<string, string>}> what shorts in a supply of its kind, as long as
     *     nothing is suspected
     */
    private function usual(): array
    {
        $usual = [];
        foreach (FuseChecks::of($this->supply) as $check) {
            $part = $this->supply->part(explode('.', $check->id)[0]);
            foreach ($part->kind->faults($part) as $fault) {
                if (FailureClass::shorts($fault->name)) {
                    $usual[$part->ref] ??= [
                        'title' => "{$part->ref} {$fault->title}",
                        'faults' => [$part->ref => $fault->name],
                    ];
                }
            }
        }

        return array_slice(array_values($usual), 0, 2);
    }

    /**
     * @param array<string, string> $faults
     *
     * @return array{share: float, lamp: float, unit: float, signs: list<string>, chain: list<Destruction>}|null null if
     *     it does not settle
     */
    private function behind(float $watts, array $faults): ?array
    {
        $source = $this->supply->source();
        $altered = $this->supply->altered($this->mode->id, [Alteration::set($source->ref, ['lamp' => $watts])]);
        $chain = [];
        try {
            $run = (new Behaviour($altered))->run(
                $altered->mode(null),
                array_diff_key($faults, array_flip($this->mode->absent)),
                null,
                null,
                $chain,
            );
        } catch (CircuitError) {
            return null;
        }
        $phase = $run->longest();
        [$l, $n] = array_values($source->terminals);
        $lamp =
            $phase->record->currentSignal($source->ref)->rms * ($phase->parts[$source->ref]->values['filament'] ?? 0.0);

        return [
            'share' => $lamp / $this->supply->mainsVoltage,
            'lamp' => $lamp,
            'unit' => $phase->record->signal($l, $n)->rms,
            'signs' => $run->alternates() ? ['ticks'] : [],
            'chain' => $chain,
        ];
    }

    /**
     * @param array{share: float, lamp: float, unit: float, signs: list<string>, chain: list<Destruction>}|null $seen
     *
     * @return array{lamp: string, lamp_volts: string, unit_volts: string, breaks: string, brightness: float}
     */
    private function view(?array $seen, float $watts): array
    {
        if ($seen === null) {
            return [
                'lamp' => 'flickers, no steady state',
                'lamp_volts' => '',
                'unit_volts' => '',
                'breaks' => '',
                'brightness' => 0.0,
            ];
        }

        return [
            'lamp' => Lamp::brightness($seen['share']) . ($seen['signs'] === [] ? '' : ', pulsing'),
            'lamp_volts' => Quantity::write($seen['lamp'], Unit::Volt, 2),
            'unit_volts' => Quantity::write($seen['unit'], Unit::Volt, 3),
            'breaks' => implode(', ', array_map(static fn(Destruction $d): string => $d->words(), $seen['chain'])),
            'brightness' => min(1.0, $seen['share'] ** 3.4),
        ];
    }

    /** What flows in over a cycle, watts. */
    private function input(Phase $phase): float
    {
        $source = $this->supply->source();
        [$l, $n] = array_values($source->terminals);
        $volts = $phase->record->waveform($l, $n);
        $watts = 0.0;
        foreach ($phase->record->current($source->ref) as $step => $amperes) {
            $watts -= ($volts[$step] * $amperes) / count($volts);
        }

        return abs($watts);
    }

    /** Joules that its capacitors take when it comes up. */
    private function charge(Phase $phase): float
    {
        $joules = 0.0;
        foreach ($phase->parts as $part) {
            if (StoredCharge::farads($part) > 0.0) {
                [$plus, $minus] = array_slice(array_values($part->terminals), 0, 2);
                $joules += (StoredCharge::farads($part) * $phase->record->signal($plus, $minus)->average ** 2) / 2;
            }
        }

        return $joules;
    }

    /**
     * Charging a capacitor through a resistance burns as much in it as is stored (any handbook): so long the lamp
     * lights.
     */
    private function flash(float $joules, float $watts): string
    {
        $seconds = (2 * $joules) / $watts;

        return $seconds < 0.05
            ? 'a blink at most, then'
            : sprintf('lights up for about %s, then', Duration::write($seconds));
    }
}

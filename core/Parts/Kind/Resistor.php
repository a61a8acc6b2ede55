<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/**
 * A fixed resistor. Its style says how it fails: a fusible one parts when overloaded, power types and high values
 * drift or open far more often than small ones (common practice; order as in MIL-HDBK-217F, from memory).
 */
final class Resistor extends Pair implements Rated, Warms
{
    public function name(): string
    {
        return 'resistor';
    }

    public function title(): string
    {
        return 'Resistor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 155.0,
            limit: 'film on its hottest spot',
            warms: 180.0,
            letter: 'R',
            hot: [
                'Volts squared over ohms, or current squared times ohms: compare with its rating, and with twice that.',
                'Has its value drifted? Heat does that first.',
                'Clear of the board, and of any capacitor.',
            ],
            meant: [80.0, 'a bleeder or dropper is meant to be hot'],
            probed: 15,
            family: Family::Resistor,
            prefixes: ['R'],
            words: ['resistor'],
            symbols: ['R$', 'R_'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'resistance', Unit::Ohm, 0.05),
            Parameter::optional('power', 'rated power', Unit::Watt, 0.25),
            Parameter::optional('voltage', 'voltage rating', Unit::Volt),
            Parameter::choice('style', 'style', 'ordinary', 'fusible', 'wirewound', 'flameproof'),
        ];
    }

    public function faults(Part $part): array
    {
        $strain =
            $part->value('power') >= 1.0 || $part->value('value') >= 100e3 || $part->choice('style') === 'fusible'
                ? 3.0
                : 1.0;

        return [
            new FaultMode(
                'open',
                'open',
                0.5 * $strain,
                'Ohms with one leg lifted.',
                looks: [Look::BurntBody, Look::CrackedCoating],
                silence: 'What is beside it carries on for it, or nothing in these modes asks for it.',
            ),
            new FaultMode(
                'drifted',
                'drifted high',
                0.4 * $strain,
                'Ohms with one leg lifted.',
                graded: true,
                degrees: [1.25, 4.0, 40.0],
                in: Unit::Ratio,
                looks: [Look::Discoloured],
                silence: 'What is beside it carries on for it, or nothing in these modes asks for it.',
            ),
            new FaultMode(
                'low',
                'value too low',
                0.06,
                'Ohms with one leg lifted.',
                graded: true,
                degrees: [0.8, 0.25],
                in: Unit::Ratio,
                silence: 'What is beside it carries on for it, or nothing in these modes asks for it.',
            ),
            new FaultMode(
                'short',
                'bridged',
                0.05,
                'Look for solder or carbon across it.',
                silence: 'What is beside it carries on for it, or nothing in these modes asks for it.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function ratings(Part $part): array
    {
        [$times, $how, $seconds] =
            $part->choice('style') === 'fusible' ? [6.0, Breaking::PartsQuietly, 2.0] : [15.0, Breaking::Burns, 8.0];
        $ratings = [Rating::power($part->value('power'))->destroyedAt($times, 'open', $how, $seconds)];

        return $part->knows('voltage') ? [...$ratings, Rating::voltage($part->value('voltage'))] : $ratings;
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $ohms = $part->value('value');
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            match ($fault) {
                'open' => 1e9,
                'drifted' => $ohms * $part->degree(2.0),
                'low' => $ohms * $part->degree(0.5),
                'short' => 0.1,
                default => $ohms,
            },
        );
    }

    /** At its rated power it rises by about 120 K (data-sheet derating curves, from memory). */
    public function perWatt(Part $part): float
    {
        return 120.0 / max(0.125, $part->value('power'));
    }
}

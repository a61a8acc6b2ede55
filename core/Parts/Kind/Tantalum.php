<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\ConductsBackwards;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Ageing;
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
 * A solid tantalum capacitor, terminals plus and minus. It shorts where an electrolytic dries (MIL-HDBK-338B mode
 * distribution, from memory), hard enough to hold a rail down, and burns where the rail can feed it.
 */
final class Tantalum extends Pair implements Decides, Rated, StoresCharge, Warms
{
    use ConductsBackwards;

    protected const ENDS = ['plus', 'minus'];

    public function name(): string
    {
        return 'tantalum';
    }

    public function title(): string
    {
        return 'Tantalum capacitor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'derated to two thirds of its volts above',
            warms: 300.0,
            letter: 'C',
            hot: [
                'Ripple and inrush: it wants three times its working volts of headroom where current is not limited.',
                'A leak heats it: replace it.',
            ],
            probed: 16,
            family: Family::Capacitor,
            ages: Ageing::Sealed,
            mark: 'its bar is the plus',
            words: ['tantalum'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'capacitance', Unit::Farad, 0.2),
            Parameter::optional('voltage', 'working voltage', Unit::Volt),
            Parameter::optional('esr', 'equivalent series resistance', Unit::Ohm, 0.8),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                4.0,
                'Ohms stay low both ways; along a rail the reading is smallest at the shorted one.',
                looks: [Look::DarkSpot, Look::BurntCrater],
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'leaky',
                'leaky',
                0.6,
                'Leakage at working voltage through a resistor.',
                graded: true,
                degrees: [3e3, 70.0, 1.5],
                silence: 'What feeds it is stiff: it shows in warmth and in a leakage test.',
            ),
            new FaultMode(
                'open',
                'open',
                0.3,
                'Capacitance with one leg lifted.',
                silence: 'It steadies what the mean reading does not show: noise, or stability at the edge.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'plus', 'minus', "{$part->ref}, once it stops climbing"),
            DeadCheck::esr($part, 'plus', 'minus'),
        ];
    }

    public function ratings(Part $part): array
    {
        return $part->knows('voltage')
            ? [Rating::voltage($part->value('voltage'))->destroyedAt(1.4, 'short', Breaking::FlaresUp, 1.0)]
            : [];
    }

    public function asFound(Part $part, ?string $fault): array
    {
        $good = ['farads' => $part->value('value'), 'esr' => $part->value('esr'), 'leak' => 10e6];

        return match ($fault) {
            'short' => ['farads' => INF, 'esr' => $part->degree(0.3), 'leak' => $part->degree(0.3)],
            'open' => ['farads' => 0.0, 'esr' => 1e9, 'leak' => 1e9],
            'leaky' => ['leak' => $part->degree(330.0)] + $good,
            default => $good,
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$plus, $minus] = [$part->node('plus'), $part->node('minus')];
        $found = $this->asFound($part, $fault);
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $plus, $minus, $found['esr']),
            'open' => $netlist->resistor("{$part->ref}.open", $plus, $minus, $found['leak']),
            default => $netlist->capacitor($part->ref, $plus, $minus, $found['farads'], $found['esr']),
        };
        $this->enterBackwards($part, $fault, $found['esr'], $netlist);
        if ($fault !== 'short' && $fault !== 'open') {
            // How much a good one passes at the little that an ohmmeter gives it depends on its age, its rest and one's
            // patience.
            $netlist->seep("{$part->ref}.forming", $plus, $minus, $found['leak']);
        }
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $plus, $minus, $found['leak']);
        }
    }

    /** A drop (common practice). */
    public function perWatt(Part $part): float
    {
        return 60.0;
    }
}

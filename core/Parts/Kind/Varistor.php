<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Circuit\SegmentTable;
use Oculant\Core\Parts\Ability\Guards;
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
 * A zinc-oxide varistor, named by its continuous AC rating (275 V); at 1 mA it stands 1.55 times that (data-sheet
 * families).
 */
final class Varistor extends Pair implements Guards, Rated, Warms
{
    public function name(): string
    {
        return 'varistor';
    }

    public function title(): string
    {
        return 'Varistor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 60.0,
            limit: 'a healthy one stays cold',
            warms: 300.0,
            letter: 'RV',
            hot: ['A warm varistor is worn: replace it.', 'Rated above the highest line: 275 or 320 V for 230 V.'],
            family: Family::Varistor,
            prefixes: ['RV', 'VDR'],
            words: ['varistor', 'mov'],
            symbols: ['Varistor'],
        );
    }

    public function parameters(): array
    {
        return [Parameter::main('value', 'continuous AC rating', Unit::Volt, 0.1)];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'short',
                'shorted',
                1.5,
                'Ohms across it; look for what surged.',
                degrees: [10.0, 0.05],
                looks: [Look::Split, Look::Blackened, Look::Swollen],
            ),
            new FaultMode(
                'leaky',
                'tired and warm',
                0.8,
                'Insulation test at 250 V, one leg lifted; a warm varistor is degraded.',
                graded: true,
                degrees: [300e3, 5e3, 100.0],
                looks: [Look::Discoloured],
                silence: 'It works only when struck: nothing shows before the next surge.',
            ),
            new FaultMode(
                'open',
                'blown open',
                0.3,
                'Look at it; the unit works without it, unprotected.',
                looks: [Look::PieceMissing],
                silence: 'It works only when struck: nothing shows before the next surge.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function ratings(Part $part): array
    {
        return [Rating::power(0.6)->destroyedAt(20.0, 'short', Breaking::Bursts, 1.0)];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$a, $b] = [$part->node('a'), $part->node('b')];
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $a, $b, $part->degree(0.3)),
            'open' => $netlist->resistor("{$part->ref}.open", $a, $b, 1e9),
            'leaky' => $netlist->resistor("{$part->ref}.leak", $a, $b, $part->degree($part->value('value') ** 2 / 2.0)),
            default => $netlist->junction(
                $part->ref,
                $a,
                $b,
                SegmentTable::varistor($part->value('value') * 1.55, 30.0),
            ),
        };
    }

    /** A disc of 10 to 14 mm (data sheets, from memory). */
    public function perWatt(Part $part): float
    {
        return 50.0;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/** The outlet and cord: an alternating source, or a direct one for equipment fed from a battery or another supply. */
final class Mains extends Pair implements Adjusts, FeedsEnergy, ShowsSigns
{
    protected const ENDS = ['l', 'n'];

    public function name(): string
    {
        return 'mains';
    }

    public function title(): string
    {
        return 'Mains feed';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 70.0,
            limit: 'inlet and its wires',
            warms: 300.0,
            letter: 'W',
            hot: Profile::COMPARE,
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::optionalMain('voltage', 'voltage', Unit::Volt),
            Parameter::optional('impedance', 'source impedance', Unit::Ohm, 0.5),
            Parameter::optional('dc', 'direct voltage', Unit::Volt),
            Parameter::optional('lamp', 'power of a lamp in series as a limiter', Unit::Watt),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'no mains arriving',
                1.5,
                'Another lamp on the same outlet; ohms through cord and plug, unplugged.',
            ),
        ];
    }

    public function rest(Part $part): array
    {
        return [
            'filament' => $part->knows('lamp') ? Lamp::filament($this->volts($part), $part->value('lamp'), 0.0) : 0.0,
        ];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        if (!$part->knows('lamp') || $fault === 'open') {
            return $this->rest($part);
        }
        $across = $record->currentSignal($part->ref)->rms * $part->value('filament');

        return [
            'filament' => sqrt(
                $part->value('filament') * Lamp::filament($this->volts($part), $part->value('lamp'), $across),
            ),
        ];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return $part->knows('lamp') && $fault !== 'open'
            ? [
                'limiter lamp ' .
                Lamp::brightness(
                    ($record->currentSignal($part->ref)->rms * $part->value('filament')) / $this->volts($part),
                ),
            ]
            : [];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        if ($fault === 'open') {
            $netlist->resistor($part->ref, $part->node('l'), $part->node('n'), 1e6);

            return;
        }
        $direct = $part->knows('dc');
        $netlist->source(
            $part->ref,
            $part->node('l'),
            $part->node('n'),
            $part->value('impedance') + ($part->values['filament'] ?? 0.0),
            $direct ? 0.0 : $part->value('voltage') * M_SQRT2,
            $direct ? $part->value('dc') : 0.0,
        );
    }

    private function volts(Part $part): float
    {
        return $part->knows('dc') ? $part->value('dc') : $part->value('voltage');
    }
}

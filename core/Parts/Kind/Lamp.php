<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\ShowsSigns;
use Oculant\Core\Parts\Apart;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * A filament lamp. Tungsten current goes with about the 0.55th power of the voltage, so its resistance with the 0.45th
 * (IESNA lamp exponents, from memory); cold it is about a twelfth of hot.
 */
final class Lamp extends Pair implements Adjusts, ShowsSigns
{
    public function name(): string
    {
        return 'lamp';
    }

    public function title(): string
    {
        return 'Filament lamp';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 250.0,
            limit: 'glass of a filament lamp, it works by being hot',
            warms: 300.0,
            letter: 'LA',
            hot: Profile::COMPARE,
            meant: [150.0, 'a lamp'],
            words: ['lamp', 'bulb'],
            symbols: ['Lamp'],
        );
    }

    public function apart(): Apart
    {
        return Apart::Pulled;
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'rated voltage', Unit::Volt),
            Parameter::optional('power', 'rated power', Unit::Watt, 1.0, 0.1),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'open',
                'burnt out',
                2.0,
                'Ohms across it, out of its holder. A dark lamp alone proves nothing about the supply.',
                looks: [Look::BrokenFilament],
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}")];
    }

    public function rest(Part $part): array
    {
        return ['filament' => self::filament($part->value('value'), $part->value('power'), 0.0)];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        $across = $record->signal($part->node('a'), $part->node('b'))->rms;

        return [
            'filament' => sqrt(
                $part->value('filament') * self::filament($part->value('value'), $part->value('power'), $across),
            ),
        ];
    }

    public function signs(Part $part, ?string $fault, CycleRecord $record): array
    {
        return [
            $part->ref .
            ($fault === null && $record->signal($part->node('a'), $part->node('b'))->rms > 0.2 * $part->value('value')
                ? ' lit'
                : ' dark'),
        ];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            $fault === 'open' ? 1e9 : $part->values['filament'] ?? $this->rest($part)['filament'],
        );
    }

    /**
     * @param float $across volts rms
     *
     * @return float ohms
     */
    public static function filament(float $rated, float $watts, float $across): float
    {
        $hot = $rated ** 2 / $watts;

        return max($hot / 12, $hot * (max($across, 1e-6) / $rated) ** 0.45);
    }

    /** Light goes with about the 3.4th power of the voltage (IESNA lamp exponents, from memory). */
    public static function brightness(float $share): string
    {
        return match (true) {
            $share < 0.12 => 'dark',
            $share < 0.4 => 'glows dim',
            $share < 0.8 => 'lit half',
            default => 'bright',
        };
    }
}

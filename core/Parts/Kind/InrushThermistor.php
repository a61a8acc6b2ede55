<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\CycleRecord;
use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\Adjusts;
use Oculant\Core\Parts\Ability\Guards;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Quantity\Unit;

/**
 * An NTC in the mains lead or a temperature sensor. R = R25 exp(B (1/T - 1/298 K)); it warms by about 150 K at its
 * rated power. Hot as it is at work, an inrush type reads low; cold on the bench it reads its printed value (data-sheet
 * law).
 */
final class InrushThermistor extends Pair implements Adjusts, Guards, Warms
{
    public function name(): string
    {
        return 'ntc';
    }

    public function title(): string
    {
        return 'NTC thermistor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 200.0,
            limit: 'it works by being hot',
            warms: 300.0,
            letter: 'RT',
            hot: ['It works by being hot. Hotter than its data sheet says: more current than it is for.'],
            meant: [100.0, 'an inrush thermistor works hot'],
            family: Family::Other,
            prefixes: ['RT', 'NTC', 'TH'],
            words: ['ntc', 'thermistor'],
            symbols: ['Thermistor_NTC'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'resistance at 25 C', Unit::Ohm, 0.2),
            Parameter::optional('beta', 'B value in kelvin', Unit::Ratio, 3000.0),
            Parameter::optional('power', 'power that warms it by 150 K', Unit::Watt, 2.5),
            Parameter::optional('temperature', 'temperature of its surroundings', Unit::Celsius, 25.0),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode('open', 'open', 1.0, 'Ohms across it, cold.', looks: [Look::CrackedDisc]),
            new FaultMode(
                'high',
                'gone high',
                0.3,
                'Ohms across it, cold.',
                graded: true,
                degrees: [2.5, 100.0],
                in: Unit::Ratio,
            ),
            new FaultMode('short', 'shorted', 0.2, 'Ohms across it, cold.'),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [DeadCheck::resistance($part, 'a', 'b', "across {$part->ref}, cold")];
    }

    public function rest(Part $part): array
    {
        return ['ohms' => self::ohms($part, $part->value('temperature'))];
    }

    public function adjust(Part $part, ?string $fault, CycleRecord $record): array
    {
        if ($fault !== null) {
            return $this->rest($part);
        }
        $watts = $record->currentSignal($part->ref)->rms ** 2 * $part->value('ohms');
        $temperature = $part->value('temperature') + min(200.0, (150.0 * $watts) / $part->value('power'));

        return ['ohms' => $part->value('ohms') ** 0.5 * self::ohms($part, $temperature) ** 0.5];
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        $netlist->resistor(
            $part->ref,
            $part->node('a'),
            $part->node('b'),
            match ($fault) {
                'open' => 1e9,
                'short' => 0.1,
                default => ($part->values['ohms'] ?? self::ohms($part, $part->value('temperature'))) *
                    ($fault === 'high' ? $part->degree(10.0) : 1.0),
            },
        );
    }

    /** @param float $celsius degrees */
    private static function ohms(Part $part, float $celsius): float
    {
        return $part->value('value') * exp($part->value('beta') * (1 / ($celsius + 273.15) - 1 / 298.15));
    }

    /** By what it is described with. */
    public function perWatt(Part $part): float
    {
        return 150.0 / max(0.01, $part->value('power'));
    }
}

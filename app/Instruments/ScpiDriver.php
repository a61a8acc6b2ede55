<?php

declare(strict_types=1);

namespace App\Instruments;

use Oculant\Core\Proving\Instrument\Measured;
use Oculant\Core\Proving\Instrument\ScpiNumber;
use Oculant\Core\Quantity\Unit;

/** Speaks SCPI-99 measurement and source commands, and the common commands of IEEE 488.2. */
final class ScpiDriver implements Driver, Memory
{
    private const UNITS = [
        'dc' => Unit::Volt,
        'ac' => Unit::Volt,
        'resistance' => Unit::Ohm,
        'hertz' => Unit::Hertz,
        'amperes' => Unit::Ampere,
        'watts' => Unit::Watt,
        'celsius' => Unit::Celsius,
    ];

    /** Query by kind of instrument and quantity; %d is the input. */
    private const QUERIES = [
        'meter' => [
            'dc' => 'MEAS:VOLT:DC?',
            'ac' => 'MEAS:VOLT:AC?',
            'resistance' => 'MEAS:RES?',
            'hertz' => 'MEAS:FREQ?',
            'amperes' => 'MEAS:CURR:AC?',
            'celsius' => 'MEAS:TEMP?',
        ],
        'supply' => ['dc' => 'MEAS:VOLT?', 'amperes' => 'MEAS:CURR?'],
        'load' => ['dc' => 'INST:NSEL %d;MEAS:VOLT?', 'amperes' => 'INST:NSEL %d;MEAS:CURR?'],
        'source' => ['ac' => 'MEAS:VOLT:AC?', 'amperes' => 'MEAS:CURR:AC?', 'watts' => 'MEAS:POW:REAL?'],
        'logger' => ['dc' => 'MEAS:VOLT:DC? (@%d)', 'ac' => 'MEAS:VOLT:AC? (@%d)', 'celsius' => 'MEAS:TEMP? (@%d)'],
    ];

    private const LOAD_INPUTS = 4;

    public function __construct(private readonly string $kind, private readonly ScpiLink $link) {}

    public function identify(): string
    {
        return $this->link->ask('*IDN?');
    }

    public function read(string $quantity, int $input = 0): Measured
    {
        $query =
            self::QUERIES[$this->kind][$quantity] ??
            throw InstrumentFailed::cannot($this->kind, $quantity, array_keys(self::QUERIES[$this->kind] ?? []));

        return ScpiNumber::read($this->link->ask(sprintf($query, max(1, $input))), self::UNITS[$quantity]);
    }

    public function apply(Setting $setting): void
    {
        if (!$setting->on) {
            $this->off();

            return;
        }
        foreach (
            match ($this->kind) {
                'supply' => [sprintf('VOLT %.6g', $setting->volts), sprintf('CURR %.6g', $setting->limit), 'OUTP ON'],
                'source' => [
                    sprintf('VOLT %.6g', $setting->volts),
                    sprintf('FREQ %.6g', $setting->hertz),
                    sprintf('CURR %.6g', $setting->limit),
                    'OUTP ON',
                ],
                'load' => [
                    "INST:NSEL {$setting->input}",
                    $setting->ohms === null ? 'FUNC CURR' : 'FUNC RES',
                    $setting->ohms === null
                        ? sprintf('CURR %.6g', $setting->amperes)
                        : sprintf('RES %.6g', $setting->ohms),
                    'INP ON',
                ],
                default => [],
            }
            as $command
        ) {
            $this->link->set($command);
        }
    }

    public function off(): void
    {
        foreach (self::offCommands($this->kind) as $command) {
            $this->link->set($command);
        }
    }

    /** @return list<string> what takes everything off that an instrument of a kind puts on a unit */
    public static function offCommands(string $kind): array
    {
        return match ($kind) {
            'supply', 'source' => ['OUTP OFF'],
            'load' => array_map(static fn(int $n): string => "INST:NSEL {$n};INP OFF", range(1, self::LOAD_INPUTS)),
            default => [],
        };
    }

    public function begin(array $inputs, float $interval): void
    {
        $this->link->set(sprintf('TRIG:TIM %.3g', $interval));
        $this->link->set('ROUT:SCAN (@' . implode(',', $inputs) . ')');
    }

    public function scans(): int
    {
        return (int) ScpiNumber::read($this->link->ask('TRAC:POIN:ACT?'), Unit::Ratio)->value;
    }

    public function collect(int $from, int $count, int $width): array
    {
        $values = ScpiNumber::list($this->link->ask("TRAC:DATA? {$from},{$count}"), Unit::Ratio, $count * $width);

        return array_chunk($values, max(1, $width));
    }
}

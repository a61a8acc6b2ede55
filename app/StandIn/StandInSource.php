<?php

declare(strict_types=1);

namespace App\StandIn;

/** An AC source of 300 V, which also reads what the unit takes. */
final class StandInSource extends StandIn
{
    protected function model(): string
    {
        return 'stand-in AC source';
    }

    protected function command(string $header, array $arguments): ?string
    {
        $given = $arguments[0] ?? '';
        $source = &$this->rig->source;
        switch (true) {
            case Header::is($header, '[SOURce:]VOLTage?'):
                return self::number($source['volts']);
            case Header::is($header, '[SOURce:]CURRent?'):
                return self::number($source['limit']);
            case Header::is($header, 'OUTPut?'):
                return $source['on'] ? '1' : '0';
            case Header::is($header, 'MEASure:VOLTage[:AC]?'):
                return self::number($source['on'] ? $source['volts'] : 0.0);
            case Header::is($header, 'MEASure:CURRent[:AC]?'):
                return self::number($this->rig->unit()?->amperes($this->rig->now()) ?? 0.0);
            case Header::is($header, 'MEASure:POWer[:REAL]?'):
                return self::number($this->rig->unit()?->watts($this->rig->now()) ?? 0.0);
            case Header::is($header, '[SOURce:]VOLTage'):
                $source['volts'] = $this->within($given, 0, 300) ?? $source['volts'];
                break;
            case Header::is($header, '[SOURce:]CURRent'):
                $source['limit'] = $this->within($given, 0, 20) ?? $source['limit'];
                break;
            case Header::is($header, '[SOURce:]FREQuency'):
                $source['hertz'] = $this->within($given, 40, 70) ?? $source['hertz'];
                break;
            case Header::is($header, 'OUTPut'):
                $source['on'] = self::isOn($given);
                break;
            default:
                return null;
        }
        $this->rig->settle();

        return '';
    }

    protected function reset(): void
    {
        $this->rig->source = ['on' => false, 'volts' => 0.0, 'hertz' => 50.0, 'limit' => 1.0];
    }
}

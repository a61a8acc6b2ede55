<?php

declare(strict_types=1);

namespace App\StandIn;

/** A bench supply of 60 V and 10 A. */
final class StandInSupply extends StandIn
{
    protected function model(): string
    {
        return 'stand-in bench supply';
    }

    protected function command(string $header, array $arguments): ?string
    {
        $given = $arguments[0] ?? '';
        $supply = &$this->rig->supply;
        switch (true) {
            case Header::is($header, '[SOURce:]VOLTage?'):
                return self::number($supply['volts']);
            case Header::is($header, '[SOURce:]CURRent?'):
                return self::number($supply['limit']);
            case Header::is($header, 'OUTPut?'):
                return $supply['on'] ? '1' : '0';
            case Header::is($header, 'MEASure:VOLTage?'):
                return self::number($supply['on'] ? $supply['volts'] : 0.0);
            case Header::is($header, 'MEASure:CURRent?'):
                return self::number(
                    $supply['on'] && $this->rig->unit() !== null && $this->rig->unit()->supply->frequency <= 0.0
                        ? $this->rig->unit()->amperes($this->rig->now())
                        : 0.0,
                );
            case Header::is($header, '[SOURce:]VOLTage'):
                $supply['volts'] = $this->within($given, 0, 60) ?? $supply['volts'];
                break;
            case Header::is($header, '[SOURce:]CURRent'):
                $supply['limit'] = $this->within($given, 0, 10) ?? $supply['limit'];
                break;
            case Header::is($header, 'OUTPut'):
                $supply['on'] = self::isOn($given);
                break;
            default:
                return null;
        }
        $this->rig->settle();

        return '';
    }

    protected function reset(): void
    {
        $this->rig->supply = ['on' => false, 'volts' => 0.0, 'limit' => 0.1];
    }
}

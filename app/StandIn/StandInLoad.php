<?php

declare(strict_types=1);

namespace App\StandIn;

use Oculant\Core\Proving\Load\Rail;

/** An electronic load of four channels; channel 1 hangs on the unit's first rail, and so on. */
final class StandInLoad extends StandIn
{
    private const CHANNELS = 4;

    private int $selected = 1;

    protected function model(): string
    {
        return 'stand-in electronic load';
    }

    protected function command(string $header, array $arguments): ?string
    {
        $given = $arguments[0] ?? '';
        $this->rig->loads[$this->selected] ??= ['on' => false, 'kind' => 'CURR', 'amperes' => 0.0, 'ohms' => 1e6];
        $load = &$this->rig->loads[$this->selected];
        switch (true) {
            case Header::is($header, 'INPut?'):
                return $load['on'] ? '1' : '0';
            case Header::is($header, 'CURRent?'):
                return self::number($load['amperes']);
            case Header::is($header, 'MEASure:VOLTage?'):
                return self::number($this->volts());
            case Header::is($header, 'MEASure:CURRent?'):
                return self::number(
                    $load['on']
                        ? ($load['kind'] === 'RES'
                            ? $this->volts() / max(0.01, $load['ohms'])
                            : $load['amperes'])
                        : 0.0,
                );
            case Header::is($header, 'INSTrument:NSELect'):
                $this->selected = (int) ($this->within($given, 1, self::CHANNELS) ?? $this->selected);

                return '';
            case Header::is($header, '[SOURce:]FUNCtion'):
                $load['kind'] = strtoupper(substr($given, 0, 3)) === 'RES' ? 'RES' : 'CURR';
                break;
            case Header::is($header, '[SOURce:]CURRent'):
                $load['amperes'] = $this->within($given, 0, 60) ?? $load['amperes'];
                break;
            case Header::is($header, '[SOURce:]RESistance'):
                $load['ohms'] = $this->within($given, 0.05, 1e5) ?? $load['ohms'];
                break;
            case Header::is($header, 'INPut'):
                $load['on'] = self::isOn($given);
                break;
            default:
                return null;
        }
        $this->rig->settle();

        return '';
    }

    protected function reset(): void
    {
        foreach ($this->rig->loads as $channel => $load) {
            $this->rig->loads[$channel]['on'] = false;
        }
    }

    private function volts(): float
    {
        $unit = $this->rig->unit();
        $rail = $unit === null ? null : array_values(Rail::all($unit->supply))[$this->selected - 1] ?? null;

        return $rail === null ? 0.0 : abs($this->rig->sense('dc', $rail->point->id, $this->rig->now()));
    }
}

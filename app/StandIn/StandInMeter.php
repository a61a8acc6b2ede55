<?php

declare(strict_types=1);

namespace App\StandIn;

/** A bench multimeter whose probes are where the hands hold them. */
final class StandInMeter extends StandIn
{
    private const FORMS = [
        'MEASure:RESistance?' => 'resistance',
        'MEASure:VOLTage[:DC]?' => 'dc',
        'MEASure:VOLTage:AC?' => 'ac',
        'MEASure:TEMPerature?' => 'celsius',
        'MEASure:CURRent:AC?' => 'amperes',
    ];

    private const HIGHEST = 1000.0;

    protected function model(): string
    {
        return 'stand-in multimeter';
    }

    protected function command(string $header, array $arguments): ?string
    {
        foreach (self::FORMS as $form => $quantity) {
            if (Header::is($header, $form)) {
                $value = $this->rig->sense($quantity, $this->rig->probe['target'], $this->rig->now());

                return self::number(abs($value) > self::HIGHEST ? INF : $value);
            }
        }

        return null;
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

/** What every off-line switching supply begins with: inlet, suppression, inrush limiter, bridge and bulk capacitor. */
final class OffLine
{
    /**
     * Parts W1, F1, RV1, CX1, R1, L1, BR1, C1; nodes L, N, IN (after the filter), BULK+ and HGND (hot ground).
     *
     * @param float  $power   watts at the outputs
     * @param string $limiter "ntc" in the mains lead as RT1, or "soft start": a PTC RT1 bridged by relay K1 once it
     *     runs
     * @param bool   $boosted true if a power-factor stage follows: the bulk capacitor belongs to that
     */
    public static function front(
        Draft $draft,
        Answers $answers,
        float $power,
        string $limiter = 'ntc',
        bool $boosted = false,
    ): Draft {
        $current = $power / 0.8 / $answers->mains / ($boosted ? 0.95 : 0.6);
        $high = $answers->mains * 1.15;
        $draft
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse(max(0.4, 1.3 * $current)))
            ->pair('RV1', 'varistor', 'L1', 'N', value: $answers->mains > 150 ? '300 V' : '150 V')
            ->pair(
                'CX1',
                'x_capacitor',
                'L1',
                'N',
                value: $power > 50 ? '470n' : '100n',
                voltage: Draft::volts($answers->mains > 150 ? 440 : 250),
            )
            ->resistor('R1', 'L1', 'N', 1e6, $high ** 2 / 1e6, notes: 'discharges CX1')
            ->part(
                'L1',
                'common_mode_choke',
                ['a1' => 'L1', 'a2' => 'L2', 'b1' => 'N', 'b2' => 'N2'],
                ['resistance' => $power > 50 ? '0.15' : '0.6', 'current' => Draft::amperes(max(0.5, 2 * $current))],
            );
        if ($limiter === 'ntc') {
            $draft->pair(
                'RT1',
                'ntc',
                'L2',
                'IN',
                value: $power > 50 ? '5' : '10',
                power: $power > 50 ? '3.5 W' : '2 W',
            );
        } else {
            $draft
                ->pair('RT1', 'ptc', 'L2', 'IN', value: '22', trip: Draft::amperes(max(0.5, 1.5 * $current)))
                ->part(
                    'K1',
                    'relay',
                    ['c1' => 'RELAY+', 'c2' => '0V', 'com' => 'L2', 'no' => 'IN'],
                    ['value' => '12 V', 'coil' => '400'],
                );
        }
        $draft->part(
            'BR1',
            'bridge',
            ['ac1' => 'IN', 'ac2' => 'N2', 'plus' => $boosted ? 'RECT+' : 'BULK+', 'minus' => 'HGND'],
            [
                'current' => Draft::amperes(max(2.0, ceil(3 * $current))),
                'reverse' => $answers->mains > 150 ? '800 V' : '600 V',
            ],
        );
        if ($boosted) {
            $draft->pair('C2', 'film_capacitor', 'RECT+', 'HGND', value: '470n', voltage: '630 V');
        } else {
            $farads = $power * ($answers->mains > 150 ? 1.5e-6 : 4e-6);
            $draft->electrolytic(
                'C1',
                'BULK+',
                'HGND',
                max(4.7e-6, $farads),
                $high * M_SQRT2,
                ripple: Draft::amperes(max(0.1, 2.5 * $current)),
            );
        }
        $soft = $limiter === 'ntc' ? ['RT1'] : ['RT1', 'K1'];

        return $draft
            ->stage('inlet', 'Inlet and suppression', null, 'W1', 'F1', 'RV1', 'CX1', 'R1', 'L1', ...$soft)
            ->stage('bulk', $boosted ? 'Bridge' : 'Bridge and bulk', 'inlet', 'BR1', $boosted ? 'C2' : 'C1')
            ->point('mains after the fuse', 'L1', 'N', 'fuse clip on the board side', 'inlet', ['minutes' => 1])
            ->ground('HGND', 'hot ground', $boosted ? 'negative end of the bridge' : 'negative end of C1')
            ->ground('0V', 'output ground', 'output connector, minus')
            ->caution(
                'The bulk capacitor holds its charge when unplugged; with an open start-up path for many ' .
                    'minutes. Discharge through a resistor and measure it before touching.',
            )
            ->caution(
                'Hot ground is joined to the mains. Never clip an oscilloscope earth to it; a reading between ' .
                    'hot and output ground means nothing.',
            );
    }
}

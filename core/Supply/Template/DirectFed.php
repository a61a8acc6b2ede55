<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A converter fed with direct voltage: vehicles, boats, industry. */
final class DirectFed implements FedDirectly, Template
{
    public function name(): string
    {
        return 'dc_fed';
    }

    public function title(): string
    {
        return 'Fed with direct voltage';
    }

    public function about(): string
    {
        return 'A battery or 24 V feed with fuse, suppressor and reverse-polarity diode, a filter choke, and ' .
            'converters for the rails.';
    }

    public function questions(): array
    {
        return [
            Question::value('feed', 'Feed', Unit::Volt, '24 V'),
            Question::value('first', 'First rail', Unit::Volt, '12 V'),
            Question::value('first_load', 'Its load', Unit::Ampere, '1 A'),
            Question::value('second', 'Second rail', Unit::Volt, '5 V', 'made from the feed as well'),
            Question::value('second_load', 'Its load', Unit::Ampere, '0.8 A'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        $feed = $answers->value('feed');
        $power = 0.0;
        $draft = Draft::onDirectVoltage($answers, $feed)
            ->part('W1', 'mains', ['l' => 'FEED', 'n' => '0V'], ['impedance' => '0.05'])
            ->pair('J1', 'connector', 'FEED', 'IN1');
        foreach (['first', 'second'] as $rail) {
            $volts = $answers->value($rail);
            $power += $volts * $answers->value("{$rail}_load");
            if ($volts > 0.85 * $feed) {
                $answers->refuse(
                    $rail,
                    sprintf(
                        'A step-down converter cannot make %s from %s, which may sag by 15 %%.',
                        Draft::volts($volts),
                        Draft::volts($feed),
                    ),
                );
            }
        }
        $draft
            ->pair('F1', 'fuse', 'IN1', 'IN2', rating: Draft::fuse($power / 0.85 / $feed))
            ->part(
                'D1',
                'schottky',
                ['a' => 'IN2', 'k' => 'IN3'],
                [
                    'current' => Draft::amperes(max(2.0, ceil((3 * $power) / $feed))),
                    'reverse' => '100 V',
                    'notes' => 'against reverse polarity',
                ],
            )
            ->part('D2', 'tvs', ['a' => '0V', 'k' => 'IN3'], ['value' => Draft::volts(1.7 * $feed)])
            ->pair(
                'L1',
                'inductor',
                'IN3',
                'BUS',
                value: '22u',
                resistance: '0.02',
                current: Draft::amperes(max(2.0, ceil((3 * $power) / $feed))),
            )
            ->electrolytic('C1', 'BUS', '0V', max(100e-6, 10e-6 * $power), 1.7 * $feed, esr: '0.08')
            ->stage('inlet', 'Inlet and protection', null, 'W1', 'J1', 'F1', 'D1', 'D2')
            ->stage('bus', 'Filter', 'inlet', 'L1', 'C1')
            ->point('feed', 'FEED', '0V', 'inlet connector', 'inlet')
            ->point('after the protection', 'IN3', '0V', 'cathode of D1', 'inlet')
            ->point('bus', 'BUS', '0V', 'plus of C1', 'bus', ['rail' => Draft::volts($feed)]);
        foreach (['first' => 1, 'second' => 2] as $rail => $number) {
            [$volts, $amperes] = [$answers->value($rail), $answers->value("{$rail}_load")];
            $draft
                ->part(
                    "U{$number}",
                    'dc_converter',
                    ['in' => 'BUS', 'out' => "OUT{$number}", 'common' => '0V', 'en' => 'ENABLE'],
                    [
                        'value' => Draft::volts($volts),
                        'limit' => Draft::amperes(1.6 * $amperes),
                        'lowest' => Draft::volts(max(4.5, 0.6 * $feed)),
                    ],
                )
                ->electrolytic('C' . ($number + 1), "OUT{$number}", '0V', 220e-6, 1.5 * $volts, esr: '0.05')
                ->load("RL{$number}", "OUT{$number}", $amperes, $volts)
                ->stage(
                    "rail{$number}",
                    Draft::volts($volts) . ' rail',
                    'bus',
                    "U{$number}",
                    'C' . ($number + 1),
                    "RL{$number}",
                )
                ->point(
                    Draft::volts($volts) . ' rail',
                    "OUT{$number}",
                    '0V',
                    'plus of C' . ($number + 1),
                    "rail{$number}",
                    ['rail' => Draft::volts($volts)],
                );
        }

        return $draft
            ->resistor('R1', 'BUS', 'ENABLE', 10e3)
            ->pair('R2', 'resistor', 'ENABLE', '0V', value: '3.3k', notes: 'divider of the enable line')
            ->pair('C4', 'ceramic_capacitor', 'ENABLE', '0V', value: '100n', voltage: '50 V')
            ->stage('enable', 'Enable line', 'bus', 'R1', 'R2', 'C4')
            ->point('enable line', 'ENABLE', '0V', 'upper end of C4', 'enable')
            ->mode('loaded', 'Loads connected')
            ->mode('unloaded', 'Loads off', ['absent' => ['RL1', 'RL2']])
            ->mode('part_load', 'Part load, a third', [
                'set' => [
                    'RL1' => ['current' => Draft::amperes($answers->value('first_load') / 3)],
                    'RL2' => ['current' => Draft::amperes($answers->value('second_load') / 3)],
                ],
            ])
            ->mode('limited', 'Through a resistor of 10 ohms', [
                'absent' => ['RL1', 'RL2'],
                'set' => ['W1' => ['impedance' => '10']],
                'note' => 'First power after a repair: loads off, a resistor in the feed.',
            ])
            ->mode('low_feed', 'Feed 25 % low', ['mains' => '75 %'])
            ->mode('high_feed', 'Feed 15 % high', ['mains' => '115 %'])
            ->interlock(
                'command',
                'The enable line must be high',
                'pulled up on the board; some units bring it to the connector',
                'both rails stay dead with a good feed',
                'R1',
            );
    }
}

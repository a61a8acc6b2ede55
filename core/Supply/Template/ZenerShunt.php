<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Unit;

/** A shunt-regulated instrument supply: a power resistor feeding zeners, plus and minus, a tantalum on each rail. */
final class ZenerShunt implements Template
{
    public function name(): string
    {
        return 'zener_shunt';
    }

    public function title(): string
    {
        return 'Zener shunt, instrument';
    }

    public function about(): string
    {
        return 'A power resistor that is meant to be hot feeds a zener on each rail; a tantalum sits beside it.';
    }

    public function questions(): array
    {
        return [
            Question::value('rail', 'Rails, plus and minus', Unit::Volt, '12 V'),
            Question::value('load', 'Load per rail', Unit::Ampere, '25 mA'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        [$volts, $amperes] = [$answers->value('rail'), $answers->value('load')];
        if ($volts > 24 || $amperes > 0.2) {
            $answers->refuse(
                'load',
                'Shunt regulation is for small rails: up to 24 V and 200 mA. Use the linear family for more.',
            );
        }
        $secondary = (2.0 * $volts + 1.5) / 1.3;
        $spare = max(0.02, 0.8 * $amperes);
        $power = Draft::voltAmperes(4.0 * $secondary * ($amperes + $spare));
        $drop = $secondary * 1.3 - $volts;
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC1', 'ct' => '0V', 's2' => 'AC2'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => '2x' . Draft::volts($secondary),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->part(
                'BR1',
                'bridge',
                ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'RAW+', 'minus' => 'RAW-'],
                ['current' => '1 A'],
            )
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1])
            ->point('secondary, end to end', 'AC1', 'AC2', 'winding ends at BR1', 'transformer');
        foreach ([1 => ['+', 'Positive'], 2 => ['-', 'Negative']] as $n => [$sign, $word]) {
            $plus = $n === 1;
            $ends = static fn(string $node): array => $plus ? [$node, '0V'] : ['0V', $node];
            [$tantalumPlus, $tantalumMinus] = $ends("OUT{$sign}");
            $draft
                ->electrolytic(
                    "C{$n}",
                    ...[
                        ...$ends("RAW{$sign}"),
                        Draft::reservoir($amperes + $spare, $answers->frequency, 0.05 * $secondary),
                        2 * $secondary,
                    ],
                )
                ->resistor(
                    "R{$n}",
                    "RAW{$sign}",
                    "OUT{$sign}",
                    $drop / ($amperes + $spare),
                    $drop * ($amperes + $spare),
                    style: 'wirewound',
                    notes: 'meant to be hot',
                )
                ->part(
                    "D{$n}",
                    'zener',
                    ['a' => $tantalumMinus, 'k' => $tantalumPlus],
                    [
                        'value' => Draft::volts($volts),
                        'power' => Draft::write(max(1.3, ceil(2 * $volts * ($amperes + $spare))), Unit::Watt),
                        'current' => Draft::amperes($spare),
                    ],
                )
                ->part(
                    'C' . ($n + 2),
                    'tantalum',
                    ['plus' => $tantalumPlus, 'minus' => $tantalumMinus],
                    ['value' => '22u', 'voltage' => Draft::capacitorVoltage(1.6 * $volts)],
                )
                ->load("RL{$n}", "OUT{$sign}", $amperes, $plus ? $volts : -$volts)
                ->stage("raw{$n}", "{$word} reservoir", 'transformer', ...[...$plus ? ['BR1'] : [], "C{$n}"])
                ->stage("out{$n}", "{$word} shunt and output", "raw{$n}", "R{$n}", "D{$n}", 'C' . ($n + 2), "RL{$n}")
                ->point("reservoir C{$n}", "RAW{$sign}", '0V', "lead of C{$n}", "raw{$n}")
                ->point(
                    ($plus ? '+' : "\u{2212}") . Draft::volts($volts) . ' rail',
                    "OUT{$sign}",
                    '0V',
                    "lead of D{$n}",
                    "out{$n}",
                    ['rail' => Draft::volts($plus ? $volts : -$volts)],
                );
        }

        return $draft
            ->mode('loaded', 'Loads connected')
            ->mode('unloaded', 'Loads off', [
                'absent' => ['RL1', 'RL2'],
                'note' => 'The zeners now carry everything: they and the droppers run at their hottest.',
            ])
            ->benchModes('25 W', 'RL1', 'RL2')
            ->mainsModes();
    }
}

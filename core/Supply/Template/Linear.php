<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** A linear supply: transformer, rectifier, reservoir, perhaps a fixed regulator; one rail or two. */
final class Linear implements Template
{
    private const REGULATOR_VOLTAGES = [5.0, 6.0, 8.0, 9.0, 10.0, 12.0, 15.0, 18.0, 24.0];

    public function name(): string
    {
        return 'linear';
    }

    public function title(): string
    {
        return 'Linear supply';
    }

    public function about(): string
    {
        return 'Transformer, rectifier and reservoir, with or without a fixed regulator; one rail, or plus and minus.';
    }

    public function questions(): array
    {
        return [
            Question::value(
                'secondary',
                'Secondary, at rated load',
                Unit::Volt,
                '15 V',
                'each half of a tapped winding',
            ),
            Question::value('load', 'Load per rail', Unit::Ampere, '0.5 A'),
            Question::value('regulated', 'Regulated to', Unit::Volt, null, 'empty: unregulated'),
            Question::value('reservoir', 'Reservoir', Unit::Farad, null, 'empty: computed'),
            Question::choice('rails', 'Rails', 'single', 'dual'),
            Question::choice('rectifier', 'Rectifier', 'bridge', 'two_diode', 'half_wave'),
            Question::choice('indicator', 'Indicator on each rail', 'yes', 'no'),
        ];
    }

    public function describe(Answers $answers): Draft
    {
        $secondary = $answers->maybe('secondary');
        $regulated = $answers->maybe('regulated');
        if ($secondary === null) {
            $answers->refuse('secondary', 'State the secondary voltage, for example "15 V".');
            $secondary = 15.0;
        }
        if ($regulated !== null && !in_array($regulated, self::REGULATOR_VOLTAGES, true)) {
            $answers->refuse(
                'regulated',
                sprintf(
                    'Fixed regulators come for %s V. Leave it empty for an unregulated rail.',
                    implode(', ', self::REGULATOR_VOLTAGES),
                ),
            );
        }
        if ($regulated !== null && $secondary * 1.2 < $regulated + 2) {
            $answers->refuse(
                'secondary',
                sprintf(
                    '%s of AC cannot feed a %s regulator, which needs about 2 V more than its output at the ' .
                        'ripple valley. Use about %s or more.',
                    Quantity::write($secondary, Unit::Volt),
                    Quantity::write($regulated, Unit::Volt),
                    Quantity::write(ceil(($regulated + 3) / 1.15), Unit::Volt),
                ),
            );
        }
        $dual = $answers->word('rails') === 'dual';
        $rectifier = $answers->word('rectifier');
        $tapped = $dual || $rectifier === 'two_diode';
        $load = $answers->value('load');
        // The short pulses of one diode heat the winding far more than those of two (transformer handbooks, from
        // memory).
        $power = Draft::voltAmperes(
            ($rectifier === 'half_wave' && !$dual ? 3.6 : 1.8) * $secondary * $load * ($dual ? 2 : 1),
        );
        $draft = Draft::onMains($answers)
            ->part('W1', 'mains', ['l' => 'L', 'n' => 'N'])
            ->pair('F1', 'fuse', 'L', 'L1', rating: Draft::fuse($power / $answers->mains))
            ->pair('S1', 'switch', 'L1', 'L2')
            ->part(
                'T1',
                'transformer',
                ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC1'] +
                    ($tapped ? ['ct' => '0V'] : []) + ['s2' => $tapped || $rectifier === 'bridge' ? 'AC2' : '0V'],
                [
                    'primary' => Draft::volts($answers->mains),
                    'secondary' => ($tapped ? '2x' : '') . Draft::volts($secondary),
                    'power' => Draft::write($power, Unit::VoltAmpere),
                    'frequency' => Draft::write($answers->frequency, Unit::Hertz),
                ],
            )
            ->stage('inlet', 'Inlet', null, 'W1', 'F1', 'S1')
            ->stage('transformer', 'Transformer', 'inlet', 'T1')
            ->point('mains at the primary', 'L2', 'N', 'primary terminal after the switch', 'inlet', ['minutes' => 1]);
        $tapped || $rectifier === 'bridge'
            ? $draft->point('secondary, end to end', 'AC1', 'AC2', 'one secondary wire at the rectifier', 'transformer')
            : $draft->point('secondary', 'AC1', '0V', 'secondary wire at the rectifier', 'transformer');
        $rectifiers = $this->rectifiers($draft, $dual, $rectifier, max(1.0, ceil($load * 2)));
        $this->rail($draft, $answers, $secondary, $regulated, 1, 1.0, $dual, $rectifiers);
        if ($dual) {
            $this->rail($draft, $answers, $secondary, $regulated, 2, -1.0, true, []);
        }

        return $draft
            ->mode('loaded', 'Loads connected')
            ->mode('unloaded', 'Loads off', ['absent' => $dual ? ['RL1', 'RL2'] : ['RL1']])
            ->benchModes('40 W', ...$dual ? ['RL1', 'RL2'] : ['RL1'])
            ->mainsModes();
    }

    /** @return list<string> their references */
    private function rectifiers(Draft $draft, bool $dual, string $rectifier, float $amperes): array
    {
        $rating = Draft::amperes($amperes);
        if ($dual || $rectifier === 'bridge') {
            $draft->part(
                'BR1',
                'bridge',
                ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'RAW+', 'minus' => $dual ? 'RAW-' : '0V'],
                ['current' => $rating],
            );

            return ['BR1'];
        }
        $draft->part('D1', 'diode', ['a' => 'AC1', 'k' => 'RAW+'], ['current' => $rating]);
        if ($rectifier === 'half_wave') {
            return ['D1'];
        }
        $draft->part('D2', 'diode', ['a' => 'AC2', 'k' => 'RAW+'], ['current' => $rating]);

        return ['D1', 'D2'];
    }

    /** @param list<string> $rectifiers */
    private function rail(
        Draft $draft,
        Answers $answers,
        float $secondary,
        ?float $regulated,
        int $number,
        float $polarity,
        bool $dual,
        array $rectifiers,
    ): void {
        $sign = $polarity > 0 ? '+' : '-';
        $raw = "RAW{$sign}";
        $output = $regulated === null ? $raw : "OUT{$sign}";
        $peak = $secondary * M_SQRT2 * 1.15;
        $volts = $regulated ?? $secondary * 1.2;
        $load = $answers->value('load');
        $ends = static fn(string $node): array => $polarity > 0 ? [$node, '0V'] : ['0V', $node];
        $pulses = !$dual && $answers->word('rectifier') === 'half_wave' ? 1 : 2;
        $farads = $answers->maybe('reservoir');
        $draft->electrolytic(
            "C{$number}",
            ...[
                ...$ends($raw),
                $farads ??
                PreferredValues::E6->atLeast(
                    Draft::reservoir($load, $answers->frequency, 0.1 * $secondary * M_SQRT2, $pulses),
                ),
                $peak * 1.1,
            ],
        );
        [$from, $to] = $ends($raw);
        $draft->resistor("R{$number}", $from, $to, $peak / 5e-3, 0.2, notes: 'bleeder');
        $second = $number + 2;
        $parts = [];
        if ($regulated !== null) {
            $type = ($polarity > 0 ? '78' : '79') . str_pad((string) (int) $regulated, 2, '0', STR_PAD_LEFT);
            $draft->part(
                "U{$number}",
                'regulator',
                ['in' => $raw, 'out' => $output, 'common' => '0V'],
                ['type' => $type, 'value' => Draft::volts($polarity * $regulated)],
            );
            $draft->electrolytic("C{$second}", ...[...$ends($output), 10e-6, $regulated * 1.4]);
            $parts = ["U{$number}", "C{$second}"];
        }
        if ($answers->word('indicator') === 'yes') {
            [$a, $b] = $ends($output);
            $ohms = max(100, ($volts - 2) / 6e-3);
            $draft
                ->resistor("R{$second}", $a, "LED{$sign}", $ohms, ($volts - 2) ** 2 / $ohms)
                ->part("LED{$number}", 'led', ['a' => "LED{$sign}", 'k' => $b]);
            array_push($parts, "R{$second}", "LED{$number}");
        }
        $draft->load("RL{$number}", $output, $load, $polarity * $volts);
        $suffix = $dual ? (string) $number : '';
        $word = $dual ? ($polarity > 0 ? 'Positive ' : 'Negative ') : '';
        $draft->stage(
            "raw{$suffix}",
            $dual ? "{$word}reservoir" : 'Rectifier and reservoir',
            'transformer',
            ...[...$rectifiers, "C{$number}", "R{$number}"],
        );
        $draft->stage("out{$suffix}", ucfirst("{$word}output"), "raw{$suffix}", ...[...$parts, "RL{$number}"]);
        $draft->point(
            "reservoir C{$number}",
            $raw,
            '0V',
            "lead of C{$number}",
            "raw{$suffix}",
            $regulated === null ? ['rail' => Draft::volts($polarity * $secondary * 1.2)] : [],
        );
        if ($regulated !== null) {
            $draft->point(
                ($polarity > 0 ? '+' : "\u{2212}") . $regulated . ' V output',
                $output,
                '0V',
                "output pin of U{$number}",
                "out{$suffix}",
                ['rail' => Draft::volts($polarity * $regulated)],
            );
        }
    }
}

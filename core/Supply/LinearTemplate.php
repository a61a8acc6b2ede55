<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * Makes a complete description of a linear supply from a few answers. Part values are computed with the usual
 * bench rules (common practice unless a source is named), then written as a technician writes them.
 */
final readonly class LinearTemplate
{
    /** Fuse ratings in amperes, IEC 60127-2 (R10 steps). */
    private const FUSES = [0.05, 0.063, 0.08, 0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1.0, 1.25, 1.6, 2.0, 2.5, 3.15, 4.0, 5.0, 6.3, 10.0];

    private const CAPACITOR_VOLTAGES = [10, 16, 25, 35, 50, 63, 80, 100, 160, 200, 250, 350, 400, 450];

    private const REGULATOR_VOLTAGES = [5.0, 6.0, 8.0, 9.0, 10.0, 12.0, 15.0, 18.0, 24.0];

    /**
     * @param string     $rails     "single" or "dual"
     * @param string     $rectifier "bridge", "two_diode" or "half_wave"; a dual supply always has a bridge
     * @param float      $secondary volts at rated load, each half of a tapped winding
     * @param float|null $regulated output volts of the regulator; null for an unregulated rail
     * @param float|null $reservoir farads; null to compute it
     * @param float      $load      amperes per rail
     */
    public function __construct(
        private string $title,
        private float $mains,
        private float $frequency,
        private string $rails,
        private string $rectifier,
        private float $secondary,
        private ?float $regulated,
        private ?float $reservoir,
        private float $load,
        private bool $indicator,
    ) {
    }

    /**
     * @param array<mixed> $answers title, mains, frequency, rails, rectifier, secondary, regulated, reservoir, load, indicator
     *
     * @throws DescriptionRefused with every answer that cannot be used
     */
    public static function fromAnswers(array $answers): self
    {
        $problems = [];
        $read = static function (string $field, Unit $unit, ?string $default) use ($answers, &$problems): ?float {
            $given = $answers[$field] ?? $default;
            if ($given === null || $given === '') {
                return null;
            }
            try {
                $value = Quantity::parse(is_scalar($given) ? (string) $given : '?', $unit)->value;
            } catch (\InvalidArgumentException $e) {
                $problems[] = ['path' => $field, 'message' => $e->getMessage()];

                return null;
            }
            if ($value <= 0) {
                $problems[] = ['path' => $field, 'message' => sprintf('"%s" is not possible here: it must be greater than zero.', $given)];
            }

            return $value;
        };
        $choice = static function (string $field, array $allowed) use ($answers, &$problems): string {
            $given = $answers[$field] ?? $allowed[0];
            if (! in_array($given, $allowed, true)) {
                $problems[] = ['path' => $field, 'message' => sprintf('Choose one of: %s.', implode(', ', $allowed))];

                return $allowed[0];
            }

            return $given;
        };
        $secondary = $read('secondary', Unit::Volt, null);
        $load = $read('load', Unit::Ampere, '0.5 A');
        $regulated = $read('regulated', Unit::Volt, null);
        if ($secondary === null && ! isset($answers['secondary'])) {
            $problems[] = ['path' => 'secondary', 'message' => 'State the secondary voltage, for example "15 V".'];
        }
        if ($regulated !== null && ! in_array($regulated, self::REGULATOR_VOLTAGES, true)) {
            $problems[] = ['path' => 'regulated', 'message' => sprintf('Fixed regulators come for %s V. Leave it empty for an unregulated rail.', implode(', ', self::REGULATOR_VOLTAGES))];
        }
        if ($regulated !== null && $secondary !== null && $secondary * 1.2 < $regulated + 2) {
            $problems[] = ['path' => 'secondary', 'message' => sprintf('%s of AC cannot feed a %s regulator, which needs about 2 V more than its output at the ripple valley. Use about %s or more.', Quantity::write($secondary, Unit::Volt), Quantity::write($regulated, Unit::Volt), Quantity::write(ceil(($regulated + 3) / 1.15), Unit::Volt))];
        }
        $mains = $read('mains', Unit::Volt, '230 V');
        $frequency = $read('frequency', Unit::Hertz, '50 Hz');
        $reservoir = $read('reservoir', Unit::Farad, null);
        $rails = $choice('rails', ['single', 'dual']);
        $rectifier = $choice('rectifier', ['bridge', 'two_diode', 'half_wave']);
        if ($problems !== [] || $mains === null || $frequency === null || $secondary === null || $load === null) {
            throw DescriptionRefused::because($problems !== [] ? $problems : [['path' => 'secondary', 'message' => 'State the secondary voltage, for example "15 V".']]);
        }
        $title = is_string($answers['title'] ?? null) && trim($answers['title']) !== '' ? trim($answers['title']) : 'Linear supply';

        return new self($title, $mains, $frequency, $rails, $rectifier, $secondary, $regulated, $reservoir, $load, (bool) ($answers['indicator'] ?? true));
    }

    /** @return array<string, mixed> a description that DescriptionReader takes as it stands */
    public function describe(): array
    {
        $dual = $this->rails === 'dual';
        $tapped = $dual || $this->rectifier === 'two_diode';
        $parts = [
            ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => 'L', 'n' => 'N']],
            ['ref' => 'F1', 'kind' => 'fuse', 'rating' => $this->fuse(), 'terminals' => ['a' => 'L', 'b' => 'L1']],
            ['ref' => 'S1', 'kind' => 'switch', 'terminals' => ['a' => 'L1', 'b' => 'L2']],
            [
                'ref' => 'T1', 'kind' => 'transformer', 'primary' => $this->write($this->mains, Unit::Volt),
                'secondary' => ($tapped ? '2x' : '').$this->write($this->secondary, Unit::Volt),
                'power' => $this->write($this->power(), Unit::VoltAmpere), 'frequency' => $this->write($this->frequency, Unit::Hertz),
                'terminals' => ['p1' => 'L2', 'p2' => 'N', 's1' => 'AC1'] + ($tapped ? ['ct' => '0V'] : []) + ['s2' => $tapped || $this->rectifier === 'bridge' ? 'AC2' : '0V'],
            ],
            ...$this->rectifierParts($dual),
            ...$this->rail('+', 'RAW+', 'OUT+', 1, 1.0),
            ...($dual ? $this->rail('-', 'RAW-', 'OUT-', 2, -1.0) : []),
        ];

        return [
            'format' => DescriptionReader::FORMAT, 'version' => 1, 'title' => $this->title, 'revision' => 'A', 'reference' => '0V',
            'mains' => ['voltage' => $this->write($this->mains, Unit::Volt), 'frequency' => $this->write($this->frequency, Unit::Hertz), 'tolerance' => '10 %'],
            'parts' => $parts,
            'stages' => $this->stages($parts, $dual),
            'modes' => [
                ['id' => 'loaded', 'name' => 'Loads connected'],
                ['id' => 'unloaded', 'name' => 'Loads off', 'absent' => $dual ? ['RL1', 'RL2'] : ['RL1']],
            ],
            'points' => $this->points($dual, $tapped),
            'cautions' => ['The primary side carries mains. Isolation transformer or licensed practice; local codes decide.'],
        ];
    }

    /** Volt-amperes: about 1.8 times the direct output of a capacitor-input rectifier, rounded up to a common size. */
    private function power(): float
    {
        $needed = 1.8 * $this->secondary * $this->load * ($this->rails === 'dual' ? 2 : 1);
        foreach ([3.0, 6.0, 10.0, 16.0, 20.0, 30.0, 40.0, 50.0, 80.0, 120.0, 160.0, 225.0, 300.0, 500.0] as $size) {
            if ($size >= $needed) {
                return $size;
            }
        }

        return ceil($needed / 100) * 100;
    }

    private function fuse(): string
    {
        $wanted = 1.6 * $this->power() / $this->mains;
        foreach (self::FUSES as $rating) {
            if ($rating >= $wanted) {
                return 'T'.($rating < 1 ? ($rating * 1000).'mA' : $rating.'A');
            }
        }

        return 'T10A';
    }

    /** Farads for a ripple of a tenth of the peak: C = I / (pulses f dV). */
    private function reservoirFarads(): float
    {
        if ($this->reservoir !== null) {
            return $this->reservoir;
        }
        $pulses = $this->rectifier === 'half_wave' && $this->rails === 'single' ? 1 : 2;

        return PreferredValues::E6->atLeast($this->load / ($pulses * $this->frequency * 0.1 * $this->secondary * M_SQRT2));
    }

    private function capacitorVoltage(float $volts): string
    {
        foreach (self::CAPACITOR_VOLTAGES as $rating) {
            if ($rating >= $volts) {
                return $rating.' V';
            }
        }

        return '450 V';
    }

    /** @return list<array<string, mixed>> */
    private function rectifierParts(bool $dual): array
    {
        $rating = $this->write(max(1.0, ceil($this->load * 2)), Unit::Ampere);
        if ($dual || $this->rectifier === 'bridge') {
            return [['ref' => 'BR1', 'kind' => 'bridge', 'current' => $rating, 'terminals' => ['ac1' => 'AC1', 'ac2' => 'AC2', 'plus' => 'RAW+', 'minus' => $dual ? 'RAW-' : '0V']]];
        }
        $first = ['ref' => 'D1', 'kind' => 'diode', 'current' => $rating, 'terminals' => ['a' => 'AC1', 'k' => 'RAW+']];

        return $this->rectifier === 'half_wave' ? [$first] : [$first, ['ref' => 'D2', 'kind' => 'diode', 'current' => $rating, 'terminals' => ['a' => 'AC2', 'k' => 'RAW+']]];
    }

    /** @return list<array<string, mixed>> */
    private function rail(string $sign, string $raw, string $out, int $number, float $polarity): array
    {
        $peak = $this->secondary * M_SQRT2 * 1.15;
        $across = static fn(string $node): array => $polarity > 0 ? ['plus' => $node, 'minus' => '0V'] : ['plus' => '0V', 'minus' => $node];
        $two = static fn(string $node): array => $polarity > 0 ? ['a' => $node, 'b' => '0V'] : ['a' => '0V', 'b' => $node];
        $output = $this->regulated === null ? $raw : $out;
        $volts = $this->regulated ?? $this->secondary * 1.2;
        $parts = [
            ['ref' => "C{$number}", 'kind' => 'electrolytic', 'value' => $this->write($this->reservoirFarads(), Unit::Farad), 'voltage' => $this->capacitorVoltage($peak * 1.1), 'terminals' => $across($raw)],
            ['ref' => "R{$number}", 'kind' => 'resistor', 'value' => $this->write(PreferredValues::E12->nearest($peak / 5e-3), Unit::Ohm), 'power' => '0.5 W', 'notes' => 'bleeder', 'terminals' => $two($raw)],
        ];
        if ($this->regulated !== null) {
            $type = ($polarity > 0 ? '78' : '79').str_pad((string) (int) $this->regulated, 2, '0', STR_PAD_LEFT);
            $parts[] = ['ref' => "U{$number}", 'kind' => 'regulator', 'type' => $type, 'value' => $this->write($polarity * $this->regulated, Unit::Volt), 'terminals' => ['in' => $raw, 'out' => $out, 'common' => '0V']];
            $parts[] = ['ref' => 'C'.($number + 2), 'kind' => 'electrolytic', 'value' => '10u', 'voltage' => $this->capacitorVoltage($this->regulated * 1.4), 'terminals' => $across($out)];
        }
        if ($this->indicator) {
            $parts[] = ['ref' => 'R'.($number + 2), 'kind' => 'resistor', 'value' => $this->write(PreferredValues::E12->nearest(max(100, ($volts - 2) / 6e-3)), Unit::Ohm), 'terminals' => ['a' => $polarity > 0 ? $output : '0V', 'b' => "LED{$sign}"]];
            $parts[] = ['ref' => "LED{$number}", 'kind' => 'led', 'terminals' => $polarity > 0 ? ['a' => "LED{$sign}", 'k' => '0V'] : ['a' => "LED{$sign}", 'k' => $output]];
        }
        $parts[] = ['ref' => "RL{$number}", 'kind' => 'load', 'current' => $this->write($this->load, Unit::Ampere), 'at' => $this->write($volts, Unit::Volt), 'terminals' => $two($output)];

        return $parts;
    }

    /**
     * @param list<array<string, mixed>> $parts
     *
     * @return list<array<string, mixed>>
     */
    private function stages(array $parts, bool $dual): array
    {
        $refs = array_column($parts, 'ref');
        $present = static fn(array $wanted): array => array_values(array_intersect($wanted, $refs));
        $stages = [
            ['id' => 'inlet', 'name' => 'Inlet', 'parts' => ['W1', 'F1', 'S1']],
            ['id' => 'transformer', 'name' => 'Transformer', 'parts' => ['T1'], 'from' => 'inlet'],
        ];
        foreach ($dual ? [1 => 'Positive', 2 => 'Negative'] : [1 => ''] as $number => $word) {
            $suffix = $dual ? (string) $number : '';
            $stages[] = ['id' => "raw{$suffix}", 'name' => trim("{$word} rectifier and reservoir") === 'rectifier and reservoir' ? 'Rectifier and reservoir' : "{$word} reservoir", 'parts' => $present([...($number === 1 ? ['BR1', 'D1', 'D2'] : []), "C{$number}", "R{$number}"]), 'from' => 'transformer'];
            $stages[] = ['id' => "out{$suffix}", 'name' => ucfirst(trim("{$word} output")), 'parts' => $present(["U{$number}", 'C'.($number + 2), 'R'.($number + 2), "LED{$number}", "RL{$number}"]), 'from' => "raw{$suffix}"];
        }

        return $stages;
    }

    /** @return list<array<string, mixed>> */
    private function points(bool $dual, bool $tapped): array
    {
        $points = [
            ['id' => 'TP1', 'name' => 'mains at the primary', 'node' => 'L2', 'against' => 'N', 'how' => 'primary terminal after the switch', 'stage' => 'inlet', 'minutes' => 1],
            $tapped || $this->rectifier === 'bridge'
                ? ['id' => 'TP2', 'name' => 'secondary, end to end', 'node' => 'AC1', 'against' => 'AC2', 'how' => 'one secondary wire at the rectifier', 'stage' => 'transformer']
                : ['id' => 'TP2', 'name' => 'secondary', 'node' => 'AC1', 'against' => '0V', 'how' => 'secondary wire at the rectifier', 'stage' => 'transformer'],
        ];
        $next = 3;
        foreach ($dual ? [['+', '1', 1.0], ['-', '2', -1.0]] : [['+', '', 1.0]] as [$sign, $suffix, $polarity]) {
            $number = $suffix === '2' ? 2 : 1;
            $unregulated = $this->regulated === null;
            $points[] = ['id' => 'TP'.$next++, 'name' => "reservoir C{$number}", 'node' => "RAW{$sign}", 'against' => '0V', 'how' => "lead of C{$number}", 'stage' => "raw{$suffix}"]
                + ($unregulated ? ['rail' => $this->write($polarity * $this->secondary * 1.2, Unit::Volt)] : []);
            if (! $unregulated) {
                $points[] = ['id' => 'TP'.$next++, 'name' => ($polarity > 0 ? '+' : '−').$this->regulated.' V output', 'node' => "OUT{$sign}", 'against' => '0V', 'how' => "output pin of U{$number}", 'stage' => "out{$suffix}", 'rail' => $this->write($polarity * $this->regulated, Unit::Volt)];
            }
        }

        return $points;
    }

    private function write(float $value, Unit $unit): string
    {
        return str_replace(["\u{2212}", ' µF', ' mF'], ['-', 'u', 'm'], Quantity::write($value, $unit, 4));
    }
}

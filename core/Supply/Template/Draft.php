<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\DescriptionReader;

/**
 * A description being drafted by a template. Values are written as a technician writes them; sizes follow the usual
 * bench rules (common practice unless a source is named).
 */
final class Draft
{
    /** Fuse ratings in amperes, IEC 60127-2 (R10 steps). */
    private const FUSES = [
        0.05,
        0.063,
        0.08,
        0.1,
        0.125,
        0.16,
        0.2,
        0.25,
        0.315,
        0.4,
        0.5,
        0.63,
        0.8,
        1.0,
        1.25,
        1.6,
        2.0,
        2.5,
        3.15,
        4.0,
        5.0,
        6.3,
        8.0,
        10.0,
        16.0,
        20.0,
    ];

    private const CAPACITOR_VOLTAGES = [6.3, 10, 16, 25, 35, 50, 63, 80, 100, 160, 200, 250, 350, 400, 450, 500];

    private const POWERS = [0.25, 0.5, 1, 2, 3, 5, 7, 10, 15, 25, 50, 100];

    private const VOLT_AMPERES = [
        3.0,
        6.0,
        10.0,
        16.0,
        20.0,
        30.0,
        40.0,
        50.0,
        80.0,
        120.0,
        160.0,
        225.0,
        300.0,
        500.0,
        800.0,
        1200.0,
    ];

    /** @var array<string, mixed> */
    private array $mains;

    /** @var list<array<string, mixed>> */
    private array $parts = [];

    /** @var list<array<string, mixed>> */
    private array $stages = [];

    /** @var list<array<string, mixed>> */
    private array $modes = [];

    /** @var list<array<string, mixed>> */
    private array $points = [];

    /** @var list<array<string, mixed>> */
    private array $grounds = [];

    /** @var list<array<string, mixed>> */
    private array $interlocks = [];

    /** @var list<string> */
    private array $cautions = [];

    private function __construct(private readonly string $title, private readonly string $reference)
    {
        $this->mains = [];
    }

    public static function onMains(Answers $answers, string $reference = '0V'): self
    {
        $draft = new self($answers->title, $reference);
        $draft->mains = [
            'voltage' => self::volts($answers->mains),
            'frequency' => self::write($answers->frequency, Unit::Hertz),
            'tolerance' => '10 %',
        ];
        $draft->caution(
            'The primary side carries mains. Isolation transformer or licensed practice; local codes decide.',
        );

        return $draft;
    }

    /** @param float $volts of the direct feed */
    public static function onDirectVoltage(Answers $answers, float $volts): self
    {
        $draft = new self($answers->title, '0V');
        $draft->mains = ['dc' => self::volts($volts), 'tolerance' => '15 %'];

        return $draft;
    }

    /**
     * @param array<string, string>     $terminals node by terminal
     * @param array<string, string|int> $values
     */
    public function part(string $ref, string $kind, array $terminals, array $values = []): self
    {
        $this->parts[] = ['ref' => $ref, 'kind' => $kind] + $values + ['terminals' => $terminals];

        return $this;
    }

    /** Part terminals a and b. */
    public function pair(string $ref, string $kind, string $a, string $b, string ...$values): self
    {
        /** @var array<string, string> $values named arguments */
        return $this->part($ref, $kind, ['a' => $a, 'b' => $b], $values);
    }

    public function resistor(
        string $ref,
        string $a,
        string $b,
        float $ohms,
        float $watts = 0.0,
        string ...$values,
    ): self {
        /** @var array<string, string> $values named arguments */
        return $this->part(
            $ref,
            'resistor',
            ['a' => $a, 'b' => $b],
            ['value' => self::ohms($ohms), 'power' => self::power($watts)] + $values,
        );
    }

    public function electrolytic(
        string $ref,
        string $plus,
        string $minus,
        float $farads,
        float $volts,
        string ...$values,
    ): self {
        /** @var array<string, string> $values named arguments */
        return $this->part(
            $ref,
            'electrolytic',
            ['plus' => $plus, 'minus' => $minus],
            ['value' => self::farads($farads), 'voltage' => self::capacitorVoltage($volts)] + $values,
        );
    }

    /** A resistive load that draws so many amperes at a voltage; a negative rail is loaded from ground. */
    public function load(string $ref, string $node, float $amperes, float $volts, string $ground = '0V'): self
    {
        [$a, $b] = $volts > 0 ? [$node, $ground] : [$ground, $node];

        return $this->part(
            $ref,
            'load',
            ['a' => $a, 'b' => $b],
            ['current' => self::amperes($amperes), 'at' => self::volts(abs($volts))],
        );
    }

    public function stage(string $id, string $name, ?string $from, string ...$parts): self
    {
        $this->stages[] =
            ['id' => $id, 'name' => $name, 'parts' => array_values($parts)] + ($from === null ? [] : ['from' => $from]);

        return $this;
    }

    /** @param array<string, mixed> $fields absent, mains, set, adds, note */
    public function mode(string $id, string $name, array $fields = []): self
    {
        $this->modes[] = ['id' => $id, 'name' => $name] + $fields;

        return $this;
    }

    /**
     * A third of every load, and the first power after a repair: loads off, a lamp in series.
     *
     * @param string $lamp  its power, a few times what the supply takes on its own ("40 W")
     * @param string ...$loads references
     */
    public function benchModes(string $lamp, string ...$loads): self
    {
        $third = [];
        foreach ($this->parts as $part) {
            if (in_array($part['ref'], $loads, true) && is_string($part['current'] ?? null)) {
                $third[$part['ref']] = [
                    'current' => self::amperes(Quantity::parse($part['current'], Unit::Ampere)->value / 3),
                ];
            }
        }

        return $this->mode('part_load', 'Part load, a third', ['set' => $third])->mode('limited', 'Behind a lamp', [
            'absent' => array_values($loads),
            'set' => ['W1' => ['lamp' => $lamp]],
            'note' => "First power after a repair: load off, a {$lamp} lamp in series.",
        ]);
    }

    /** Low and high mains for a supply on the mains, as every family has them. */
    public function mainsModes(): self
    {
        return $this->mode('low_mains', 'Mains 10 % low', ['mains' => '90 %'])->mode('high_mains', 'Mains 10 % high', [
            'mains' => '110 %',
        ]);
    }

    /** @param array<string, string|int|float> $fields rail, minutes, documented */
    public function point(
        string $name,
        string $node,
        string $against,
        string $how,
        string $stage,
        array $fields = [],
    ): self {
        $this->points[] =
            [
                'id' => 'TP' . (count($this->points) + 1),
                'name' => $name,
                'node' => $node,
                'against' => $against,
                'how' => $how,
                'stage' => $stage,
            ] + $fields;

        return $this;
    }

    public function ground(string $node, string $name, string $how): self
    {
        $this->grounds[] = ['node' => $node, 'name' => $name, 'how' => $how];

        return $this;
    }

    public function interlock(string $kind, string $what, string $how, string $without, ?string $part = null): self
    {
        $this->interlocks[] =
            ['kind' => $kind, 'what' => $what, 'how' => $how, 'without' => $without] +
            ($part === null ? [] : ['part' => $part]);

        return $this;
    }

    public function caution(string $text): self
    {
        $this->cautions[] = $text;

        return $this;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $this->placeTheRest();

        return array_filter(
            [
                'format' => DescriptionReader::FORMAT,
                'version' => 1,
                'title' => $this->title,
                'revision' => 'A',
                'reference' => $this->reference,
                'mains' => $this->mains,
                'parts' => $this->parts,
                'stages' => $this->stages,
                'modes' => $this->modes,
                'points' => $this->points,
                'grounds' => $this->grounds,
                'interlocks' => $this->interlocks,
                'cautions' => $this->cautions,
            ],
            static fn(mixed $v): bool => $v !== [],
        );
    }

    /**
     * A part that no stage was given, a capacitor across the isolation say, stands with the stage it shares most nodes
     * with.
     */
    private function placeTheRest(): void
    {
        $stageOf = [];
        foreach ($this->stages as $k => $stage) {
            $stageOf += array_fill_keys($stage['parts'], $k);
        }
        foreach ($this->parts as $part) {
            if (isset($stageOf[$part['ref']])) {
                continue;
            }
            $shared = [];
            foreach ($this->parts as $other) {
                if (isset($stageOf[$other['ref']])) {
                    $k = $stageOf[$other['ref']];
                    $shared[$k] = ($shared[$k] ?? 0) + count(array_intersect($part['terminals'], $other['terminals']));
                }
            }
            arsort($shared);
            $this->stages[(int) array_key_first($shared)]['parts'][] = $part['ref'];
        }
    }

    public static function write(float $value, Unit $unit): string
    {
        return str_replace(["\u{2212}", ' µF', ' mF'], ['-', 'u', 'm'], Quantity::write($value, $unit, 4));
    }

    public static function volts(float $volts): string
    {
        return self::write($volts, Unit::Volt);
    }

    public static function amperes(float $amperes): string
    {
        return self::write($amperes, Unit::Ampere);
    }

    /** The nearest E12 value (IEC 60063). */
    public static function ohms(float $ohms): string
    {
        return self::write(PreferredValues::E12->nearest($ohms), Unit::Ohm);
    }

    /**
     * The two arms of a divider as 1 % resistors (E96, IEC 60063), the pair that meets the ratio best.
     *
     * @param float $ratio upper over lower
     * @param float $lower ohms, about
     *
     * @return array{string, string} upper, lower
     */
    public static function arms(float $ratio, float $lower): array
    {
        $best = [1.0, $lower];
        $least = INF;
        for ($about = 0.8 * $lower; $about < 1.25 * $lower; $about *= 1.02) {
            $low = PreferredValues::E96->nearest($about);
            $high = PreferredValues::E96->nearest($ratio * $low);
            // Of two pairs that meet it alike the one nearer to the wanted resistance.
            $error = abs($high / $low / $ratio - 1) + 1e-3 * abs($low / $lower - 1);
            if ($error < $least) {
                [$best, $least] = [[$high, $low], $error];
            }
        }

        return [self::write($best[0], Unit::Ohm), self::write($best[1], Unit::Ohm)];
    }

    /**
     * The same with a trimmer between the arms, set so that its wiper meets the ratio.
     *
     * @param float $ratio   upper over lower, seen from the wiper
     * @param float $lower   ohms with half of the trimmer, about
     * @param float $trimmer ohms
     *
     * @return array{string, string, string} upper, lower, position of the wiper
     */
    public static function trimmedArms(float $ratio, float $lower, float $trimmer): array
    {
        $high = PreferredValues::E96->nearest($ratio * $lower - $trimmer / 2);
        $low = PreferredValues::E96->nearest($lower - $trimmer / 2);
        $position = ($ratio * ($low + $trimmer) - $high) / ($trimmer * (1 + $ratio));

        return [self::write($high, Unit::Ohm), self::write($low, Unit::Ohm), sprintf('%.1f %%', 100 * $position)];
    }

    /** The next E6 value up (IEC 60063). */
    public static function farads(float $farads): string
    {
        return self::write(PreferredValues::E6->atLeast($farads), Unit::Farad);
    }

    /** Farads for a ripple at twice the mains frequency: C = I / (2 f dV). */
    public static function reservoir(float $amperes, float $frequency, float $ripple, int $pulses = 2): float
    {
        return $amperes / ($pulses * $frequency * $ripple);
    }

    /** A size at least twice the dissipation (common practice). */
    public static function power(float $watts): string
    {
        return self::write(self::upTo(self::POWERS, 2 * $watts), Unit::Watt);
    }

    public static function capacitorVoltage(float $volts): string
    {
        return self::volts(self::upTo(self::CAPACITOR_VOLTAGES, $volts));
    }

    public static function voltAmperes(float $needed): float
    {
        return self::upTo(self::VOLT_AMPERES, $needed);
    }

    /** A slow fuse for a running current: 1.6 times it, up to the next rating. */
    public static function fuse(float $amperes): string
    {
        $rating = self::upTo(self::FUSES, 1.6 * $amperes);

        return 'T' . ($rating < 1 ? $rating * 1000 . 'mA' : $rating . 'A');
    }

    /** @param list<float|int> $sizes rising */
    private static function upTo(array $sizes, float $needed): float
    {
        foreach ($sizes as $size) {
            if ($size >= $needed * 0.999) {
                return (float) $size;
            }
        }

        return (float) $sizes[count($sizes) - 1];
    }
}

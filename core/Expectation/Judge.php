<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Meter;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\MinimumLoad;
use Oculant\Core\Supply\Point;

/** Puts a reading into words against what a good unit would read. */
final class Judge
{
    /** @param array<string, Expectations> $expectations by mode id */
    public function __construct(private readonly Description $supply, private readonly array $expectations) {}

    /** Octaves by which a frequency may be off: part tolerances of an oscillator, the meter (common practice). */
    private const SAME_TUNE = 0.35;

    /**
     * @param float $hertz as counted, or read off a scope; 0 if there is nothing to be seen
     * @param float $good  likewise of a good unit; NAN if it has no stable reading
     * @param Window|null $window of a clock whose timing parts are described
     * @param string      $law    what sets it, for people
     */
    public static function frequency(float $hertz, float $good, ?Window $window = null, string $law = ''): Verdict
    {
        $write = static fn(float $f): string => $f > 0.0 ? Quantity::write($f, Unit::Hertz) : 'no waveform';
        if (is_nan($good)) {
            return new Verdict(
                VerdictWord::CannotTell,
                $write($hertz) . ': cannot tell.',
                'A good unit has no steady waveform here in this mode.',
            );
        }
        if ($window?->isKnown() === true && $hertz > 0.0) {
            return self::clock($hertz, $window, $law);
        }
        $alike =
            $hertz > 0.0 && $good > 0.0 ? abs(log($hertz / $good, 2)) < self::SAME_TUNE : $hertz > 0.0 === $good > 0.0;
        $word = $alike ? VerdictWord::AsExpected : VerdictWord::NotAsExpected;
        $halved = $hertz > 0.0 && $good > 0.0 && abs(log($good / $hertz, 2) - 1) < self::SAME_TUNE;

        return new Verdict(
            $word,
            sprintf('%s: %s.', ucfirst($write($hertz)), $word->value),
            sprintf(
                'A good unit shows %s here.%s',
                $write($good),
                $halved
                    ? ' Half the frequency is what one half-wave alone gives: look for an open leg of the rectifier.'
                    : '',
            ),
        );
    }

    private static function clock(float $hertz, Window $window, string $law): Verdict
    {
        $write = static fn(float $f): string => Quantity::write($f, Unit::Hertz);
        $word = match (true) {
            $hertz < $window->low => VerdictWord::Low,
            $hertz > $window->high => VerdictWord::High,
            default => VerdictWord::AsExpected,
        };

        return new Verdict(
            $word,
            sprintf('%s: %s.', $write($hertz), $word->value),
            sprintf('A good unit runs at %s. %s', self::hertz($window), $law),
        );
    }

    public static function hertz(Window $window): string
    {
        return sprintf(
            '%s to %s',
            Quantity::write($window->low, Unit::Hertz),
            Quantity::write($window->high, Unit::Hertz),
        );
    }

    /** Share of a reading, and volts, that it may wander without being called unstable. */
    private const STEADY = 0.03;

    /**
     * @param string $quantity dc, ac or ripple; $value in volts, INF for OL
     * @param float  $swing    volts by which the reading wanders, from lowest to highest
     */
    public function live(string $pointId, string $mode, string $quantity, float $value, float $swing = 0.0): Verdict
    {
        $need = MinimumLoad::missing($this->supply, $this->expectations[$mode]->mode);
        if ($need !== null && $quantity !== 'ripple' && $need->explains($pointId, $value)) {
            return new Verdict(
                VerdictWord::FineHere,
                sprintf('%s: nothing else is to be expected like this. %s', Quantity::volts($value), $need->sentence()),
                sprintf('Without its load a good unit shows %s here.', $need->range($pointId)),
            );
        }
        $verdict = $this->withItsLoad($pointId, $mode, $quantity, $value, $swing);

        return $need === null
            ? $verdict
            : new Verdict($verdict->word, "{$verdict->sentence} {$need->sentence()}", $verdict->why);
    }

    /** @param float $swing volts by which the reading wanders, from lowest to highest */
    private function withItsLoad(string $pointId, string $mode, string $quantity, float $value, float $swing): Verdict
    {
        $point = $this->supply->point($pointId);
        $expected = $this->expectations[$mode];
        $window = $expected->window($pointId, $quantity);
        $good = $this->goodSentence($window, $expected, $point);
        $window = $window->towards($value);
        if (is_infinite($value)) {
            return new Verdict(
                VerdictWord::CannotTell,
                'The meter shows overload: choose a higher range and measure again.',
                $good,
            );
        }
        $says = Quantity::volts($value);
        if (!$window->isKnown()) {
            return new Verdict(VerdictWord::Unknown, "{$says}: what a good unit reads here is not known.", $good);
        }
        $wanders = $expected->nominal->reading($pointId, 'swing');
        if (
            $quantity !== 'ripple' &&
            $swing > $wanders + self::STEADY * max(abs($value), abs($window->nominal)) + 0.05
        ) {
            return new Verdict(
                VerdictWord::Unstable,
                sprintf(
                    '%s to %s: unstable.',
                    Quantity::volts($value - $swing / 2),
                    Quantity::volts($value + $swing / 2),
                ),
                $good .
                    ($wanders > 0.05
                        ? sprintf(' Even a good one wanders by %s.', Quantity::volts($wanders))
                        : ' A good one stands still.'),
            );
        }
        $meter = ($quantity === 'dc' ? Meter::forDc() : Meter::forAc())->halfWidth($value);
        $word = $this->word($window, $quantity, $value, $meter);
        if ($word === VerdictWord::Fine) {
            return $this->fine($point, $mode, $quantity, $value, $says, $good);
        }
        $sentence = match ($word) {
            VerdictWord::CannotTell => sprintf(
                '%s: cannot tell, the meter\'s own ±%s straddles the limit. A better meter or a measured mains ' .
                    'voltage would settle it.',
                $says,
                Quantity::volts($meter),
            ),
            VerdictWord::WrongPolarity => "{$says}: wrong polarity.",
            VerdictWord::TooMuchRipple => "{$says} of ripple: too much.",
            default => "{$says}: {$word->value}.",
        };

        return new Verdict($word, $sentence, $good);
    }

    /** A good specimen may have this many times its type's usual series resistance (common practice). */
    private const MOST_ESR_RATIO = 2.5;

    /**
     * Volts of a diode test, and decades of ohms, that do not count beside what meters and types differ by anyway
     * (common practice).
     */
    private const DIODES_DIFFER = 0.15;

    private const OHMS_DIFFER = 0.25;

    /**
     * @param float $value ohms, or volts for a diode test; INF for OL
     * @param float $good  likewise of a good unit; NAN if it is not known
     * @param array{float, float}|null $span what good meters and types may show; null where all show the same
     * @param bool  $isAlone true of a part with nothing beside it
     */
    public static function dead(
        DeadCheck $check,
        float $value,
        float $good,
        ?array $span = null,
        bool $isAlone = false,
    ): Verdict {
        if (is_nan($good)) {
            return new Verdict(
                VerdictWord::Unknown,
                'What a good unit shows here is not known.',
                'With the plug out no state of its junctions agrees with the meter\'s voltage: the part by ' .
                    'itself tells.',
            );
        }
        if ($check->quantity === DeadCheck::CLIMBS) {
            return self::climbing($value > 0.5, $good > 0.5);
        }
        if ($check->quantity === DeadCheck::BEEPS) {
            return self::beeping($value > 0.5, $good);
        }
        $write = static fn(float $v): string => is_infinite($v)
            ? 'OL'
            : ($check->quantity === DeadCheck::DIODE
                ? Quantity::volts($v)
                : Quantity::write($v, Unit::Ohm));
        [$low, $high] = $span ?? [$good, $good];
        $alike = match ($check->quantity) {
            DeadCheck::DIODE => is_infinite($value)
                ? is_infinite($high)
                : $value > $low - self::DIODES_DIFFER && $value < $high + self::DIODES_DIFFER,
            DeadCheck::ESR => $value <= self::MOST_ESR_RATIO * $good,
            default => self::decades($value) > self::decades($low) - self::OHMS_DIFFER &&
                self::decades($value) < self::decades($high) + self::OHMS_DIFFER,
        };
        $word = $alike ? VerdictWord::AsExpected : VerdictWord::NotAsExpected;

        return new Verdict(
            $word,
            sprintf('%s: %s.', $write($value), $word->value),
            sprintf(
                '%s about %s %s%s.',
                $isAlone ? 'A good one reads' : 'A good unit would read',
                $write($good),
                $isAlone ? 'by itself' : 'here with everything in circuit',
                $span === null ? '' : sprintf('; by meter and type %s to %s', $write($low), $write($high)),
            ),
        );
    }

    /** @param float $likely how likely a beeper sounds on a good unit, 0 to 1 */
    private static function beeping(bool $beeps, float $likely): Verdict
    {
        $word = match (true) {
            $likely > 0.2 && $likely < 0.8 => VerdictWord::CannotTell,
            $beeps === $likely > 0.5 => VerdictWord::AsExpected,
            default => VerdictWord::NotAsExpected,
        };

        return new Verdict(
            $word,
            sprintf('%s: %s.', $beeps ? 'Beeps' : 'Silent', $word->value),
            match ($word) {
                VerdictWord::CannotTell
                    => 'A good unit has so many ohms here that one beeper sounds and another does ' .
                    'not: measure them.',
                default => sprintf(
                    'On a good unit the beeper %s here. It sounds below some tens of ohms, through a winding, a low ' .
                        'resistor or a large discharged capacitor as well as through a short: ohms tell which.',
                    $likely > 0.5 ? 'sounds' : 'is silent',
                ),
            },
        );
    }

    private static function climbing(bool $climbs, bool $should): Verdict
    {
        $word = $climbs === $should ? VerdictWord::AsExpected : VerdictWord::NotAsExpected;
        $write = static fn(bool $c): string => $c ? 'climbs as a charging capacitor does' : 'does not climb';

        return new Verdict(
            $word,
            sprintf('%s: %s.', ucfirst($write($climbs)), $word->value),
            sprintf(
                'On a good unit it %s here.%s',
                $write($should),
                $should && !$climbs
                    ? ' What stays at some ohms is no charging capacitor; swap the leads once to be sure it was ' .
                        'not charged already.'
                    : '',
            ),
        );
    }

    /** Distances between resistances are judged in decades; a few tenths of an ohm of lead resistance do not count. */
    public static function decades(float $ohms): float
    {
        return log10(min(max($ohms, 0.0), DeadMeter::MOST_OHMS) + 0.5);
    }

    private function word(Window $window, string $quantity, float $value, float $meter): VerdictWord
    {
        if ($quantity === 'ripple') {
            return $value <= $window->high + $meter ? VerdictWord::Fine : VerdictWord::TooMuchRipple;
        }
        // Read everything as if the rail were positive.
        $sign = $window->nominal < 0 ? -1.0 : 1.0;
        $value *= $sign;
        $nominal = abs($window->nominal);
        [$low, $high] = $sign > 0 ? [$window->low, $window->high] : [-$window->high, -$window->low];
        if ($nominal > 0.5 && abs($value) < max(0.04 * $nominal, 0.05)) {
            return VerdictWord::Dead;
        }
        if ($nominal > 0.5 && $value < -0.05 * $nominal) {
            return VerdictWord::WrongPolarity;
        }
        foreach ([$low, $high] as $limit) {
            // Guard band of ISO 14253-1: inside the meter's own error neither conformity nor its opposite is proven.
            if (abs($value - $limit) < $meter && $meter < 0.5 * ($high - $low)) {
                return VerdictWord::CannotTell;
            }
        }

        return match (true) {
            $value < $low => $value < $nominal * 0.6 ? VerdictWord::VeryLow : VerdictWord::Low,
            $value > $high => $value > $nominal * 1.4 + 0.5 ? VerdictWord::VeryHigh : VerdictWord::High,
            default => VerdictWord::Fine,
        };
    }

    private function fine(
        Point $point,
        string $mode,
        string $quantity,
        float $value,
        string $says,
        string $good,
    ): Verdict {
        $circumstance = Circumstance::of(
            $this->supply,
            $this->expectations[$mode]->mode,
            $point,
            $quantity,
            $this->expectations[$mode]->window($point->id, $quantity)->nominal,
        );
        if ($circumstance !== null) {
            return new Verdict(
                VerdictWord::FineHere,
                "{$says}: fine for {$circumstance->words}.",
                "{$good} {$circumstance->why}",
            );
        }

        return new Verdict(VerdictWord::Fine, "{$says}: fine.", $good);
    }

    private function goodSentence(Window $window, Expectations $expected, Point $point): string
    {
        if (!$window->isKnown()) {
            return "In this mode nothing is foretold. {$expected->unsettled()?->sentence()}";
        }
        $mains =
            $expected->mainsVolts === null
                ? sprintf(
                    'mains %s ±%s',
                    Quantity::volts($this->supply->mainsVoltage * $expected->mode->mains),
                    Quantity::write($this->supply->mainsTolerance, Unit::Ratio),
                )
                : 'mains ' . Quantity::volts($expected->mainsVolts);
        $sentence = sprintf(
            'A good unit would read %s here (%s, %s).',
            self::range($window),
            mb_strtolower($expected->mode->name),
            $mains,
        );
        if ($window->contributions !== []) {
            $first = $window->contributions[0];
            $sentence .= sprintf(
                ' What changes it most: %s, by %s.',
                $first['what'] === 'mains' ? 'the mains' : $this->supply->part($first['what'])->label(),
                Quantity::volts($first['volts']),
            );
        }
        $documented = $point->documented;
        if ($documented !== null && $window->computed !== null) {
            $apart =
                abs($documented['value'] - $window->computed) >
                abs($documented['value']) * $documented['tolerance'] +
                    2 * Meter::forDc()->halfWidth($documented['value']);
            $sentence .= sprintf(
                $apart
                    ? ' The service document says %s ±%s, which counts and disagrees with the computed value, %s: ' .
                        'check the description.'
                    : ' The service document says %s ±%s, which counts; computed is %s.',
                Quantity::volts($documented['value']),
                Quantity::write($documented['tolerance'], Unit::Ratio),
                Quantity::volts($window->computed),
            );
        }

        return $sentence;
    }

    /** "21.5 to 22.8 V"; for a point where nothing is expected, "under 20 mV". */
    /** Volts on either side of none that are said as one. */
    private const NEXT_TO_NOTHING = 0.3;

    public static function range(Window $window): string
    {
        if (!$window->isKnown()) {
            return 'not known';
        }
        if ($window->low <= 0.0 && $window->high >= 0.0 && max(-$window->low, $window->high) < self::NEXT_TO_NOTHING) {
            return 'under ' .
                Quantity::volts(max(abs($window->low), abs($window->high))) .
                ($window->other === null ? '' : ', or ' . self::range($window->other) . " if {$window->when}");
        }
        [$low, $high] = [Quantity::volts($window->low), Quantity::volts($window->high)];
        $unit = strrchr($high, ' ') ?: '';
        $here = (strrchr($low, ' ') === $unit ? substr($low, 0, -strlen($unit)) : $low) . ' to ' . $high;

        return $window->other === null ? $here : $here . ', or ' . self::range($window->other) . " if {$window->when}";
    }
}

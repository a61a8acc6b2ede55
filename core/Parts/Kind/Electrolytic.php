<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Kind;

use Oculant\Core\Circuit\Netlist;
use Oculant\Core\Parts\Ability\ConductsBackwards;
use Oculant\Core\Parts\Ability\Decides;
use Oculant\Core\Parts\Ability\Rated;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\Ability\Warms;
use Oculant\Core\Parts\Ageing;
use Oculant\Core\Parts\Breaking;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\Profile;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;

/**
 * An aluminium electrolytic, terminals plus and minus. ESR from tan(delta) where none is given (IEC 60384-4 relation).
 */
final class Electrolytic extends Pair implements Decides, Rated, StoresCharge, Warms
{
    use ConductsBackwards;

    protected const ENDS = ['plus', 'minus'];

    /**
     * Ohms at which a leak may be called a short, and decades within which readings may be read off between two leaks.
     */
    private const NEARLY_SHORT = 1.5;

    private const DECADES = 1.5;

    public function name(): string
    {
        return 'electrolytic';
    }

    public function title(): string
    {
        return 'Electrolytic capacitor';
    }

    public function profile(): Profile
    {
        return new Profile(
            celsius: 85.0,
            limit: 'class not described: 85 °C is assumed',
            warms: 1100.0,
            letter: 'C',
            hot: [
                'Heat in it is ripple current squared times ESR: compare with its ripple rating.',
                'An open bridge leg doubles its ripple.',
                'Several in parallel on unequal tracks do not share.',
                'What hot part stands beside it?',
            ],
            probed: 2,
            family: Family::Capacitor,
            ages: Ageing::Sealed,
            mark: 'its stripe is the minus',
            words: ['electrolytic', 'elco', 'elko'],
            symbols: ['C_Polarized', 'CP', 'C_Electrolytic'],
            pins: ['1' => 'plus', '2' => 'minus'],
        );
    }

    public function parameters(): array
    {
        return [
            Parameter::main('value', 'capacitance', Unit::Farad, 0.2),
            Parameter::optional('voltage', 'working voltage', Unit::Volt),
            Parameter::optional('ripple', 'rated ripple current', Unit::Ampere),
            Parameter::optional('esr', 'equivalent series resistance', Unit::Ohm, null, 0.5),
        ];
    }

    public function faults(Part $part): array
    {
        return [
            new FaultMode(
                'dried',
                'dried out',
                8.0,
                'Capacitance and ESR with one leg lifted.',
                graded: true,
                degrees: [0.5, 0.15, 0.04, 0.005],
                in: Unit::Ratio,
                looks: [Look::BulgingVent, Look::Crust, Look::NearHeat],
                silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance ' .
                    'and ' .
                    'ESR tell.',
            ),
            new FaultMode(
                'leaky',
                'leaky',
                2.5,
                'Leakage at working voltage through a resistor.',
                graded: true,
                degrees: self::leaks(self::working($part)),
                looks: [Look::Warm],
                silence: 'What feeds it is stiff: it shows in warmth and in a leakage test.',
            ),
            new FaultMode(
                'short',
                'shorted',
                2.0,
                'Ohms stay low and do not climb; lift one leg.',
                degrees: [1.5, 0.05],
            ),
            new FaultMode(
                'reversed',
                'fitted the wrong way round',
                0.3,
                'Compare its stripe with the board, its neighbours and its twin: it looks perfectly normal.',
                graded: true,
                degrees: [100.0, 12.0, 1.5],
                in: null,
                looks: [Look::WrongStripe],
                silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance ' .
                    'and ' .
                    'ESR tell.',
            ),
            new FaultMode(
                'open',
                'open or cracked joint',
                1.5,
                'Bridge it with a good one of the same value, unplugged between.',
                silence: 'Another capacitor nearby, a stiff supply or a light load carries on for it: capacitance ' .
                    'and ' .
                    'ESR tell.',
            ),
        ];
    }

    public function deadChecks(Part $part): array
    {
        return [
            DeadCheck::resistance($part, 'plus', 'minus', "{$part->ref}, once it stops climbing"),
            DeadCheck::esr($part, 'plus', 'minus'),
        ];
    }

    public function ratings(Part $part): array
    {
        $ratings = $part->knows('voltage')
            ? [Rating::voltage($part->value('voltage'))->destroyedAt(1.35, 'short', Breaking::Vents, 2.0)]
            : [];

        return $part->knows('ripple') ? [...$ratings, Rating::ripple($part->value('ripple'))] : $ratings;
    }

    public function asFound(Part $part, ?string $fault): array
    {
        $farads = $part->value('value');
        $esr = $part->knows('esr') ? $part->value('esr') : self::typicalEsr($farads);
        // A good one passes 0.01 C V, and data sheets allow three microamperes to the smallest.
        $good = [
            'farads' => $farads,
            'esr' => $esr,
            'leak' => self::working($part) / max(3e-6, 0.01 * $farads * self::working($part)),
        ];

        return match ($fault) {
            // The foils are still there beside what joins them.
            'short' => [
                'farads' => INF,
                'esr' => ($esr * $part->degree(0.1)) / ($esr + $part->degree(0.1)),
                'leak' => $part->degree(0.1),
            ],
            'open' => ['farads' => 0.0, 'esr' => 1e9, 'leak' => 1e9],
            // As the electrolyte goes, the resistance rises about as the capacitance falls.
            'dried' => ['farads' => $farads * $part->degree(0.1), 'esr' => ($esr * 1.5) / $part->degree(0.1)] + $good,
            'leaky' => ['leak' => $part->degree(self::leakOhms($farads, self::working($part)))] + $good,
            default => $good,
        };
    }

    public function enter(Part $part, ?string $fault, Netlist $netlist): void
    {
        [$plus, $minus] = [$part->node('plus'), $part->node('minus')];
        $found = $this->asFound($part, $fault);
        match ($fault) {
            'short' => $netlist->resistor("{$part->ref}.short", $plus, $minus, $found['leak']),
            'open' => $netlist->resistor("{$part->ref}.open", $plus, $minus, $found['leak']),
            default => $netlist->capacitor($part->ref, $plus, $minus, $found['farads'], $found['esr']),
        };
        $this->enterBackwards($part, $fault, $found['esr'], $netlist);
        if ($fault !== 'short' && $fault !== 'open') {
            // How much a good one passes at the little that an ohmmeter gives it depends on its age, its rest and one's
            // patience.
            $netlist->seep("{$part->ref}.forming", $plus, $minus, $found['leak']);
        }
        if ($fault === 'leaky') {
            $netlist->resistor("{$part->ref}.leak", $plus, $minus, $found['leak']);
        }
    }

    /** ESR = tan(delta) / (2 pi f C) at 100 Hz with tan(delta) = 0.12, a general-purpose type; never below 10 mOhm. */
    public static function typicalEsr(float $farads): float
    {
        return max(0.01, 0.12 / (2 * M_PI * 100 * $farads));
    }

    /**
     * From a few milliamperes at the working voltage, below which nobody calls it a leak, to nearly a short.
     *
     * @return list<float> ohms
     */
    public static function leaks(float $volts): array
    {
        $mild = max(100.0, $volts / 4e-3);
        $steps = (int) ceil(log10($mild / self::NEARLY_SHORT) / self::DECADES);

        return array_map(
            static fn(int $k): float => $mild * (self::NEARLY_SHORT / $mild) ** ($k / $steps),
            range(0, $steps),
        );
    }

    private static function working(Part $part): float
    {
        return $part->knows('voltage') ? $part->value('voltage') : 25.0;
    }

    /**
     * A bad leak passes of the order of 100 mA from a large reservoir, a few milliamperes from a small one (common
     * practice).
     */
    private static function leakOhms(float $farads, float $working): float
    {
        return $working / min(0.25, max(0.004, 40 * $farads));
    }

    /** 25 K per watt at 1000 uF and 25 V; the surface grows with the volume (common practice). */
    public function perWatt(Part $part): float
    {
        return min(
            60.0,
            max(5.0, 25.0 * (($part->value('value') * ($part->values['voltage'] ?? 25.0)) / 0.025) ** -0.4),
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Parts\Part;

/** What to look at when a part runs hot, and which parts are meant to (common practice). */
final class HeatAdvice
{
    private const BRIDGE = [
        'Average current times two drops of about 0.9 V is its heat: from 3 or 4 W it wants area, from 30 W ' .
        'a heatsink.',
        'One leg open makes the others carry double.',
        'Bolted down on a thin even film of grease, not over-torqued.',
    ];

    private const DIODE = [
        'A type as fast as the circuit needs: a slow one in a switching output cooks.',
        'A Schottky type if the reverse voltage allows it, a larger one, or two in parallel with equal tracks.',
        'Lead length and copper around it are its heatsink.',
    ];

    private const SWITCH = [
        'Drive: too slow or too low a gate voltage heats it first.',
        'Snubber and clamp parts, and what the transformer rings with.',
        'Insulator, clip and grease under its tab.',
    ];

    private const REGULATOR = [
        'Watts are (input − output) times current: is the input higher than it has to be?',
        'Is the load what it should be?',
        'Insulator, clip and grease under its tab.',
    ];

    private const ELECTROLYTIC = [
        'Heat in it is ripple current squared times ESR: compare with its ripple rating.',
        'An open bridge leg doubles its ripple.',
        'Several in parallel on unequal tracks do not share.',
        'What hot part stands beside it?',
    ];

    private const WINDING = [
        'Load on each winding, averaged with its peaks.',
        'Is the mains what the tap is for, and is its frequency 50 or 60 Hz?',
        'A shorted turn heats it with no load at all.',
        'Direct current through it: an open bridge leg.',
    ];

    private const ADVICE = [
        'bridge' => self::BRIDGE,
        'diode' => self::DIODE,
        'fast_diode' => self::DIODE,
        'ultrafast_diode' => self::DIODE,
        'schottky' => self::DIODE,
        'mosfet' => self::SWITCH,
        'transistor' => self::SWITCH,
        'integrated_switcher' => self::SWITCH,
        'thyristor' => self::SWITCH,
        'regulator' => self::REGULATOR,
        'adjustable_regulator' => self::REGULATOR,
        'electrolytic' => self::ELECTROLYTIC,
        'tantalum' => [
            'Ripple and inrush: it wants three times its working volts of headroom where current is not limited.',
            'A leak heats it: replace it.',
        ],
        'transformer' => self::WINDING,
        'flyback' => self::WINDING,
        'forward' => self::WINDING,
        'half_bridge' => self::WINDING,
        'inductor' => [
            'Current squared times its resistance; with ripple its core heats as well.',
            'Is it the value and the core that was there?',
        ],
        'common_mode_choke' => ['Mains current squared times its resistance.'],
        'resistor' => [
            'Volts squared over ohms, or current squared times ohms: compare with its rating, and with twice that.',
            'Has its value drifted? Heat does that first.',
            'Clear of the board, and of any capacitor.',
        ],
        'varistor' => ['A warm varistor is worn: replace it.', 'Rated above the highest line: 275 or 320 V for 230 V.'],
        'ntc' => ['It works by being hot. Hotter than its data sheet says: more current than it is for.'],
        'fuse' => [
            'Its clips: springs that have lost their force heat it more than the current.',
            'Is the current what the rating is for?',
        ],
        'connector' => ['Crimp, spring and solder of the hot pin: voltage drop across it at full load.'],
        'switch' => ['Voltage drop across its contacts at full load.'],
        'relay' => ['Voltage drop across its contacts, and its coil voltage.'],
        'joint' => ['Resolder it with fresh solder; look for a crack around the pin.'],
        'zener' => ['Volts times what is left of the current when the load takes least.'],
        'fan' => ['Does it turn freely, and the right way round?'],
    ];

    /** Rises in kelvin that are nothing to worry about. */
    private const MEANT = [
        'ntc' => [100.0, 'an inrush thermistor works hot'],
        'ptc' => [100.0, 'it works by being hot'],
        'bridge' => [50.0, 'an output rectifier is hot by trade'],
        'diode' => [50.0, 'an output rectifier is hot by trade'],
        'fast_diode' => [50.0, 'an output rectifier is hot by trade'],
        'ultrafast_diode' => [50.0, 'an output rectifier is hot by trade'],
        'schottky' => [50.0, 'an output rectifier is hot by trade'],
        'resistor' => [80.0, 'a bleeder or dropper is meant to be hot'],
        'lamp' => [150.0, 'a lamp'],
        'valve' => [180.0, 'a valve'],
        'heater' => [200.0, 'a heater'],
    ];

    /** Share of its rise that must be its own doing for it to be meant to be hot. */
    private const OWN = 0.4;

    /** @return list<string> */
    public static function of(Part $part): array
    {
        return self::ADVICE[$part->kind->name()] ?? ['Compare what it carries with its rating, and with a twin.'];
    }

    /**
     * @param float $watts that a good unit turns into heat there
     *
     * @return string|null why so much above the room is normal for it; null if it is not
     */
    public static function meant(Part $part, float $rise, float $watts): ?string
    {
        [$kelvin, $why] = self::MEANT[$part->kind->name()] ?? [0.0, ''];

        return $why !== '' && $rise > 30.0 && $rise <= $kelvin && Warmth::rise($part, $watts) > self::OWN * $rise
            ? $why
            : null;
    }
}

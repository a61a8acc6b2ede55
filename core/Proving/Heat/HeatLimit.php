<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Heat;

use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/**
 * How hot the outside of a part may be for years, by kind: data-sheet maxima less what lies between case and core (from
 * memory unless a standard is named). What the description says of a part's own class wins.
 */
final readonly class HeatLimit
{
    /** Degrees Celsius on the outside, and why. */
    private const LIMITS = [
        'transformer' => [90.0, 'class A winding, 105 °C at the hot spot (IEC 60085), the outside some 15 K cooler'],
        'flyback' => [95.0, 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)'],
        'forward' => [95.0, 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)'],
        'half_bridge' => [95.0, 'ferrite core and class B winding, 130 °C at the hot spot (IEC 60085)'],
        'inductor' => [95.0, 'enamelled wire and core, class B (IEC 60085)'],
        'common_mode_choke' => [90.0, 'winding on the mains side, class A (IEC 60085)'],
        'bridge' => [110.0, 'junction 150 °C'],
        'diode' => [110.0, 'junction 150 °C'],
        'fast_diode' => [110.0, 'junction 150 °C'],
        'ultrafast_diode' => [110.0, 'junction 150 °C'],
        'schottky' => [95.0, 'junction 125 °C; its leakage runs away when hot'],
        'synchronous_rectifier' => [105.0, 'junction 150 °C'],
        'zener' => [110.0, 'junction 150 °C'],
        'tvs' => [110.0, 'junction 150 °C'],
        'transistor' => [100.0, 'junction 150 °C, case through its insulator'],
        'mosfet' => [100.0, 'junction 150 °C, case through its insulator'],
        'thyristor' => [90.0, 'junction 125 °C'],
        'regulator' => [100.0, 'junction 125 °C, then its thermal protection cuts in'],
        'adjustable_regulator' => [100.0, 'junction 125 °C, then its thermal protection cuts in'],
        'integrated_switcher' => [100.0, 'junction 125 to 150 °C, then its thermal protection cuts in'],
        'pwm_controller' => [85.0, 'rated for 70 to 85 °C around it'],
        'optocoupler' => [85.0, 'its transfer ratio ages with heat'],
        'shunt_reference' => [85.0, 'its reference drifts'],
        'op_amp' => [85.0, 'rated for 70 to 85 °C around it'],
        'tantalum' => [85.0, 'derated to two thirds of its volts above'],
        'film_capacitor' => [100.0, 'film softens'],
        'x_capacitor' => [100.0, 'climatic category 40/100 (IEC 60384-14)'],
        'y_capacitor' => [100.0, 'climatic category 40/100 (IEC 60384-14)'],
        'ceramic_capacitor' => [105.0, 'temperature class'],
        'capacitor' => [85.0, 'temperature class'],
        'paper_suppressor' => [70.0, 'paper and cast resin'],
        'resistor' => [155.0, 'film on its hottest spot'],
        'ntc' => [200.0, 'it works by being hot'],
        'ptc' => [150.0, 'it works by being hot'],
        'varistor' => [60.0, 'a healthy one stays cold'],
        'fuse' => [90.0, 'its holder and its own rating'],
        'connector' => [85.0, 'its springs lose their force'],
        'switch' => [85.0, 'its springs lose their force'],
        'relay' => [85.0, 'coil and plastics'],
        'joint' => [90.0, 'solder ages'],
        'led' => [85.0, 'junction 125 °C'],
        'valve' => [220.0, 'glass of a power valve; data books give 220 to 250 °C'],
        'picture_tube' => [80.0, 'its neck and yoke'],
        'lamp' => [250.0, 'glass of a filament lamp, it works by being hot'],
        'heater' => [250.0, 'it works by being hot'],
        'potentiometer' => [85.0, 'its track and grease'],
        'trimmer' => [85.0, 'its track and wiper'],
        'selector' => [85.0, 'its springs lose their force'],
        'wire' => [70.0, 'PVC insulation (IEC 60227)'],
        'trace' => [105.0, 'laminate, glass transition at 130 °C'],
        'thermal_switch' => [90.0, 'near what it opens at it opens'],
        'spark_gap' => [105.0, 'a healthy one stays cold'],
        'pfc' => [100.0, 'choke of class B, switch with a junction of 150 °C'],
        'dc_converter' => [95.0, 'case of a converter module'],
        'current_driver' => [100.0, 'junction 125 to 150 °C, then its thermal protection cuts in'],
        'fan' => [70.0, 'bearing grease'],
        'battery' => [60.0, 'cells swell and age above'],
        'mains' => [70.0, 'inlet and its wires'],
        'variable_transformer' => [90.0, 'class A winding, and brushes'],
        'bench_supply' => [60.0, 'its own case'],
        'load' => [85.0, 'usual class of what hangs on an output'],
        'current_load' => [85.0, 'usual class of what hangs on an output'],
        'power_load' => [85.0, 'usual class of what hangs on an output'],
        // Unmarked ones are of the lower class until somebody has looked.
        'electrolytic' => [85.0, 'class not described: 85 °C is assumed'],
    ];

    /** Wire-wound ones on stand-offs (IEC 60115-4, from memory). */
    private const WIREWOUND = [275.0, 'wire-wound; keep it clear of the board and of capacitors'];

    private function __construct(public float $celsius, public string $why) {}

    public static function of(Part $part): self
    {
        $own = self::written($part);
        if ($own !== null) {
            return new self($own, sprintf('its own class, %s', Quantity::write($own, Unit::Celsius)));
        }
        [$celsius, $why] =
            $part->kind->name() === 'resistor' && ($part->choices['style'] ?? '') === 'wirewound'
                ? self::WIREWOUND
                : self::LIMITS[$part->kind->name()];

        return new self($celsius, $why);
    }

    /** @return list<string> names of the kinds that have a limit: all of them, and a test sees to it */
    public static function kinds(): array
    {
        return array_keys(self::LIMITS);
    }

    /** @return float|null degrees Celsius that the description's body states */
    public static function written(Part $part): ?float
    {
        $text = is_array($part->written['body'] ?? null) ? $part->written['body']['temperature'] ?? null : null;
        try {
            return is_scalar($text) ? Quantity::parse((string) $text, Unit::Celsius)->value : null;
        } catch (UnreadableQuantity) {
            return null;
        }
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

/**
 * What a wire carries, for supplies whose rating nobody knows.
 *
 * Diameters by number: d = 0.127 mm * 92^((36 - n) / 39) (ASTM B258). Two rules, the lower of which counts: single
 * conductors in a duct at 40 °C (IEC 60204-1:2016, table 6, column B1, from memory), and 700 circular mils to the
 * ampere for windings and bundled wires (American handbooks' power transmission rule, from memory). Both are
 * conservative for a short wire in open air. More cautious people give a wire in a closed chassis 2.1 A to the square
 * millimetre (common practice); that is taken where nobody chose.
 */
final class WireGauge
{
    /** One circular mil is 5.067e-4 mm². */
    private const MM2_PER_AMPERE = 700 * 5.067e-4;

    public const CHASSIS = 'chassis';

    public const DUCT = 'duct';

    public const SCHOOLS = [
        self::CHASSIS => 'bundled in a chassis: 2.1 A per mm² (common practice), the cautious school',
        self::DUCT => self::SOURCE,
    ];

    private const CAUTIOUS = 2.1;

    /** Degrees of the air that the rules are for, and what common insulations stand (IEC 60204-1, from memory). */
    private const AMBIENT = 40.0;

    private const USUAL_INSULATION = 70.0;

    public const INSULATIONS = ['pvc' => 70.0, 'xlpe' => 90.0, 'silicone' => 180.0];

    /** Share that each of so many loaded wires side by side carries (IEC 60364-5-52, table B.52.17, from memory). */
    private const BUNDLE = [
        1 => 1.0,
        2 => 0.8,
        3 => 0.7,
        4 => 0.65,
        5 => 0.6,
        6 => 0.57,
        7 => 0.54,
        8 => 0.52,
        9 => 0.5,
    ];

    public const SOURCE =
        'the lower of IEC 60204-1:2016 table 6 column B1 and 700 circular mils to the ampere (both from ' . 'memory)';

    /** @return float millimetres of bare solid conductor; -1 is 00, -3 is 0000 */
    public static function diameter(int $gauge): float
    {
        return 0.127 * 92 ** ((36 - $gauge) / 39);
    }

    /** @param float $millimetres of bare conductor */
    public static function area(float $millimetres): float
    {
        return (M_PI * $millimetres ** 2) / 4;
    }

    /**
     * Heat goes with the square of the current and away with the difference to the air: I ~ sqrt(T - ambient).
     *
     * @param string $school     one of SCHOOLS
     * @param float  $ambient    degrees Celsius of the air around it
     * @param string $insulation one of INSULATIONS
     * @param int    $wires      loaded ones in one bundle
     *
     * @return float amperes that it carries for hours; 0 where its insulation stands no more heat
     */
    public static function amperes(
        float $millimetres,
        string $school = self::CHASSIS,
        float $ambient = self::AMBIENT,
        string $insulation = 'pvc',
        int $wires = 1,
    ): float {
        $area = self::area($millimetres);
        $usual =
            $school === self::CHASSIS ? self::CAUTIOUS * $area : min($area / self::MM2_PER_AMPERE, self::inDuct($area));
        $room = max(0.0, self::INSULATIONS[$insulation] - $ambient);
        $bundle = self::BUNDLE[max(1, min($wires, 9))];

        $warmth = sqrt($room / (self::USUAL_INSULATION - self::AMBIENT));

        // The cautious rule has its bundle in it already, and takes nothing from better insulation.
        return $usual * ($school === self::CHASSIS ? min(1.0, $warmth) : $warmth * $bundle);
    }

    /** Between the table's rows by the power of the area that joins them; beyond its ends by the nearest two. */
    private static function inDuct(float $area): float
    {
        $areas = array_map(floatval(...), array_keys(self::table()));
        $k = 1;
        while ($k < count($areas) - 1 && $areas[$k] < $area) {
            $k++;
        }
        [$a, $b] = [self::table()[(string) $areas[$k - 1]], self::table()[(string) $areas[$k]]];
        $power = log($b / $a) / log($areas[$k] / $areas[$k - 1]);

        return $a * ($area / $areas[$k - 1]) ** $power;
    }

    /** @return array<int|string, float> amperes by square millimetres */
    private static function table(): array
    {
        // Keys with a point would be cut to whole numbers in a constant array.
        return [
            '0.75' => 8.6,
            '1' => 10.3,
            '1.5' => 13.5,
            '2.5' => 18.3,
            '4' => 24.0,
            '6' => 31.0,
            '10' => 44.0,
            '16' => 59.0,
        ];
    }
}

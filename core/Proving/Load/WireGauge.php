<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

/**
 * What a wire carries, for supplies whose rating nobody knows.
 *
 * Diameters by number: d = 0.127 mm * 92^((36 - n) / 39) (ASTM B258). Two rules, the lower of which counts: single
 * conductors in a duct at 40 °C (IEC 60204-1:2016, table 6, column B1, from memory), and 700 circular mils to the
 * ampere for windings and bundled wires (American handbooks' power transmission rule, from memory). Both are
 * conservative for a short wire in open air.
 */
final class WireGauge
{
    /** One circular mil is 5.067e-4 mm². */
    private const MM2_PER_AMPERE = 700 * 5.067e-4;

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

    /** @return float amperes that it carries for hours */
    public static function amperes(float $millimetres): float
    {
        $area = self::area($millimetres);

        return min($area / self::MM2_PER_AMPERE, self::inDuct($area));
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

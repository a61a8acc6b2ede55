<?php

declare(strict_types=1);

namespace Oculant\Core\Quantity;

/**
 * Rings on resistors, IEC 60062: two or three figures, a multiplier, a tolerance, and on six rings a temperature
 * coefficient. Three rings are two figures and a multiplier with 20 %.
 */
final readonly class ColourCode
{
    private const FIGURES = [
        'black' => 0,
        'brown' => 1,
        'red' => 2,
        'orange' => 3,
        'yellow' => 4,
        'green' => 5,
        'blue' => 6,
        'violet' => 7,
        'grey' => 8,
        'white' => 9,
    ];

    private const POWERS = self::FIGURES + ['gold' => -1, 'silver' => -2, 'pink' => -3];

    /** Ratios; none is 20 %. */
    private const TOLERANCES = [
        'brown' => 0.01,
        'red' => 0.02,
        'orange' => 0.0005,
        'yellow' => 0.0002,
        'green' => 0.005,
        'blue' => 0.0025,
        'violet' => 0.001,
        'grey' => 0.0001,
        'gold' => 0.05,
        'silver' => 0.1,
    ];

    /** Parts per million per kelvin. */
    private const TEMPCOS = [
        'black' => 250.0,
        'brown' => 100.0,
        'red' => 50.0,
        'orange' => 15.0,
        'yellow' => 25.0,
        'green' => 20.0,
        'blue' => 10.0,
        'violet' => 5.0,
        'grey' => 1.0,
    ];

    /**
     * @param float      $ohms
     * @param float      $tolerance ratio
     * @param float|null $tempco    parts per million per kelvin
     */
    private function __construct(public float $ohms, public float $tolerance, public ?float $tempco) {}

    public static function isColour(string $word): bool
    {
        return isset(self::POWERS[self::plain($word)]);
    }

    /**
     * @param list<string> $rings from the end nearer to them
     *
     * @throws UnreadableQuantity if there are not three to six, or one cannot stand where it stands
     */
    public static function read(array $rings): self
    {
        $rings = array_map(self::plain(...), $rings);
        $count = count($rings);
        $figures = $count >= 5 ? 3 : 2;
        $value = 0;
        for ($k = 0; $k < $figures; $k++) {
            $value = 10 * $value + (self::FIGURES[$rings[$k] ?? ''] ?? throw UnreadableQuantity::rings($rings));
        }
        $power = self::POWERS[$rings[$figures] ?? ''] ?? throw UnreadableQuantity::rings($rings);
        $tolerance =
            $count === 3
                ? 0.2
                : self::TOLERANCES[$rings[$figures + 1] ?? ''] ?? throw UnreadableQuantity::rings($rings);
        if ($count > 6 || $value === 0) {
            throw UnreadableQuantity::rings($rings);
        }
        $tempco = $count === 6 ? self::TEMPCOS[$rings[5]] ?? throw UnreadableQuantity::rings($rings) : null;

        return new self((float) sprintf('%.6g', $value * 10 ** $power), $tolerance, $tempco);
    }

    private static function plain(string $word): string
    {
        return ['gray' => 'grey', 'purple' => 'violet'][mb_strtolower($word)] ?? mb_strtolower($word);
    }
}

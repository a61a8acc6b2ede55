<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

/** A description with a part more: one that a repair fitted where none was. */
final class GrownDescription
{
    /** Letter before the number, by kind (IEC 81346-2); resistors, capacitors and the rest by their first ones. */
    private const LETTERS = ['resistor' => 'R', 'fuse' => 'F', 'inductor' => 'L', 'lamp' => 'LA', 'led' => 'LED'];

    /**
     * @param array<string, mixed> $written a description
     * @param array<string, mixed> $row     a part as descriptions write it
     * @param string               $notes   why it is there
     *
     * @return array{array<string, mixed>, string} the description, and the reference that the part has in it
     *
     * @throws DescriptionRefused if the part does not fit into it, for example where a node has another name
     */
    public static function with(array $written, array $row, string $notes): array
    {
        $taken = array_column($written['parts'], 'ref');
        $letter = self::letter((string) $row['kind']);
        $number = 1;
        foreach ($taken as $ref) {
            if (preg_match("/^{$letter}(\\d+)$/", (string) $ref, $found) === 1) {
                $number = max($number, 1 + (int) $found[1]);
            }
        }
        $row = ['ref' => "{$letter}{$number}", 'notes' => $notes] + $row;
        $written['parts'][] = $row;

        return [DescriptionReader::fromArray($written)->written, $row['ref']];
    }

    private static function letter(string $kind): string
    {
        return self::LETTERS[$kind] ??
            match (true) {
                str_contains($kind, 'capacitor'), in_array($kind, ['electrolytic', 'tantalum'], true) => 'C',
                str_contains($kind, 'diode'), in_array($kind, ['schottky', 'zener', 'tvs'], true) => 'D',
                default => 'X',
            };
    }
}

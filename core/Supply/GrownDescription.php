<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\PartKinds;

/** A description with a part more: one that a repair fitted where none was. */
final class GrownDescription
{
    /** Letter of what is none of the kinds; the reader refuses it with the list of them. */
    private const UNKNOWN = 'X';

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
        $letter = PartKinds::named((string) $row['kind'])?->profile()->letter ?? self::UNKNOWN;
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
}

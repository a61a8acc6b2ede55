<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/** Reads the fields that several kinds of entry share. */
final class Payload
{
    /**
     * @param array<mixed> $payload
     *
     * @throws EntryRefused if the field is missing, empty or too long
     */
    public static function text(array $payload, string $field, string $what, int $most = 1000): string
    {
        $given = $payload[$field] ?? null;
        if (!is_string($given) || trim($given) === '') {
            throw EntryRefused::because($field, "Write {$what}.");
        }
        if (mb_strlen($given) > $most) {
            throw EntryRefused::because(
                $field,
                sprintf('That is %d characters; at most %d are kept. Shorten it.', mb_strlen($given), $most),
            );
        }

        return trim($given);
    }

    /**
     * @param array<mixed> $payload
     *
     * @throws EntryRefused if the supply has no such part
     */
    public static function part(array $payload, Description $supply): string
    {
        $given = $payload['part'] ?? null;
        $known = is_string($given) ? self::reference(trim($given), $supply) : null;
        if ($known !== null) {
            return $known;
        }

        throw EntryRefused::because(
            'part',
            sprintf(
                'There is no part "%s" in this supply. It has: %s.',
                is_scalar($given) ? (string) $given : '',
                implode(', ', array_keys($supply->parts)),
            ),
        );
    }

    /**
     * A part of the supply, or one that only the list of a recap knows.
     *
     * @param array<mixed> $payload
     *
     * @throws EntryRefused if there is neither
     */
    public static function partOrListed(array $payload, Description $supply, BenchState $state): string
    {
        $given = is_string($payload['part'] ?? null) ? trim($payload['part']) : '';

        return isset($state->listed[$given]) ? $given : self::part($payload, $supply);
    }

    /** The part that a word names, in the description's own spelling. */
    public static function reference(string $word, Description $supply): ?string
    {
        foreach (array_keys($supply->parts) as $ref) {
            if (strcasecmp((string) $ref, $word) === 0) {
                return (string) $ref;
            }
        }

        return null;
    }

    /**
     * A few words that may be missing.
     *
     * @param array<mixed> $payload
     */
    public static function remark(array $payload, string $field, int $most = 500): string
    {
        return is_string($payload[$field] ?? null) ? mb_substr(trim($payload[$field]), 0, $most) : '';
    }

    /**
     * @param array<mixed>           $payload
     * @param non-empty-list<string> $known
     *
     * @throws EntryRefused if it is none of them
     */
    public static function choice(array $payload, string $field, array $known): string
    {
        $given = $payload[$field] ?? null;

        return is_string($given) && in_array($given, $known, true)
            ? $given
            : throw EntryRefused::because($field, sprintf('%s is one of: %s.', ucfirst($field), implode(', ', $known)));
    }

    /**
     * A quantity above zero, as a number or as technicians write it.
     *
     * @param array<mixed> $payload
     * @param float        $most in the unit's SI unit
     *
     * @throws EntryRefused if it cannot be read, is not above zero, or is beyond what there is
     */
    public static function quantity(array $payload, string $field, Unit $unit, float $most, string $what): float
    {
        $given = $payload[$field] ?? null;
        try {
            $value = Quantity::parse(is_scalar($given) ? (string) $given : '', $unit)->value;
        } catch (UnreadableQuantity $e) {
            $why = is_string($given) && str_contains($given, ',') ? " {$e->getMessage()}" : '';
            throw EntryRefused::because($field, sprintf('Write %s, for example %s.', $what, $unit->example()) . $why);
        }

        return $value > 0.0 && $value <= $most
            ? $value
            : throw EntryRefused::because(
                $field,
                sprintf(
                    '%s for %s is out of range: above 0, up to %s.',
                    Quantity::write($value, $unit),
                    $what,
                    Quantity::write($most, $unit),
                ),
            );
    }
}

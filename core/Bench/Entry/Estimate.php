<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Supply\Description;

/** What the work may cost and what stands against it; the newest counts. */
final class Estimate implements EntryKind
{
    /**
     * Numbers that may be given, with the most of each: money in the workshop's currency, hours, and the data of a
     * modern supply.
     */
    public const FIELDS = [
        'hours' => ['hours of work', 1000.0],
        'rate' => ['price of an hour', 10_000.0],
        'parts' => ['price of the parts', 1e6],
        'ceiling' => ['the most the owner will pay', 1e6],
        'quote' => ['a quote from elsewhere', 1e6],
        'worth' => ['what the unit is worth working', 1e7],
        'module' => ['price of a replacement module', 1e6],
        'moduleHours' => ['hours to swap the module', 1000.0],
        'modern' => ['price of a modern supply', 1e6],
        'modernHours' => ['hours to fit a modern supply', 1000.0],
        'volts' => ['its output voltage', 2000.0],
        'amperes' => ['its output current', 1000.0],
        'ripple' => ['its ripple in volts', 100.0],
        'isolation' => ['its isolation in volts', 20_000.0],
        'length' => ['its length in millimetres', 5000.0],
        'room' => ['the room in millimetres', 5000.0],
    ];

    public function name(): string
    {
        return 'estimate';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $read = [];
        foreach (self::FIELDS as $field => [$what, $most]) {
            $given = $payload[$field] ?? '';
            if ($given === '') {
                continue;
            }
            if (is_string($given) && preg_match('/^\d+,\d+$/', trim($given)) === 1) {
                throw EntryRefused::because(
                    $field,
                    sprintf('"%s" has a decimal comma. Write "%s".', $given, str_replace(',', '.', $given)),
                );
            }
            if (!is_numeric($given) || (float) $given < 0.0 || (float) $given > $most) {
                throw EntryRefused::because(
                    $field,
                    sprintf(
                        '"%s" for %s: a number from 0 to %s; leave it empty if nobody knows.',
                        is_scalar($given) ? (string) $given : '',
                        $what,
                        number_format($most, 0, '', ' '),
                    ),
                );
            }
            $read[$field] = (float) $given;
        }
        if ($read === []) {
            throw EntryRefused::because('hours', 'Give at least one number: the hours and the parts to begin with.');
        }

        return $read;
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->estimate = array_map(floatval(...), $entry->payload);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;

        return 'Estimate: ' .
            implode(
                ', ',
                array_map(
                    static fn(string $field): string => self::FIELDS[$field][0] . ' ' . $p[$field],
                    array_values(array_intersect(array_keys(self::FIELDS), array_keys($p))),
                ),
            );
    }
}

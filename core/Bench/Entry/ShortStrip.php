<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * Readings at the parts along a shorted rail, in the order of the strip: milliohms, or millivolts at an injected
 * current. Repeats of one part stand beside each other, separated by spaces.
 */
final class ShortStrip implements EntryKind
{
    public const METHODS = [
        'milliohm' => 'milliohm meter, probes at each part',
        'injected' => 'current injected at the first part, millivolts at each',
    ];

    private const MOST = 40;

    /**
     * Above this an injected current can burn track or part (common practice: begin with a tenth to a quarter of an
     * ampere).
     */
    private const MOST_AMPERES = 5.0;

    public function name(): string
    {
        return 'short';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'readings',
                'The unit is recorded as energised. Unplug and discharge it first.',
            );
        }
        $method = Payload::choice($payload, 'method', array_keys(self::METHODS));
        $amperes = $method === 'injected' ? self::quantity($payload, 'current', Unit::Ampere) : 1.0;
        if ($amperes > self::MOST_AMPERES) {
            throw EntryRefused::because(
                'current',
                sprintf(
                    '%s is more than a short on a board should carry: begin with 0.1 to 0.25 A at a few volts, ' .
                        'and stay below %s.',
                    Quantity::write($amperes, Unit::Ampere),
                    Quantity::write(self::MOST_AMPERES, Unit::Ampere),
                ),
            );
        }
        $rows = $payload['readings'] ?? null;
        if (!is_array($rows) || count($rows) < 2 || count($rows) > self::MOST) {
            throw EntryRefused::because(
                'readings',
                sprintf(
                    'Give the readings at 2 to %d parts, in the order in which they stand along the rail.',
                    self::MOST,
                ),
            );
        }
        $readings = [];
        foreach (array_values($rows) as $row) {
            $readings[] = [
                'part' => Payload::part(is_array($row) ? $row : [], $supply),
                'ohms' => self::values(is_array($row) ? $row : [], $amperes),
            ];
        }
        if (count(array_unique(array_column($readings, 'part'))) < count($readings)) {
            throw EntryRefused::because(
                'readings',
                'Each part stands once along the strip; write its repeats in one field, separated by spaces.',
            );
        }

        return [
            'method' => $method,
            // What a voltmeter resolves is volts: as ohms it depends on the current.
            'resolution' =>
                $method === 'injected'
                    ? self::quantity($payload, 'resolution', Unit::Volt) / $amperes
                    : self::quantity($payload, 'resolution', Unit::Ohm),
            'amperes' => $amperes,
            'readings' => $readings,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        /** @var non-empty-list<array{part: string, ohms: non-empty-list<float>}> $readings */
        $readings = array_map(
            static fn(array $r): array => [
                'part' => (string) $r['part'],
                'ohms' => array_map(floatval(...), $r['ohms']),
            ],
            $entry->payload['readings'],
        );
        $state->shorts[] = [
            'entry' => $entry->id,
            'method' => (string) $entry->payload['method'],
            'resolution' => (float) $entry->payload['resolution'],
            'readings' => $readings,
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Short along ' .
            implode(
                ', ',
                array_map(
                    static fn(array $r): string => sprintf(
                        '%s %.4g mΩ',
                        $r['part'],
                        (1e3 * array_sum($r['ohms'])) / count($r['ohms']),
                    ),
                    $entry->payload['readings'],
                ),
            );
    }

    /**
     * @param array<mixed> $row
     *
     * @return non-empty-list<float> ohms
     */
    private static function values(array $row, float $amperes): array
    {
        $values = [];
        foreach (
            preg_split(
                '/\s+/',
                trim(is_scalar($row['text'] ?? null) ? (string) $row['text'] : ''),
                -1,
                PREG_SPLIT_NO_EMPTY,
            ) ?:
            []
            as $text
        ) {
            if (!is_numeric($text) || (float) $text < 0) {
                throw EntryRefused::because(
                    'readings',
                    sprintf(
                        'Cannot read "%s". Write plain numbers, in milliohms or millivolts, repeats separated ' .
                            'by spaces: "31 30.8".',
                        $text,
                    ),
                );
            }
            $values[] = ((float) $text * 1e-3) / $amperes;
        }

        return $values === []
            ? throw EntryRefused::because(
                'readings',
                'One of the parts has no reading. Leave out what was not measured.',
            )
            : $values;
    }

    /** @param array<mixed> $payload */
    private static function quantity(array $payload, string $field, Unit $unit): float
    {
        try {
            $value = Quantity::parse(is_scalar($payload[$field] ?? null) ? (string) $payload[$field] : '', $unit)
                ->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because($field, $e->getMessage());
        }

        return $value > 0
            ? $value
            : throw EntryRefused::because($field, ucfirst($field) . ' must be greater than zero.');
    }
}

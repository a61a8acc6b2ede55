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

/** A point of a calibration: what the meter shows, perhaps across a shunt, and what the unit's own display shows. */
final class Calibration implements EntryKind
{
    public const PHASES = ['as_found' => 'as found', 'as_left' => 'as left', 'second' => 'second pass'];

    public function name(): string
    {
        return 'calibration';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if (!$state->power->isEnergised()) {
            throw EntryRefused::because(
                'read',
                'The unit is recorded as unplugged: nothing can be calibrated. Record the power first.',
            );
        }
        $unit =
            Payload::choice(['unit' => $payload['unit'] ?? 'V'], 'unit', ['V', 'A']) === 'A'
                ? Unit::Ampere
                : Unit::Volt;
        $shunt =
            is_array($payload['shunt'] ?? null) && ($payload['shunt']['ohms'] ?? '') !== '' ? $payload['shunt'] : null;
        $number = static fn(array $from, string $field, Unit $as): float => self::number($from, $field, $as);
        [$nominal, $low, $high] = [
            $number($payload, 'nominal', $unit),
            $number($payload, 'low', $unit),
            $number($payload, 'high', $unit),
        ];
        if ($low >= $high || $nominal < $low || $nominal > $high) {
            throw EntryRefused::because(
                'low',
                sprintf('The limits %s to %s do not hold the setting %s.', $low, $high, $nominal),
            );
        }

        return [
            'phase' => Payload::choice($payload, 'phase', array_keys(self::PHASES)),
            'point' => Payload::text($payload, 'point', 'which point, for example "TP4" or "output 2, 10 V"', 60),
            'unit' => $unit->value,
            'nominal' => $nominal,
            'low' => $low,
            'high' => $high,
            'read' => $number($payload, 'read', $shunt === null ? $unit : Unit::Volt),
            'shown' => ($payload['shown'] ?? '') === '' ? null : $number($payload, 'shown', $unit),
            'shunt' =>
                $shunt === null
                    ? null
                    : [
                        'ohms' => Payload::quantity($shunt, 'ohms', Unit::Ohm, 1e4, 'the shunt in ohms'),
                        'tolerance' => $number(['tolerance' => $shunt['tolerance'] ?? '1 %'], 'tolerance', Unit::Ratio),
                        'four_wire' => (bool) ($shunt['four_wire'] ?? false),
                    ],
            'minutes' => is_numeric($payload['minutes'] ?? null) ? max(0.0, (float) $payload['minutes']) : 0.0,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        $state->calibrations[] = [
            'entry' => $entry->id,
            'phase' => (string) $p['phase'],
            'point' => (string) $p['point'],
            'unit' => (string) $p['unit'],
            'nominal' => (float) $p['nominal'],
            'low' => (float) $p['low'],
            'high' => (float) $p['high'],
            'read' => (float) $p['read'],
            'shown' => $p['shown'] === null ? null : (float) $p['shown'],
            'shunt' => $p['shunt'],
            'minutes' => (float) $p['minutes'],
            'replaced' => $state->replaced(),
            'profile' => $entry->payload['profile'] ?? null,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;

        return sprintf(
            'Calibration %s, %s: %s%s',
            self::PHASES[$p['phase']] ?? $p['phase'],
            $p['point'],
            Quantity::write(
                (float) $p['read'],
                $p['unit'] === 'A' && $p['shunt'] === null ? Unit::Ampere : Unit::Volt,
                5,
            ),
            $p['shunt'] === null ? '' : ' across ' . Quantity::write((float) $p['shunt']['ohms'], Unit::Ohm),
        );
    }

    /** @param array<mixed> $from */
    private static function number(array $from, string $field, Unit $unit): float
    {
        $given = $from[$field] ?? '';
        try {
            return Quantity::read($given, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because($field, $e->getMessage());
        }
    }
}

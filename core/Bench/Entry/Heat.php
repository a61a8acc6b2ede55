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

/** How hot a part is after a few minutes of running: by thermocouple or thermal camera, never by finger. */
final class Heat implements EntryKind
{
    /** Degrees Celsius that a part on a bench can have. */
    private const RANGE = [-20.0, 400.0];

    public function name(): string
    {
        return 'heat';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $part = Payload::part($payload, $supply);
        $room = $payload['room'] ?? null;

        return [
            'part' => $part,
            'celsius' => self::degrees(
                $payload['text'] ?? null,
                'text',
                'Type the temperature that the probe or camera shows, for example 85C.',
            ),
            'room' =>
                $room === null || $room === ''
                    ? $state->room
                    : self::degrees($room, 'room', 'Type the temperature of the room, for example 22C.'),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->heats[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'celsius' => (float) $entry->payload['celsius'],
            'rise' => (float) $entry->payload['celsius'] - (float) $entry->payload['room'],
            'mode' => $state->mode,
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            '%s %s with the room at %s',
            $entry->payload['part'],
            Quantity::write((float) $entry->payload['celsius'], Unit::Celsius),
            Quantity::write((float) $entry->payload['room'], Unit::Celsius),
        );
    }

    /** @throws EntryRefused */
    public static function degrees(mixed $given, string $field, string $ask): float
    {
        try {
            $celsius = Quantity::parse(is_scalar($given) ? trim((string) $given) : '', Unit::Celsius)->value;
        } catch (UnreadableQuantity) {
            throw EntryRefused::because($field, $ask);
        }
        if ($celsius < self::RANGE[0] || $celsius > self::RANGE[1]) {
            throw EntryRefused::because(
                $field,
                sprintf(
                    '%s is not a temperature that a part on the bench has; %d to %d °C is read.',
                    Quantity::write($celsius, Unit::Celsius),
                    (int) self::RANGE[0],
                    (int) self::RANGE[1],
                ),
            );
        }

        return $celsius;
    }
}

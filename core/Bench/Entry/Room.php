<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/** How warm the room is; what was said last holds for the temperatures of parts that come after it. */
final class Room implements EntryKind
{
    /** Degrees Celsius of a workshop that nobody measured (common practice). */
    public const USUAL = 22.0;

    public function name(): string
    {
        return 'room';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        return [
            'celsius' => Heat::degrees(
                $payload['text'] ?? null,
                'text',
                'Type the temperature of the room, for example 22C.',
            ),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->room = (float) $entry->payload['celsius'];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'The room has ' . Quantity::write((float) $entry->payload['celsius'], Unit::Celsius);
    }
}

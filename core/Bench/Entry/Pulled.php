<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Follows;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\PulledPin;
use Oculant\Core\Supply\Description;

/** "u11 fb low: stops": a pin held low for a moment, and what followed. */
final class Pulled implements EntryKind
{
    public function name(): string
    {
        return 'pulled';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $part = $supply->part(Payload::part($payload, $supply));
        $pin = mb_strtolower(Payload::text($payload, 'pin', '"fb"', 20));
        $pins = array_keys($part->terminals);
        if (!$part->has($pin) && !ctype_digit($pin)) {
            throw EntryRefused::because(
                'pin',
                sprintf(
                    'There is no pin "%s" on %s: its pins here are %s. A pin that is not described goes by its number.',
                    $pin,
                    $part->ref,
                    implode(', ', $pins),
                ),
            );
        }
        if ($part->has($pin) && PulledPin::against($part, $pin) === null) {
            throw EntryRefused::because(
                'pin',
                sprintf(
                    'What %s pin %s would be low against is not known. Record the lead as a jumper between two ' .
                        'points ("jumper tp3-tp5"), and then what you see.',
                    $part->ref,
                    $pin,
                ),
            );
        }
        if (!$state->power->isEnergised()) {
            throw EntryRefused::because(
                'follows',
                'The unit is recorded as unplugged: nothing can follow. Record the power first.',
            );
        }

        return [
            'part' => $part->ref,
            'pin' => $pin,
            'follows' => Payload::choice($payload, 'follows', array_column(Follows::cases(), 'value')),
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->pulled[] = new PulledPin(
            $entry->id,
            (string) $entry->payload['part'],
            (string) $entry->payload['pin'],
            Follows::from((string) $entry->payload['follows']),
            $state->mode,
            $state->context(),
            $state->replaced(),
        );
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return PulledPin::said(
            (string) $entry->payload['part'],
            (string) $entry->payload['pin'],
            Follows::from((string) $entry->payload['follows']),
        );
    }
}

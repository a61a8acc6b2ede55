<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/** A current through a resistor, by a clamp or a meter in its branch, rms. */
final class Current implements EntryKind
{
    /** Amperes that a clamp at a bench reads. */
    private const MOST = 1000.0;

    public function name(): string
    {
        return 'current';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        if (!($supply->part($ref)->kind instanceof Resistor)) {
            throw EntryRefused::because(
                'part',
                "{$ref} is no resistor. A current is read through a resistor, whose ohms make watts and volts of it; " .
                    'elsewhere measure the volts.',
            );
        }
        if (!$state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as unplugged: no current flows. Record the power first.',
            );
        }
        try {
            // In one field nobody presses shift for the unit.
            $text = (string) preg_replace('/a$/', 'A', Payload::text($payload, 'text', '"30mA"', 30));
            $amperes = abs(Quantity::parse($text, Unit::Ampere)->value);
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }
        if ($amperes > self::MOST) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    '%s through a resistor on a bench: at most %s is read.',
                    Quantity::write($amperes, Unit::Ampere),
                    Quantity::write(self::MOST, Unit::Ampere),
                ),
            );
        }

        return ['part' => $ref, 'amperes' => $amperes];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->currents[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'amperes' => (float) $entry->payload['amperes'],
            'mode' => $state->mode,
            'plain' => $state->context()->isPlain(),
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return sprintf(
            '%s carries %s',
            $entry->payload['part'],
            Quantity::write((float) $entry->payload['amperes'], Unit::Ampere),
        );
    }
}

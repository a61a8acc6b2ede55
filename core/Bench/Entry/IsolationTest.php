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

/** Mains side against output or case: insulation in ohms, or the current that flows from there to earth. */
final class IsolationTest implements EntryKind
{
    public const TESTS = [
        'resistance' => 'resistance from the mains side to output or case',
        'current' => 'touch current, from output or case to earth',
    ];

    public function name(): string
    {
        return 'isolation';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $test = Payload::choice($payload, 'test', array_keys(self::TESTS));
        if ($test === 'resistance' && $state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as energised. Insulation is measured with the plug out and the unit discharged.',
            );
        }
        $text = is_scalar($payload['text'] ?? null) ? trim((string) $payload['text']) : '';
        if ($test === 'resistance' && preg_match('/^(ol|open)$/i', $text) === 1) {
            return ['test' => $test, 'value' => 'OL'];
        }
        if ($test === 'current' && is_numeric($text) && (float) $text >= 0.01) {
            throw EntryRefused::because('text', sprintf('"%1$s" of what? Write "%1$s mA" or "%1$su".', $text));
        }
        try {
            $value = Quantity::parse($text, $test === 'current' ? Unit::Ampere : Unit::Ohm)->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }

        return $value >= 0
            ? ['test' => $test, 'value' => $value]
            : throw EntryRefused::because('text', 'It cannot be below zero.');
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->measureIsolation(
            (string) $entry->payload['test'],
            $entry->id,
            $entry->payload['value'] === 'OL' ? INF : (float) $entry->payload['value'],
            null,
        );
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $value = $entry->payload['value'];
        $text =
            $value === 'OL'
                ? 'OL'
                : Quantity::write((float) $value, $entry->payload['test'] === 'current' ? Unit::Ampere : Unit::Ohm);

        return ($entry->payload['test'] === 'current' ? 'Touch current ' : 'Isolation ') . $text;
    }
}

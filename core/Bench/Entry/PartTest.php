<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\BreaksDown;
use Oculant\Core\Parts\StoresCharge;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * A capacitor on its meter (capacitance, ESR or leakage, in circuit or with one leg lifted), or a zener under current.
 */
final class PartTest implements EntryKind
{
    /** Quantity and the unit it is typed in. */
    public const QUANTITIES = [
        'capacitance' => Unit::Farad,
        'esr' => Unit::Ohm,
        'leakage' => Unit::Ampere,
        'breakdown' => Unit::Volt,
    ];

    /** @return array<string, string> what a capacitor is tested for */
    public static function words(): array
    {
        return ['capacitance' => 'capacitance', 'esr' => 'ESR', 'leakage' => 'leakage at working voltage'];
    }

    public function name(): string
    {
        return 'part_test';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $ref = Payload::part($payload, $supply);
        $quantity = Payload::choice($payload, 'quantity', array_keys(self::QUANTITIES));
        $kind = $supply->part($ref)->kind;
        if ($quantity === 'breakdown' && !($kind instanceof BreaksDown)) {
            throw EntryRefused::because(
                'part',
                sprintf(
                    '%s has no zener voltage: measure it with ohms or the diode test.',
                    $supply->part($ref)->label(),
                ),
            );
        }
        if ($quantity !== 'breakdown' && !($kind instanceof StoresCharge)) {
            throw EntryRefused::because(
                'part',
                sprintf('%s is no capacitor: measure it with ohms or the diode test.', $supply->part($ref)->label()),
            );
        }
        if ($state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as energised. Unplug and discharge it first: a charged capacitor destroys ' .
                    'the meter.',
            );
        }
        // A zener is fed by itself: what stands beside it would take the current.
        $isLifted = $quantity === 'breakdown' || (bool) ($payload['lifted'] ?? false);
        if ($quantity === 'leakage' && !$isLifted) {
            throw EntryRefused::because(
                'lifted',
                'Leakage is measured at the working voltage with one leg lifted. Lift it, or measure ' .
                    'capacitance and ESR in circuit.',
            );
        }
        $text = is_scalar($payload['text'] ?? null) ? trim((string) $payload['text']) : '';
        if (preg_match('/^(ol|open)$/i', $text) === 1) {
            return ['part' => $ref, 'quantity' => $quantity, 'lifted' => $isLifted, 'value' => 'OL'];
        }
        if ($quantity === 'capacitance' && is_numeric($text) && (float) $text >= 1.0) {
            throw EntryRefused::because('text', sprintf('"%1$s" of what? Write %1$su, %1$sn or %1$sp.', $text));
        }
        try {
            $value = Quantity::parse($text, self::QUANTITIES[$quantity])->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }
        if ($value < 0) {
            throw EntryRefused::because(
                'text',
                sprintf('%s cannot be below zero.', ucfirst($quantity === 'esr' ? 'ESR' : $quantity)),
            );
        }

        return ['part' => $ref, 'quantity' => $quantity, 'lifted' => $isLifted, 'value' => $value];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->partTests[] = [
            'entry' => $entry->id,
            'part' => (string) $entry->payload['part'],
            'quantity' => (string) $entry->payload['quantity'],
            'lifted' => (bool) $entry->payload['lifted'],
            'value' => $entry->payload['value'] === 'OL' ? INF : (float) $entry->payload['value'],
            'replaced' => $state->replaced(),
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $quantity = (string) $entry->payload['quantity'];
        $value =
            $entry->payload['value'] === 'OL'
                ? 'OL'
                : Quantity::write((float) $entry->payload['value'], self::QUANTITIES[$quantity]);

        return sprintf(
            '%s %s %s, %s',
            $entry->payload['part'],
            $quantity === 'esr' ? 'ESR' : $quantity,
            $value,
            $entry->payload['lifted'] ? 'leg lifted' : 'in circuit',
        );
    }
}

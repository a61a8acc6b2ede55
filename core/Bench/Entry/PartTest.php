<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Parts\Ability\BreaksDown;
use Oculant\Core\Parts\Ability\StoresCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * A capacitor on its meter (capacitance, ESR or leakage, in circuit or with one leg lifted), a zener under current, or
 * any part by itself with ohms or the diode test.
 */
final class PartTest implements EntryKind
{
    /** Quantity and the unit it is typed in. */
    public const QUANTITIES = [
        'capacitance' => Unit::Farad,
        'esr' => Unit::Ohm,
        'leakage' => Unit::Ampere,
        'breakdown' => Unit::Volt,
        DeadCheck::RESISTANCE => Unit::Ohm,
        DeadCheck::DIODE => Unit::Volt,
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
        $payload += self::asTyped($payload, $supply);
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
        $isAlone = in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::DIODE], true);
        if (!$isAlone && $quantity !== 'breakdown' && !($kind instanceof StoresCharge)) {
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
        if ($isAlone && !$isLifted) {
            throw EntryRefused::because(
                'lifted',
                sprintf('In circuit that is a reading: write "%s 4k7" without more. By itself it is lifted.', $ref),
            );
        }
        if ($quantity === 'leakage' && !$isLifted) {
            throw EntryRefused::because(
                'lifted',
                'Leakage is measured at the working voltage with one leg lifted. Lift it, or measure ' .
                    'capacitance and ESR in circuit.',
            );
        }
        if ($isAlone) {
            return self::alone($payload, $supply, $ref, $quantity);
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

    /**
     * What is meant where only a value was typed: "47u" is a capacitance, "7R6" ohms, "0.62 diode" a diode test.
     *
     * @param array<mixed> $payload
     *
     * @return array{quantity?: string}
     */
    private static function asTyped(array $payload, Description $supply): array
    {
        $text = is_scalar($payload['text'] ?? null) ? trim((string) $payload['text']) : '';
        if (isset($payload['quantity']) || $text === '') {
            return [];
        }
        if (preg_match('/\d\s*[munpµ]\d*F?$/u', $text) === 1) {
            return ['quantity' => 'capacitance'];
        }
        $ref = Payload::part($payload, $supply);
        $check = is_string($payload['check'] ?? null) ? $supply->deadCheck($payload['check']) : null;
        $usual = ($check ?? ($supply->part($ref)->kind->deadChecks($supply->part($ref))[0] ?? null))?->quantity;

        return [
            'quantity' =>
                ReadingText::parse($text, $supply)->quantity ??
                ($usual === DeadCheck::DIODE ? DeadCheck::DIODE : DeadCheck::RESISTANCE),
        ];
    }

    /**
     * @param array<mixed> $payload
     *
     * @return array{part: string, quantity: string, lifted: true, value: float|string, check: string}
     */
    private static function alone(array $payload, Description $supply, string $ref, string $quantity): array
    {
        $part = $supply->part($ref);
        $given = is_string($payload['check'] ?? null) ? $payload['check'] : '';
        $checks = $part->kind->deadChecks($part);
        $fitting = array_values(
            array_filter(
                $checks,
                static fn(DeadCheck $c): bool => $given === ''
                    ? $c->quantity === $quantity
                    : strcasecmp($c->id, $given) === 0,
            ),
        );
        $check = $fitting[0] ?? ($given === '' ? $checks[0] ?? null : null);
        if ($check === null) {
            throw EntryRefused::because(
                'check',
                $checks === []
                    ? sprintf('Nothing of %s can be measured by itself: say "good" or "bad".', $part->label())
                    : sprintf(
                        'There is no "%s" of %s. Known: %s.',
                        $given,
                        $part->label(),
                        implode(', ', array_map(static fn(DeadCheck $c): string => $c->id, $checks)),
                    ),
            );
        }
        $read = ReadingText::parse(is_scalar($payload['text'] ?? null) ? (string) $payload['text'] : '', $supply);
        if ($read->value < 0.0) {
            throw EntryRefused::because(
                'text',
                'It cannot be below zero; for a junction the other way round write OL.',
            );
        }

        return [
            'part' => $ref,
            'quantity' => $quantity,
            'lifted' => true,
            'value' => is_infinite($read->value) ? 'OL' : $read->value,
            'check' => $check->id,
        ];
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
            'check' => (string) ($entry->payload['check'] ?? ''),
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
            match ($quantity) {
                'esr' => 'ESR',
                DeadCheck::DIODE => 'diode test',
                default => $quantity,
            },
            $value,
            match (true) {
                ($entry->payload['check'] ?? '') !== '' => 'by itself',
                $entry->payload['lifted'] === true => 'leg lifted',
                default => 'in circuit',
            },
        );
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\RampStep;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * One step of a slow power-up: what the variable transformer is set to, the current into the unit, a rail, a
 * temperature.
 */
final class Ramp implements EntryKind
{
    public function name(): string
    {
        return 'ramp';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if ($state->power !== PowerState::Limited) {
            throw EntryRefused::because(
                'volts',
                'A ramp is taken on limited power. Record "variable transformer" as the power first.',
            );
        }
        if ($state->method !== null && $state->method->how !== PowerMethod::VARIABLE_TRANSFORMER) {
            throw EntryRefused::because(
                'volts',
                sprintf('It is fed %s. Record "variable transformer" as the power first.', $state->method->words()),
            );
        }
        $volts = Payload::quantity(
            $payload,
            'volts',
            Unit::Volt,
            1.3 * $supply->mainsVoltage,
            'the volts it is set to',
        );
        $amperes =
            ($payload['amperes'] ?? '') === '' ? null : self::number($payload['amperes'], Unit::Ampere, 'amperes');
        $celsius =
            ($payload['celsius'] ?? '') === '' ? null : self::number($payload['celsius'], Unit::Celsius, 'celsius');
        $rails = [];
        foreach (is_array($payload['rails'] ?? null) ? $payload['rails'] : [] as $point => $text) {
            $id = ReadingText::target((string) $point, $supply);
            if ($id === null || !isset($supply->points[$id])) {
                throw EntryRefused::because(
                    'rails',
                    sprintf(
                        'There is no test point "%s". Points: %s.',
                        $point,
                        implode(', ', array_keys($supply->points)),
                    ),
                );
            }
            if ($text !== '' && $text !== null) {
                $rails[$id] = self::number($text, Unit::Volt, 'rails');
            }
        }
        if ($amperes === null && $rails === [] && $celsius === null) {
            throw EntryRefused::because(
                'amperes',
                'Enter the current into the unit, a rail, or a temperature at this step.',
            );
        }

        return ['volts' => $volts, 'amperes' => $amperes, 'rails' => $rails, 'celsius' => $celsius];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $p = $entry->payload;
        $state->mainsVolts = (float) $p['volts'];
        $state->method = new PowerMethod(PowerMethod::VARIABLE_TRANSFORMER, volts: (float) $p['volts']);
        $state->ramp[] = new RampStep(
            $entry->id,
            $entry->at,
            (float) $p['volts'],
            isset($p['amperes']) ? (float) $p['amperes'] : null,
            array_map(floatval(...), $p['rails']),
            isset($p['celsius']) ? (float) $p['celsius'] : null,
            $state->mode,
            $state->replaced(),
            $state->context(),
        );
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $p = $entry->payload;
        $rails = [];
        foreach ($p['rails'] as $id => $volts) {
            $rails[] = "{$id} " . Quantity::volts((float) $volts);
        }

        return 'Ramp at ' .
            Quantity::write((float) $p['volts'], Unit::Volt) .
            ': ' .
            implode(
                ', ',
                array_filter([
                    isset($p['amperes']) ? Quantity::write((float) $p['amperes'], Unit::Ampere) : '',
                    ...$rails,
                    isset($p['celsius']) ? Quantity::write((float) $p['celsius'], Unit::Celsius) : '',
                ]),
            );
    }

    private static function number(mixed $given, Unit $unit, string $field): float
    {
        try {
            return Quantity::parse(is_scalar($given) ? (string) $given : '', $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because($field, $e->getMessage());
        }
    }
}

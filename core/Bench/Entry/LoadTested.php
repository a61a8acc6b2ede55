<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\MinimumLoad;

/** One step of the load test: what each rail showed with the loads set so. */
final class LoadTested implements EntryKind
{
    private const STEPS = [
        'none' => 'no load',
        'part' => 'half load',
        'full' => 'full load',
        'idle' => 'between the peaks',
        'mean' => 'mean of the peaks',
        'peak' => 'in the peaks',
    ];

    private const FIELDS = ['dc' => Unit::Volt, 'ripple' => Unit::Volt, 'amperes' => Unit::Ampere];

    public function name(): string
    {
        return 'load_step';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if (!$state->power->isEnergised()) {
            throw EntryRefused::because(
                'step',
                'The unit is recorded as unplugged: record the power first, then the rails under load.',
            );
        }
        $rails = [];
        foreach (is_array($payload['rails'] ?? null) ? $payload['rails'] : [] as $id => $fields) {
            if (!isset($supply->points[$id])) {
                throw EntryRefused::because(
                    'rails',
                    sprintf(
                        'There is no test point "%s". Points: %s.',
                        $id,
                        implode(', ', array_keys($supply->points)),
                    ),
                );
            }
            foreach (is_array($fields) ? $fields : [] as $field => $text) {
                if (isset(self::FIELDS[$field]) && $text !== null && $text !== '') {
                    $rails[$id][$field] = self::number("{$id} {$field}", $text, self::FIELDS[$field]);
                    if ($field !== 'dc' && $rails[$id][$field] < 0.0) {
                        throw EntryRefused::because('rails', "{$id} {$field} cannot be below zero.");
                    }
                }
            }
        }
        if ($rails === []) {
            throw EntryRefused::because('rails', 'Type the volts of at least one rail.');
        }
        $optional = static fn(string $field, Unit $unit): ?float => ($payload[$field] ?? '') === '' ||
        !isset($payload[$field])
            ? null
            : self::number($field, $payload[$field], $unit);

        $step = self::step($payload, $supply);
        foreach ($step === 'none' ? $supply->interlocks : [] as $k => $interlock) {
            $load = MinimumLoad::of($supply, $interlock);
            if ($load !== null && !isset($state->looked["interlock {$k}"])) {
                throw EntryRefused::because(
                    'step',
                    'No load at all? ' .
                        "{$load->sentence()} Say yes to that among the gates first, or leave this step out.",
                );
            }
        }

        return [
            'step' => $step,
            'rails' => $rails,
            'watts' => $optional('watts', Unit::Watt),
            'mains' => $optional('mains', Unit::Volt) ?? $state->mainsVolts,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->loadSteps[] = [
            'entry' => $entry->id,
            'step' => (string) $entry->payload['step'],
            'rails' => $entry->payload['rails'],
            'watts' => $entry->payload['watts'],
            'mains' => $entry->payload['mains'],
            'replaced' => $state->replaced(),
            'profile' => $entry->payload['profile'] ?? null,
        ];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $step = (string) $entry->payload['step'];
        $rails = array_map(
            static fn(string $id, array $rail): string => $id .
                (isset($rail['dc']) ? ' ' . Quantity::volts((float) $rail['dc']) : '') .
                (isset($rail['ripple']) ? ' ' . Quantity::volts((float) $rail['ripple']) . ' p-p' : ''),
            array_map(strval(...), array_keys($entry->payload['rails'])),
            array_values($entry->payload['rails']),
        );

        return 'Load test, ' .
            (self::STEPS[$step] ??
                ($supply->points[substr($step, 6)]->name ?? substr($step, 6)) . ' alone at full load') .
            ': ' .
            implode(', ', $rails);
    }

    /** @param array<mixed> $payload */
    private static function step(array $payload, Description $supply): string
    {
        $step = is_string($payload['step'] ?? null) ? $payload['step'] : '';

        return isset(self::STEPS[$step]) ||
            (str_starts_with($step, 'cross:') && isset($supply->points[substr($step, 6)]))
            ? $step
            : throw EntryRefused::because(
                'step',
                sprintf(
                    'There is no step "%s" in a load test. Steps: %s, or cross: and a rail.',
                    $step,
                    implode(', ', array_keys(self::STEPS)),
                ),
            );
    }

    private static function number(string $what, mixed $text, Unit $unit): float
    {
        try {
            return Quantity::read($text, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('rails', "{$what}: {$e->getMessage()}");
        }
    }
}

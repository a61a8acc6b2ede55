<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Supply\Description;

/** A reading at the same point of a twin that works: the other channel, another unit. */
final class Twin implements EntryKind
{
    private const LIVE = ['dc', 'ac', 'ripple'];

    public function name(): string
    {
        return 'twin';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $parsed = ReadingText::parse(is_scalar($payload['text'] ?? null) ? (string) $payload['text'] : '', $supply);
        $target =
            $parsed->target ??
            (is_string($payload['target'] ?? null) ? ReadingText::target($payload['target'], $supply) : null);
        if ($target === null || !isset($supply->points[$target])) {
            throw EntryRefused::because(
                'target',
                sprintf('Say at which test point of the twin: %s.', implode(', ', array_keys($supply->points))),
            );
        }
        $functions = is_array($payload['functions'] ?? null) ? $payload['functions'] : [];
        $quantity = $parsed->quantity ?? (is_string($functions[$target] ?? null) ? $functions[$target] : 'dc');
        if (!in_array($quantity, self::LIVE, true) || is_infinite($parsed->value)) {
            throw EntryRefused::because('text', 'A twin is compared by voltages: DC, AC or ripple.');
        }

        return ['target' => $target, 'quantity' => $quantity, 'value' => $parsed->value];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->twins["{$state->mode} {$entry->payload['target']} {$entry->payload['quantity']}"] =
            (float) $entry->payload['value'];
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return "Twin: {$entry->payload['target']} " .
            Reading::write((string) $entry->payload['quantity'], (float) $entry->payload['value']);
    }
}

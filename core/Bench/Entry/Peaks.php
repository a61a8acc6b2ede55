<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * What the load on a rail really takes, if it is not steady. Given once in a job: the load test has its steps, heat is
 * averaged over them, and a current limit is held against the peaks.
 */
final class Peaks implements EntryKind
{
    private const MOST = 1000.0;

    public function name(): string
    {
        return 'peaks';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $rail = self::rail($payload, $supply);
        $isZero = preg_match('/^0*[.,]?0*\s*[mu]?a?$/i', trim((string) self::scalar($payload, 'idle'))) === 1;
        $idle = $isZero ? 0.0 : self::amperes($payload, 'idle', 'what the load takes between its peaks');
        $peak = self::amperes($payload, 'peak', 'what it takes in its peaks');
        if ($peak <= $idle) {
            throw EntryRefused::because(
                'peak',
                sprintf(
                    'A peak of %s is not above the %s between the peaks: write what it takes at most.',
                    Quantity::write($peak, Unit::Ampere),
                    Quantity::write($idle, Unit::Ampere),
                ),
            );
        }

        return ['rail' => $rail, 'idle' => $idle, 'peak' => $peak, 'duty' => self::duty($payload)];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->peaks[(string) $entry->payload['rail']] = self::shape($entry);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $shape = self::shape($entry);

        return sprintf(
            'The load on %s takes %s for %.3g %% of the time and %s between: %s in the mean',
            $entry->payload['rail'],
            Quantity::write($shape->peak, Unit::Ampere),
            100 * $shape->duty,
            Quantity::write($shape->idle, Unit::Ampere),
            Quantity::write($shape->mean(), Unit::Ampere),
        );
    }

    private static function shape(LogEntry $entry): LoadShape
    {
        return new LoadShape(
            (float) $entry->payload['idle'],
            (float) $entry->payload['peak'],
            (float) $entry->payload['duty'],
        );
    }

    /** @param array<mixed> $payload */
    private static function rail(array $payload, Description $supply): string
    {
        $given = Payload::text($payload, 'rail', 'the rail that the load hangs on', 40);
        $loaded = [];
        foreach ($supply->outputs() as $id => $point) {
            $loads = array_filter(
                $supply->parts,
                static fn(Part $p): bool => $p->kind instanceof Consumes && in_array($point->node, $p->terminals, true),
            );
            if ($loads !== []) {
                $loaded[mb_strtolower((string) $id)] = (string) $id;
            }
        }

        return $loaded[mb_strtolower($given)] ??
            throw EntryRefused::because(
                'rail',
                $loaded === []
                    ? 'No rail of this description has a load of its own: describe one first.'
                    : sprintf('"%s" is no rail with a load. Rails: %s.', $given, implode(', ', $loaded)),
            );
    }

    /** @param array<mixed> $payload */
    private static function amperes(array $payload, string $field, string $what): float
    {
        // In one field nobody presses shift for the unit.
        $given = preg_replace('/a$/', 'A', trim((string) self::scalar($payload, $field)));

        return Payload::quantity([$field => $given], $field, Unit::Ampere, self::MOST, $what);
    }

    /**
     * "10%", "10 %", 0.1.
     *
     * @param array<mixed> $payload
     */
    private static function duty(array $payload): float
    {
        $given = trim((string) self::scalar($payload, 'duty'));
        $share = match (true) {
            preg_match('/^(\d+(?:\.\d+)?)\s*%$/', $given, $of) === 1 => (float) $of[1] / 100,
            is_numeric($given) => (float) $given,
            default => 0.0,
        };

        return $share > 0.0 && $share < 1.0
            ? $share
            : throw EntryRefused::because(
                'duty',
                sprintf(
                    '"%s" of the time in its peaks: write a share such as 10%% or 0.1, above 0 and below 100%%.',
                    $given,
                ),
            );
    }

    /** @param array<mixed> $payload */
    private static function scalar(array $payload, string $field): string|int|float
    {
        $given = $payload[$field] ?? '';

        return is_string($given) || is_int($given) || is_float($given) ? $given : '';
    }
}

<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Supply\Description;

/** What the unit was here for is done, and proven. */
final class Close implements EntryKind
{
    public function name(): string
    {
        return 'close';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $missing = self::missing($supply, $state);
        if ($missing !== []) {
            throw EntryRefused::because('close', 'Not yet: ' . implode('; ', $missing) . '.');
        }
        // Once it is closed the log takes nothing any more that could still be missing.
        Gates::mustBeOpen(Gate::HandBack, 'close', $supply, $state);

        return [];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->closedAt = $entry->at;
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return 'Repair closed';
    }

    /** @return list<string> what must still be done before the job can be closed */
    public static function missing(Description $supply, BenchState $state): array
    {
        $missing = [];
        if ($state->cause === null && in_array($state->purpose, [Purpose::Fault, Purpose::Unknown], true)) {
            $missing[] =
                $state->purpose === Purpose::Fault
                    ? 'name the cause'
                    : 'name the cause, or say that no fault was found';
        }
        $isBroken = $state->cause === null ? $state->purpose === Purpose::Fault : $state->cause['kind'] !== Cause::NONE;
        if ($isBroken && !$state->isMended()) {
            $missing[] = 'record what was replaced or made good';
        }
        if ($state->purpose === Purpose::Recap && $state->repairs === [] && $state->recapped === []) {
            $missing[] = 'record the capacitors that went in';
        }
        if ($state->purpose === Purpose::Calibration && $state->calibrations === []) {
            $missing[] = 'record a calibration';
        }
        $proven = array_unique(array_column($state->proofReadings(), 'target'));
        $rails = array_keys(array_filter($supply->points, static fn($point): bool => $point->rail !== null));
        $unread = array_diff($rails === [] ? array_keys($supply->points) : $rails, $proven);
        if ($unread !== []) {
            $missing[] =
                ($state->isMended() || !$state->isLeftAsItIs() ? 'measure after the repair: ' : 'measure: ') .
                implode(', ', $unread);
        }
        if ($state->power->isEnergised()) {
            $missing[] = 'unplug and discharge the unit';
        }

        return $missing;
    }
}

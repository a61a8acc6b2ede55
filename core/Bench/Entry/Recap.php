<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\RecapSchool;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * A recap is planned: by which school, how warm and how long the unit runs, and which capacitors stand on the board
 * beside those of the description.
 */
final class Recap implements EntryKind
{
    private const MOST_LISTED = 500;

    private const MOST_CELSIUS = 120.0;

    private const MOST_HOURS = 8784.0;

    public function name(): string
    {
        return 'recap';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $known = $state->recap ?? ['school' => '', 'celsius' => 45.0, 'yearly' => 1000.0];

        return [
            'school' => RecapSchool::from(
                Payload::choice($payload, 'school', array_column(RecapSchool::cases(), 'value')),
            )->value,
            'celsius' =>
                isset($payload['celsius']) && $payload['celsius'] !== ''
                    ? Payload::quantity(
                        $payload,
                        'celsius',
                        Unit::Celsius,
                        self::MOST_CELSIUS,
                        'how warm it is around the capacitors',
                    )
                    : $known['celsius'],
            'yearly' =>
                isset($payload['yearly']) && $payload['yearly'] !== ''
                    ? Payload::quantity($payload, 'yearly', Unit::Hour, self::MOST_HOURS, 'the hours it runs in a year')
                    : $known['yearly'],
            'listed' => isset($payload['listed']) ? self::listed($payload['listed'], $supply) : $state->listed,
        ];
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $state->recap = [
            'school' => (string) $entry->payload['school'],
            'celsius' => (float) $entry->payload['celsius'],
            'yearly' => (float) $entry->payload['yearly'],
        ];
        $state->listed = array_map(strval(...), $entry->payload['listed']);
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $listed = count($entry->payload['listed']);

        return 'Recap planned: ' .
            RecapSchool::from((string) $entry->payload['school'])->words() .
            ($listed === 0 ? '' : sprintf(', %d more from a list', $listed));
    }

    /** @return array<string, string> what stands there, by reference */
    private static function listed(mixed $given, Description $supply): array
    {
        $listed = [];
        foreach (is_array($given) ? $given : [] as $ref => $text) {
            $ref = trim((string) $ref);
            if (
                preg_match('/^[A-Za-z][A-Za-z0-9+._-]{0,15}$/', $ref) !== 1 ||
                !is_string($text) ||
                trim($text) === '' ||
                mb_strlen($text) > 100
            ) {
                throw EntryRefused::because(
                    'listed',
                    sprintf(
                        '"%s %s": each line is a reference and what stands there, for example "C17 47u 25V".',
                        $ref,
                        is_scalar($text) ? (string) $text : '',
                    ),
                );
            }
            if (Payload::reference($ref, $supply) !== null) {
                throw EntryRefused::because(
                    'listed',
                    sprintf('%s is in the description of this supply already: leave it out of the list.', $ref),
                );
            }
            $listed[$ref] = trim($text);
        }

        return count($listed) <= self::MOST_LISTED
            ? $listed
            : throw EntryRefused::because(
                'listed',
                sprintf('%d lines; at most %d are kept.', count($listed), self::MOST_LISTED),
            );
    }
}

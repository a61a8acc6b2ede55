<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Instrument;
use Oculant\Core\Proving\MeterProfile;

/**
 * @phpstan-import-type MeterProfileAnswer from MeterProfile
 *
 * @phpstan-type InstrumentAnswer array{
 *     // Shapes of instruments, of the tests that prove a unit, and of the runs that the server watches.
 *     id: string,
 *     name: string,
 *     kind: string,
 *     kind_words: string,
 *     host: ?string,
 *     port: ?int,
 *     timeout_ms: int,
 *     serial: string,
 *     calibrated_until: ?string,
 *     overdue: bool,
 *     stand_in: bool,
 *     sets: bool,
 *     accuracy: string,
 *     profile: MeterProfileAnswer,
 *     label: string,
 *     online: bool,
 * }
 */
final class InstrumentView
{
    /** @return InstrumentAnswer */
    public static function of(Instrument $instrument): array
    {
        return [
            'id' => $instrument->id,
            'name' => $instrument->name,
            'kind' => $instrument->kind,
            'kind_words' => Instrument::KINDS[$instrument->kind] ?? $instrument->kind,
            'host' => $instrument->host,
            'port' => $instrument->port,
            'timeout_ms' => $instrument->timeout_ms,
            'serial' => $instrument->serial,
            'calibrated_until' => $instrument->calibrated_until?->format('Y-m-d'),
            'overdue' => $instrument->calibrated_until?->endOfDay()->isPast() ?? false,
            'stand_in' => $instrument->is_stand_in,
            'sets' => in_array($instrument->kind, Instrument::OUTPUTS, true),
            'accuracy' => $instrument->profile()->words(),
            'profile' => $instrument->profile()->toArray(),
            'label' => $instrument->label(),
            'online' => $instrument->isOnline(),
        ];
    }
}

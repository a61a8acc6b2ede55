<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Oculant\Core\Proving\MeterProfile;

/**
 * An instrument of a workshop: on the network if it has a host, otherwise read by eye.
 *
 * @property array<string, mixed> $profile
 * @property \Carbon\CarbonImmutable|null $calibrated_until
 */
final class Instrument extends Model
{
    use HasUlids;

    public const KINDS = [
        'meter' => 'multimeter',
        'supply' => 'bench supply',
        'load' => 'electronic load',
        'source' => 'AC source',
        'logger' => 'multi-channel thermometer',
        'tester' => 'safety tester',
    ];

    /** Those that put something on the unit. */
    public const OUTPUTS = ['supply', 'load', 'source'];

    protected $fillable = [
        'workshop_id',
        'name',
        'kind',
        'host',
        'port',
        'timeout_ms',
        'profile',
        'serial',
        'calibrated_until',
        'is_stand_in',
    ];

    /** @return BelongsTo<Workshop, $this> */
    public function workshop(): BelongsTo
    {
        return $this->belongsTo(Workshop::class);
    }

    public function isOnline(): bool
    {
        return $this->host !== null && $this->port !== null;
    }

    public function profile(): MeterProfile
    {
        return MeterProfile::of($this->profile);
    }

    /** As it stands in the log and the report: "Bench meter 2, no. 4711, calibrated until 2027-03-01". */
    public function label(): string
    {
        return implode(
            ', ',
            array_filter([
                $this->name,
                $this->serial === '' ? '' : "no. {$this->serial}",
                $this->calibrated_until === null ? '' : 'calibrated until ' . $this->calibrated_until->format('Y-m-d'),
            ]),
        );
    }

    /** @param Builder<self> $query */
    public function scopeOfWorkshop(Builder $query, string $workshopId): void
    {
        $query->where('workshop_id', $workshopId);
    }

    protected function casts(): array
    {
        return [
            'profile' => 'array',
            'is_stand_in' => 'boolean',
            'port' => 'integer',
            'timeout_ms' => 'integer',
            'calibrated_until' => 'immutable_date',
        ];
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Bench\JobFile;
use App\Models\Instrument;
use Illuminate\Support\Collection;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\Instrument\Measured;

/** The instruments of a workshop, opened when they are needed. */
final readonly class Rack
{
    public function __construct(private AllowList $allowed, private BenchWiring $bench) {}

    /** @return Collection<int, Instrument> by name */
    public function of(string $workshopId): Collection
    {
        return Instrument::query()->ofWorkshop($workshopId)->with('workshop')->orderBy('kind')->orderBy('name')->get();
    }

    /** @param float|null $seconds for each answer; null for what is set for it */
    public function driver(Instrument $instrument, ?float $seconds = null): ScpiDriver
    {
        if (!$instrument->isOnline()) {
            throw InstrumentFailed::unreachable($instrument->name, 'no address');
        }

        return new ScpiDriver(
            $instrument->kind,
            new ScpiLink(
                $instrument->name,
                (string) $instrument->host,
                (int) $instrument->port,
                $seconds ?? $instrument->timeout_ms / 1000,
                $this->allowed->within($instrument->loadMissing('workshop')->workshop?->networks),
            ),
        );
    }

    /**
     * A reading at the bench of a job.
     *
     * @param string $target where the probes are held
     *
     * @throws InstrumentFailed|AnswerUnreadable if there is no value
     */
    public function read(
        Instrument $instrument,
        JobFile $file,
        string $target,
        string $quantity,
        int $input = 0,
    ): Measured {
        $this->wire($instrument, $file, $target, $quantity);
        $measured = $this->driver($instrument)->read($quantity, $input);

        return match (true) {
            $measured->state === Measured::NONE => throw InstrumentFailed::empty($instrument->name),
            $measured->state === Measured::OVERLOAD && $quantity !== 'resistance' => throw InstrumentFailed::overload(
                $instrument->name,
            ),
            default => $measured,
        };
    }

    /** A stand-in is told what a person's hands do; a real instrument needs nobody to tell it. */
    public function wire(Instrument $instrument, JobFile $file, ?string $target = null, ?string $quantity = null): void
    {
        if ($instrument->is_stand_in) {
            $this->bench->place($file);
            if ($target !== null && $quantity !== null) {
                $this->bench->probe($target, $quantity);
            }
        }
    }
}

<?php

declare(strict_types=1);

namespace App\StandIn;

use App\Bench\JobFile;
use App\Instruments\AllowList;
use App\Instruments\BenchWiring;
use App\Instruments\InstrumentFailed;
use App\Instruments\ScpiLink;
use App\Models\Instrument;
use App\Models\Run;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;

/**
 * Does at the simulated bench what a person's hands do at a real one: puts the job's unit there, plugs it in, holds the
 * probes.
 */
final readonly class Hands implements BenchWiring
{
    private const SECONDS = 5.0;

    public function __construct(private AllowList $allowed) {}

    public function place(JobFile $file): void
    {
        foreach (Run::query()->running()->where('repair_job_id', '!=', $file->job->id)->with('job')->get() as $run) {
            if (
                Instrument::query()->whereIn('id', Run::instrumentsOf($run->plan))->where('is_stand_in', true)->exists()
            ) {
                throw InstrumentFailed::benchTaken($run->number, "{$run->job->number} {$run->job->unit}");
            }
        }
        $story = $file->job->stand_in ?? [];
        $faults = array_diff_key($story['faults'] ?? [], array_flip($file->state->replaced()));
        $ageing = array_values(
            array_filter(
                $story['ageing'] ?? [],
                static fn(array $a): bool => !in_array($a['part'], $file->state->replaced(), true),
            ),
        );
        $method = $file->state->method;
        $this->tell([
            'unit' => [
                'job' => $file->job->id,
                'description' => $file->job->description,
                'faults' => $faults,
                'ageing' => $ageing,
                'shy' => $faults === [] && $file->state->replaced() !== [] ? 0.0 : $story['shy'] ?? 0.0,
                'seed' => crc32($file->job->id) & 0xffff,
            ],
            'wall' => [
                'on' =>
                    $file->state->power->isEnergised() &&
                    $method?->how !== PowerMethod::BENCH &&
                    !(
                        $file->state->power === PowerState::Limited &&
                        $method?->how === PowerMethod::VARIABLE_TRANSFORMER &&
                        $method->volts <= 0.0
                    ),
                'volts' =>
                    $method?->how === PowerMethod::VARIABLE_TRANSFORMER
                        ? $method->volts
                        : $file->state->mainsVolts ?? $file->supply->mainsVoltage,
                'mode' => $file->state->mode,
            ],
        ]);
    }

    public function probe(string $target, string $quantity): void
    {
        $this->tell(['probe' => ['target' => $target, 'quantity' => $quantity]]);
    }

    /** @param array<int, array{quantity: string, target: string}> $sensors by input of the logger */
    public function sensors(array $sensors): void
    {
        $this->tell(['sensors' => (object) $sensors]);
    }

    /** @param array<string, mixed> $what */
    private function tell(array $what): void
    {
        $port = (int) config('oculant.stand_ins.port');
        $said = (new ScpiLink(
            'The simulated bench',
            '127.0.0.1',
            $port + count(Server::KINDS),
            self::SECONDS,
            $this->allowed,
        ))->ask(json_encode($what, JSON_THROW_ON_ERROR));
        if ($said !== 'ok') {
            throw InstrumentFailed::refused('The simulated bench', 'hands', $said);
        }
    }
}

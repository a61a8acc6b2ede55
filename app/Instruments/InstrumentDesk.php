<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Knowledge\Solutions;
use App\Models\Instrument;
use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\User;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\MeterEffect;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Instruments at the bench of a job: readings into the log, and settings past the gates.
 *
 * @phpstan-type TakenFrom array{
 *     entry: string,
 *     text: string,
 * }
 *
 * @phpstan-type Confirmable array{
 *     sentence: string,
 *     confirm: string,
 *     setting: array<string, mixed>,
 *     missing: list<string>,
 * }
 */
final readonly class InstrumentDesk
{
    private const UNITS = ['dc' => Unit::Volt, 'ac' => Unit::Volt, 'resistance' => Unit::Ohm, 'hertz' => Unit::Hertz];

    public function __construct(private Solutions $solutions, private Rack $rack, private JobLog $log) {}

    /**
     * Takes a reading and writes it into the log; sent twice it is one reading.
     *
     * @param array{id: string, at: string, target: string, quantity: ?string, input?: int,
     *     by_itself?: bool} $asked a quantity of null is
     *     what the place is usually measured with
     *
     * @throws InstrumentFailed|AnswerUnreadable|EntryRefused nothing is recorded then
     */
    public function read(RepairJob $job, User $user, Instrument $instrument, array $asked): LogEntryRecord
    {
        $known = LogEntryRecord::query()->where('repair_job_id', $job->id)->find($asked['id']);
        if ($known !== null) {
            return $known;
        }
        $file = JobFile::open($this->solutions, $job);
        $quantity = $asked['quantity'] ?? $this->usual($file, $asked['target']);
        if (!isset(self::UNITS[$quantity])) {
            throw EntryRefused::because(
                'quantity',
                sprintf(
                    'A reading from an instrument is one of: %s. Type what this one shows.',
                    implode(', ', array_keys(self::UNITS)),
                ),
            );
        }
        $measured = $this->rack->read($instrument, $file, $asked['target'], $quantity, $asked['input'] ?? 0);
        $text = is_infinite($measured->value)
            ? 'OL'
            : sprintf(
                '%.5g%s',
                $measured->value,
                ['dc' => ' V', 'ac' => ' V ac', 'resistance' => ' ohm', 'hertz' => ' Hz'][$quantity],
            );

        return $this->log->append(
            $job,
            $user,
            [
                'id' => $asked['id'],
                'kind' => 'reading',
                'at' => $asked['at'],
                'payload' => [
                    'text' => $text,
                    'target' => $asked['target'],
                    'quantity' => $quantity,
                    'meter' => $instrument->id,
                ],
            ],
            by: $instrument->label() . ($asked['by_itself'] ?? false ? ', by itself' : ''),
        );
    }

    /**
     * What it shows, for a field that is filled in and sent later.
     *
     * @param array{id: string, at: string, target: string, quantity: ?string, input?: int,
     *     by_itself?: bool} $asked
     *
     * @throws InstrumentFailed|AnswerUnreadable
     */
    public function shown(RepairJob $job, Instrument $instrument, array $asked): string
    {
        $file = JobFile::open($this->solutions, $job);

        return sprintf(
            '%.5g',
            $this->rack->read(
                $instrument,
                $file,
                $asked['target'],
                $asked['quantity'] ?? $this->usual($file, $asked['target']),
                $asked['input'] ?? 0,
            )->value,
        );
    }

    /** What is to be known of this meter at a place; null if it shows what any good meter shows. */
    public function effect(RepairJob $job, Instrument $instrument, string $target, ?string $quantity): ?string
    {
        $file = JobFile::open($this->solutions, $job);
        if (!$file->state->power->isEnergised() || $instrument->kind !== 'meter') {
            return null;
        }
        $asked = $quantity ?? $this->usual($file, $target);

        return $this->meterEffect($file->supply, $file->state->mode, $instrument->profile(), $target, $asked)[0];
    }

    /** @return array{?string} */
    public function meterEffect(
        Description $supply,
        string $mode,
        MeterProfile $meter,
        string $target,
        string $quantity,
    ): array {
        return $this->solutions->remember(
            $supply,
            'meter:' . hash('xxh64', serialize([$mode, $target, $quantity, $meter])),
            static fn(): array => [(new MeterEffect($supply, $supply->mode($mode), $meter))->at($target, $quantity)],
            [self::class, 'meterEffect', [$mode, $meter, $target, $quantity]],
        );
    }

    private function usual(JobFile $file, string $target): string
    {
        return $file->state->power->isEnergised()
            ? $file->functions()[$target] ?? 'dc'
            : $file->supply->deadCheck($target)->quantity ?? 'resistance';
    }

    /**
     * @return Confirmable
     *     missing: what a gate still asks for
     */
    public function prepare(RepairJob $job, User $user, Instrument $instrument, Setting $setting, ?string $part): array
    {
        $file = JobFile::open($this->solutions, $job);
        $gate = $this->gate($file, $setting);

        return [
            'sentence' => $setting->sentence($instrument->name),
            'confirm' => Confirmation::of($user->id, $job->id, [$instrument->id, $setting->toArray(), $part]),
            'setting' => $setting->toArray(),
            'missing' =>
                $gate === null
                    ? []
                    : array_map(
                        static fn(GateItem $i): string => $i->sentence,
                        Gates::blocking($gate, $file->supply, $file->state),
                    ),
        ];
    }

    /**
     * @param string|null $part capacitor that a bench supply is clipped across; null for the feed itself
     *
     * @throws EntryRefused if it was not confirmed, or a gate is shut; nothing is set then
     * @throws InstrumentFailed if the instrument did not take it
     */
    public function set(
        RepairJob $job,
        User $user,
        Instrument $instrument,
        Setting $setting,
        ?string $part,
        string $confirm,
    ): void {
        if (!Confirmation::holds($confirm, $user->id, $job->id, [$instrument->id, $setting->toArray(), $part])) {
            throw EntryRefused::because(
                'confirm',
                'That was not confirmed as it now stands: read it again, then confirm.',
            );
        }
        $file = JobFile::open($this->solutions, $job);
        $this->rack->wire($instrument, $file);
        if (!$setting->on) {
            $this->rack->driver($instrument)->off();
            $this->note($job, $user, "{$instrument->name} off.");

            return;
        }
        // The log says that it is live before it is; if the instrument fails then, that errs on the safe side.
        $power = $this->power($file, $setting, $part);
        $power === null
            ? $this->note($job, $user, $setting->sentence($instrument->name))
            : $this->append($job, $user, 'power', $power);
        $this->rack->driver($instrument)->apply($setting);
    }

    private function gate(JobFile $file, Setting $setting): ?Gate
    {
        $power = $setting->on ? $this->power($file, $setting, null) : null;

        return $power === null ? null : Gate::onTheWayTo(PowerState::from($power['power']), $file->state->power);
    }

    /** @return array<string, mixed>|null the power entry that a setting amounts to */
    private function power(JobFile $file, Setting $setting, ?string $part): ?array
    {
        if ($setting->kind === 'supply') {
            return [
                'power' => PowerState::Limited->value,
                'method' => [
                    'how' => PowerMethod::BENCH,
                    'volts' => sprintf('%.6g V', $setting->volts),
                    'limit' => sprintf('%.6g A', $setting->limit),
                    'part' => $part,
                ],
            ];
        }

        return $setting->kind === 'source' ? PowerMethod::ofSource($setting->volts, $file->supply) : null;
    }

    private function note(RepairJob $job, User $user, string $text): void
    {
        $this->append($job, $user, 'note', ['text' => $text]);
    }

    /** @param array<string, mixed> $payload */
    private function append(RepairJob $job, User $user, string $kind, array $payload): void
    {
        $this->log->add($job, $user, $kind, $payload);
    }
}

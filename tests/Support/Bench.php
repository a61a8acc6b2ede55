<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\Footing;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Supply\Description;

/** Writes a log the way the server does: each entry is read against the state so far, then folded. */
final class Bench
{
    /** @var list<LogEntry> */
    public array $log = [];

    private int $clock = 1_777_888_800;

    private int $off = 0;

    private int $waited = 0;

    public function __construct(public readonly Description $supply) {}

    /** Lets time pass. */
    public function wait(int $seconds): self
    {
        $this->clock += $seconds;

        return $this;
    }

    /**
     * The next entry comes from a bench whose clock is off, and after a while without network.
     *
     * @param int $off    seconds
     * @param int $waited seconds
     */
    public function noteBy(int $off, int $waited): self
    {
        [$this->off, $this->waited] = [$off, $waited];

        return $this;
    }

    /** Seconds that the next entry has waited. */
    public function waited(): int
    {
        return $this->waited;
    }

    /** @param array<string, mixed> $payload */
    public function add(string $kind, array $payload = []): self
    {
        $state = $this->state();
        $read = Admission::read($this->supply, $this->log, $state, $kind, $payload);
        $this->clock += 30;
        $moment = static fn(int $time): string => gmdate('Y-m-d\TH:i:s\Z', $time);
        $entry = new LogEntry(
            sprintf('01E%04d', count($this->log)),
            $kind,
            $read,
            $moment($this->clock),
            'Test',
            $moment($this->clock + $this->off - $this->waited),
            $this->waited,
        );
        Footing::mustHold($this->supply, $state, Fold::of($this->supply, [...$this->log, $entry]), $entry, false);
        $this->log[] = $entry;

        return $this;
    }

    public function state(): BenchState
    {
        return Fold::of($this->supply, $this->log);
    }

    public function last(): LogEntry
    {
        return $this->log[count($this->log) - 1];
    }

    /** Does whatever the gate still asks for, as a careful technician would. */
    public function seeTo(Gate $gate): self
    {
        for ($k = 0; $k < 30; $k++) {
            // What closing asks for is for the test to say.
            $item =
                array_values(
                    array_filter(
                        Gates::blocking($gate, $this->supply, $this->state()),
                        static fn(GateItem $i): bool => $i->leads !== 'close',
                    ),
                )[0] ?? null;
            if ($item === null) {
                break;
            }
            match ($item->leads) {
                'check' => $this->add('reading', [
                    'text' =>
                        $item->target .
                        (($this->supply->deadCheck((string) $item->target)->quantity ?? '') === DeadCheck::DIODE
                            ? ' 0.55 diode'
                            : ' 4k7'),
                ]),
                'look' => $this->add('looked', ['what' => $item->target]),
                'discharge' => $this->add('left', ['part' => $item->target, 'text' => '0.4'])->wait(StoredCharge::WAIT),
                'isolation' => $this->add('isolation', ['test' => 'resistance', 'text' => 'OL']),
                'power' => $item->target === 'unplugged'
                    ? $this->add('power', ['power' => 'unplugged'])
                    : $this->seeTo(Gate::Limited)
                        ->add('power', ['power' => 'limited'])
                        ->add('power', ['power' => 'unplugged']),
                'prove' => $this->add('safety', [
                    'test' => $item->target,
                    'text' => ['earth' => '80m', 'insulation' => 'OL', 'touch' => '20u'][$item->target] ?? 'ok',
                    'judged' => ['passed' => true],
                ]),
                'refit' => $this->add('refitted', ['step' => $item->target]),
                default => $this->add('change_closed', ['change' => $item->target, 'how' => 'undone']),
            };
        }

        return $this;
    }
}

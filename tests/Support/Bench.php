<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Bench\Admission;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\Gate;
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

    public function __construct(public readonly Description $supply)
    {
    }

    /** Lets time pass. */
    public function wait(int $seconds): self
    {
        $this->clock += $seconds;

        return $this;
    }

    /** @param array<string, mixed> $payload */
    public function add(string $kind, array $payload = []): self
    {
        $read = Admission::read($this->supply, $this->log, $this->state(), $kind, $payload);
        $this->log[] = new LogEntry(sprintf('01E%04d', count($this->log)), $kind, $read, gmdate('Y-m-d\TH:i:s\Z', $this->clock += 30), 'Test');

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
        for ($k = 0; $k < 30 && ($missing = Gates::blocking($gate, $this->supply, $this->state())) !== []; $k++) {
            $item = $missing[0];
            match ($item->leads) {
                'check' => $this->add('reading', ['text' => $item->target.(($this->supply->deadCheck((string) $item->target)->quantity ?? '') === DeadCheck::DIODE ? ' 0.55 diode' : ' 4k7')]),
                'look' => $this->add('looked', ['what' => $item->target]),
                'discharge' => $this->add('left', ['part' => $item->target, 'text' => '0.4'])->wait(StoredCharge::WAIT),
                'power' => $this->seeTo(Gate::Limited)->add('power', ['power' => 'limited'])->add('power', ['power' => 'unplugged']),
                'prove' => $this->add('safety', ['test' => $item->target, 'text' => ['earth' => '80m', 'insulation' => 'OL', 'touch' => '20u'][$item->target] ?? 'ok', 'judged' => ['passed' => true]]),
                'refit' => $this->add('refitted', ['step' => $item->target]),
                default => $this->add('change_closed', ['change' => $item->target, 'how' => 'undone']),
            };
        }

        return $this;
    }
}

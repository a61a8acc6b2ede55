<?php

declare(strict_types=1);

namespace App\Instruments;

/** The line to one instrument that is being switched off: everything is said at once, and the answers are counted. */
final class OffLine
{
    /** @var resource|null */
    public $socket = null;

    public ?string $trouble = null;

    /** @var list<string> commands not answered yet */
    private array $left;

    private bool $hasSpoken = false;

    private string $heard = '';

    /** @param float $seconds after which it counts as silent */
    public function __construct(
        public readonly string $name,
        string $kind,
        private readonly string $host,
        private readonly int $port,
        private readonly float $seconds,
        AllowList $allowed,
    ) {
        $this->left = ScpiDriver::offCommands($kind);
        try {
            $allowed->mustHold($host, $port);
        } catch (InstrumentFailed $e) {
            $this->trouble = $e->getMessage();

            return;
        }
        $socket = @stream_socket_client(
            'tcp://' . (str_contains($host, ':') ? "[{$host}]" : $host) . ":{$port}",
            $code,
            $message,
            $seconds,
            STREAM_CLIENT_CONNECT | STREAM_CLIENT_ASYNC_CONNECT,
        );
        if ($socket === false) {
            $this->trouble = $this->unreachable();

            return;
        }
        stream_set_blocking($socket, false);
        $this->socket = $socket;
    }

    public function isOpen(): bool
    {
        return $this->trouble === null && $this->left !== [] && is_resource($this->socket);
    }

    public function wantsToSpeak(): bool
    {
        return !$this->hasSpoken;
    }

    public function speak(): void
    {
        $said = implode('', array_map(static fn(string $c): string => "{$c};SYST:ERR?\n", $this->left));
        $this->hasSpoken = true;
        if (!is_resource($this->socket) || @fwrite($this->socket, $said) !== strlen($said)) {
            $this->trouble = $this->unreachable();
        }
    }

    public function hear(): void
    {
        $data = is_resource($this->socket) ? @fread($this->socket, 4096) : false;
        if ($data === '' || $data === false) {
            if (!is_resource($this->socket) || feof($this->socket)) {
                $this->trouble = $this->hasSpoken
                    ? InstrumentFailed::brokeOff($this->name, trim($this->heard))->getMessage()
                    : $this->unreachable();
            }

            return;
        }
        $this->heard .= $data;
        while ($this->left !== [] && ($end = strpos($this->heard, "\n")) !== false) {
            $answer = trim(substr($this->heard, 0, $end));
            $this->heard = substr($this->heard, $end + 1);
            $command = array_shift($this->left);
            if (preg_match('/^[+]?0\s*,/', $answer) !== 1) {
                $this->trouble = InstrumentFailed::refused($this->name, $command, $answer)->getMessage();
            }
        }
    }

    /** @return string|null why it is not off for sure; null if it is */
    public function end(): ?string
    {
        if (is_resource($this->socket)) {
            fclose($this->socket);
        }

        return $this->trouble ??
            ($this->left === [] ? null : InstrumentFailed::silent($this->name, $this->seconds)->getMessage());
    }

    private function unreachable(): string
    {
        return InstrumentFailed::unreachable($this->name, "{$this->host}:{$this->port}")->getMessage();
    }
}

<?php

declare(strict_types=1);

namespace App\Instruments;

/** One connection to an instrument: lines out, lines in, each within its time. */
final class ScpiLink
{
    private const LONGEST = 2_000_000;

    /** @var resource|null */
    private $socket = null;

    private string $waiting = '';

    /** @param float $seconds for connecting, and for each answer */
    public function __construct(
        private readonly string $name,
        private readonly string $host,
        private readonly int $port,
        private readonly float $seconds,
        private readonly AllowList $allowed,
    ) {}

    public function __destruct()
    {
        $this->close();
    }

    /** @throws InstrumentFailed */
    public function write(string $command): void
    {
        $socket = $this->open();
        if (@fwrite($socket, "{$command}\n") === false) {
            $this->close();
            throw InstrumentFailed::brokeOff($this->name, '');
        }
    }

    /**
     * @return string the answer without its line's end
     *
     * @throws InstrumentFailed if there is no whole line in time
     */
    public function ask(string $command): string
    {
        $this->waiting = '';
        $this->write($command);
        $socket = $this->open();
        $until = microtime(true) + $this->seconds;
        while (($end = strpos($this->waiting, "\n")) === false) {
            $left = $until - microtime(true);
            if ($left <= 0.0 || strlen($this->waiting) > self::LONGEST) {
                // What comes late must not be taken for the answer to the next question.
                $this->close();
                throw InstrumentFailed::silent($this->name, $this->seconds);
            }
            $read = [$socket];
            $write = $except = null;
            if (@stream_select($read, $write, $except, (int) $left, (int) (1e6 * ($left - (int) $left))) === 1) {
                $data = fread($socket, 65536);
                if ($data === '' || $data === false) {
                    $half = $this->waiting;
                    $this->close();
                    throw InstrumentFailed::brokeOff($this->name, $half);
                }
                $this->waiting .= $data;
            }
        }

        $line = rtrim(substr($this->waiting, 0, $end), "\r");

        // Old instruments write their names in whatever they have.
        return mb_check_encoding($line, 'UTF-8') ? $line : mb_convert_encoding($line, 'UTF-8', 'ISO-8859-1');
    }

    /**
     * A setting, and whether the instrument took it.
     *
     * @throws InstrumentFailed
     */
    public function set(string $command): void
    {
        $error = $this->ask("{$command};SYST:ERR?");
        if (preg_match('/^[+]?0\s*,/', $error) !== 1) {
            throw InstrumentFailed::refused($this->name, $command, $error);
        }
    }

    public function close(): void
    {
        if (is_resource($this->socket)) {
            fclose($this->socket);
        }
        $this->socket = null;
        $this->waiting = '';
    }

    /** @return resource */
    private function open()
    {
        if (!is_resource($this->socket)) {
            $this->allowed->mustHold($this->host, $this->port);
            $socket = @stream_socket_client(
                'tcp://' . (str_contains($this->host, ':') ? "[{$this->host}]" : $this->host) . ":{$this->port}",
                $code,
                $message,
                $this->seconds,
            );
            if ($socket === false) {
                throw InstrumentFailed::unreachable($this->name, "{$this->host}:{$this->port}");
            }
            stream_set_blocking($socket, false);
            $this->socket = $socket;
        }

        return $this->socket;
    }
}

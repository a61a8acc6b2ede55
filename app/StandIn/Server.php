<?php

declare(strict_types=1);

namespace App\StandIn;

use React\EventLoop\Loop;
use React\Socket\ConnectionInterface;
use React\Socket\SocketServer;

/** The stand-ins on loopback, one port each, and the hands on the port after them. */
final class Server
{
    /** In the order of their ports. */
    public const KINDS = ['meter', 'supply', 'load', 'source', 'logger'];

    private const LONGEST_LINE = 2_000_000;

    /** @var array<string, StandIn> */
    private array $standIns;

    public function __construct(private readonly Rig $rig)
    {
        $this->standIns = [
            'meter' => new StandInMeter($rig),
            'supply' => new StandInSupply($rig),
            'load' => new StandInLoad($rig),
            'source' => new StandInSource($rig),
            'logger' => new StandInLogger($rig),
        ];
    }

    /** @param int $port the first of six */
    public function run(int $port): void
    {
        foreach (self::KINDS as $k => $kind) {
            $this->listen($port + $k, fn(string $line): ?string => $this->ask($kind, $line));
        }
        $this->listen($port + count(self::KINDS), $this->hands(...));
        Loop::run();
    }

    /** One line to one of them, as it comes over the wire. */
    public function ask(string $kind, string $line): ?string
    {
        if ($kind !== 'meter') {
            $this->logger()->catchUp();
        }

        return $this->standIns[$kind]->line($line);
    }

    /** What is done at the bench; scans that were due before are taken before. */
    public function hands(string $line): string
    {
        $this->logger()->catchUp();

        return $this->rig->hands($line);
    }

    private function logger(): StandInLogger
    {
        assert($this->standIns['logger'] instanceof StandInLogger);

        return $this->standIns['logger'];
    }

    /** @param callable(string): ?string $answer */
    private function listen(int $port, callable $answer): void
    {
        $server = new SocketServer("127.0.0.1:{$port}");
        $server->on('connection', static function (ConnectionInterface $connection) use ($answer): void {
            $waiting = '';
            $connection->on('data', static function (string $data) use (&$waiting, $connection, $answer): void {
                $waiting .= $data;
                while (($end = strpos($waiting, "\n")) !== false) {
                    $line = substr($waiting, 0, $end);
                    $waiting = substr($waiting, $end + 1);
                    $said = $answer($line);
                    if ($said !== null) {
                        $connection->write("{$said}\n");
                    }
                }
                if (strlen($waiting) > self::LONGEST_LINE) {
                    $connection->close();
                }
            });
        });
    }
}

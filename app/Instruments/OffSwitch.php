<?php

declare(strict_types=1);

namespace App\Instruments;

/**
 * Switches many instruments off at once: all sources side by side, then all loads, since a unit without its load rises.
 * One that does not answer holds up none of the others.
 *
 * @phpstan-import-type Outlet from OffList
 *
 * @phpstan-type EmergencyOff array{
 *     off: list<string>,
 *     failed: list<string>,
 * }
 */
final readonly class OffSwitch
{
    /** Seconds that sources have before the loads follow; they go on being waited for beside them. */
    private const HEAD_START = 0.5;

    private const LAST = 1.5;

    private const LOAD = 'load';

    public function __construct(private AllowList $allowed) {}

    /**
     * @param list<Outlet> $outlets
     *
     * @return EmergencyOff names, with what went wrong
     */
    public function press(array $outlets): array
    {
        $began = microtime(true);
        $open = fn(array $o): OffLine => new OffLine(
            $o['name'],
            $o['kind'],
            $o['host'],
            $o['port'],
            self::LAST,
            $this->allowed,
        );
        $isLoad = static fn(array $o): bool => $o['kind'] === self::LOAD;
        $lines = array_map($open, array_values(array_filter($outlets, static fn(array $o): bool => !$isLoad($o))));
        self::talk($lines, $began + self::HEAD_START);
        $lines = [...$lines, ...array_map($open, array_values(array_filter($outlets, $isLoad)))];
        self::talk($lines, $began + self::LAST);
        $off = $failed = [];
        foreach ($lines as $line) {
            $why = $line->end();
            $why === null ? ($off[] = $line->name) : ($failed[] = "{$line->name}: {$why}");
        }

        return ['off' => $off, 'failed' => $failed];
    }

    /** @param list<OffLine> $lines */
    private static function talk(array $lines, float $until): void
    {
        while (($left = $until - microtime(true)) > 0.0) {
            $open = array_filter($lines, static fn(OffLine $l): bool => $l->isOpen());
            if ($open === []) {
                return;
            }
            $read = array_map(static fn(OffLine $l) => $l->socket, $open);
            $write = array_map(
                static fn(OffLine $l) => $l->socket,
                array_filter($open, static fn(OffLine $l): bool => $l->wantsToSpeak()),
            );
            $except = null;
            if (@stream_select($read, $write, $except, 0, (int) (1e6 * min($left, 0.1))) === false) {
                return;
            }
            foreach (array_keys($write) as $k) {
                $open[$k]->speak();
            }
            foreach (array_keys($read) as $k) {
                $open[$k]->hear();
            }
        }
    }
}

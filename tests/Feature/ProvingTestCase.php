<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Workshop;
use App\StandIn\Server;
use Oculant\Core\Proving\MeterProfile;
use Symfony\Component\Process\Process;

/** Tests with the simulated instruments running, as bin/start runs them. */
abstract class ProvingTestCase extends FeatureTestCase
{
    private static ?Process $standIns = null;

    private static int $port = 0;

    protected function setUp(): void
    {
        parent::setUp();
        if (self::$standIns?->isRunning() !== true) {
            self::$port = self::freePorts();
            self::$standIns = new Process(
                [
                    PHP_BINARY,
                    '-d',
                    'opcache.enable_cli=1',
                    '-d',
                    'opcache.jit=function',
                    '-d',
                    'opcache.jit_buffer_size=64M',
                    base_path('artisan'),
                    'oculant:stand-ins',
                    '--port=' . self::$port,
                ],
                base_path(),
                null,
                null,
                null,
            );
            self::$standIns->start();
            self::until(static fn(): bool => self::isOpen(self::$port + 5), 'the stand-ins start');
        }
        config(['oculant.stand_ins.port' => self::$port]);
    }

    public static function tearDownAfterClass(): void
    {
        self::$standIns?->stop(0);
        self::$standIns = null;
        parent::tearDownAfterClass();
    }

    protected function instrument(string $kind, ?Workshop $workshop = null): Instrument
    {
        return Instrument::query()->firstOrCreate(
            ['workshop_id' => ($workshop ?? $this->workshop)->id, 'name' => "Test {$kind}"],
            [
                'kind' => $kind,
                'host' => '127.0.0.1',
                'port' => self::$port + (int) array_search($kind, Server::KINDS, true),
                'timeout_ms' => 3000,
                'profile' => MeterProfile::usual()->toArray(),
                'serial' => '',
                'is_stand_in' => true,
            ],
        );
    }

    /** Says yes to what an instrument is about to be set to. */
    protected function confirmed(
        RepairJob $job,
        Instrument $instrument,
        array $setting,
    ): \Illuminate\Testing\TestResponse {
        $confirm = $this->postJson("/api/v1/jobs/{$job->id}/instruments/{$instrument->id}/prepare", $setting)
            ->assertOk()
            ->json('confirm');

        return $this->postJson(
            "/api/v1/jobs/{$job->id}/instruments/{$instrument->id}/set",
            $setting + ['confirm' => $confirm],
        );
    }

    /** @param callable(): bool $holds */
    protected static function until(callable $holds, string $what, float $seconds = 20.0): void
    {
        for ($until = microtime(true) + $seconds; microtime(true) < $until; usleep(50_000)) {
            if ($holds()) {
                return;
            }
        }
        self::fail("It did not come to it that {$what}.");
    }

    protected static function isOpen(int $port): bool
    {
        $socket = @stream_socket_client("tcp://127.0.0.1:{$port}", $code, $message, 0.2);

        return $socket !== false && fclose($socket);
    }

    /** What an instrument answers on a line of its own. */
    protected static function asked(Instrument $instrument, string $query): string
    {
        $socket = stream_socket_client("tcp://127.0.0.1:{$instrument->port}", $code, $message, 2.0);
        assert($socket !== false);
        fwrite($socket, "{$query}\n");

        return trim((string) fgets($socket));
    }

    private static function freePorts(): int
    {
        $port = 20_000 + (getmypid() % 20_000);
        while (array_filter(range($port, $port + 5), self::isOpen(...)) !== []) {
            $port += 6;
        }

        return $port;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Survival;

use PDO;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * A day's soak with ten channels at one scan a second, a thousand times as fast, on a web server, a watchman, simulated
 * instruments and a MariaDB of its own, each of which is killed on the way with SIGKILL and started again. Nothing is
 * lost, nothing is there twice.
 */
final class SoakSurvivalTest extends TestCase
{
    private const DAY = 86_400;

    private const FACTOR = 1000;

    /** @var array<string, string> */
    private array $settings = [];

    protected function setUp(): void
    {
        $this->settings = [
            'DB_CONNECTION' => 'mariadb',
            'DB_HOST' => '127.0.0.1',
            'DB_PORT' => self::freePort(4500),
            'DB_DATABASE' => 'oculant_survival',
            'DB_USERNAME' => 'oculant',
            'DB_PASSWORD' => 'test-only',
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA=',
            'OCULANT_PORT' => ($port = self::freePort(4600)),
            'APP_URL' => "http://127.0.0.1:{$port}",
            'CACHE_STORE' => 'database',
            'SESSION_DRIVER' => 'database',
            'QUEUE_CONNECTION' => 'null',
            'OCULANT_STAND_INS' => self::freePort(4700),
            'OCULANT_TIME_FACTOR' => (string) self::FACTOR,
            'OCULANT_TIME_EPOCH' => sprintf('%.3F', microtime(true)),
        ];
    }

    protected function tearDown(): void
    {
        $this->house('down');
    }

    public function testADayOfSoakSurvivesTheDeathOfEverythingThatKeepsIt(): void
    {
        /** @var array{token: string, job: string, instruments: array<string, string>} $made */
        $made = json_decode($this->house('up'), true, 8, JSON_THROW_ON_ERROR);
        $at = "/api/v1/jobs/{$made['job']}/runs";
        $plan = ['kind' => 'soak', 'plan' => self::plan($made['instruments'])];
        $confirm = $this->ask('POST', "{$at}/prepare", $made['token'], $plan)['confirm'] ?? '';
        $run = $this->ask('POST', $at, $made['token'], $plan + ['confirm' => $confirm]);
        self::assertSame('running', $run['state'] ?? null, json_encode($run) ?: '');

        $seen = fn(): array => $this->ask('GET', $at, $made['token'])[0] ?? [];
        $this->waitFor(
            static fn(): bool => ($seen()['channels'][0]['count'] ?? 0) > 0.1 * self::DAY,
            'a tenth of the day is kept',
        );
        $this->house('kill-watch');
        $this->waitFor(
            static fn(): bool => ($seen()['channels'][0]['count'] ?? 0) > 0.3 * self::DAY,
            'another watchman goes on',
        );
        $this->house('kill-db');
        sleep(3);
        $this->house('db');
        $this->waitFor(
            static fn(): bool => ($seen()['channels'][0]['count'] ?? 0) > 0.5 * self::DAY,
            'it goes on with the database back',
        );
        $this->house('kill-web');
        self::assertSame([], $seen(), 'the web server is really gone');
        $this->house('web');
        $this->waitFor(static fn(): bool => ($seen()['state'] ?? '') === 'ended', 'the day ends');

        $database = new PDO(
            "mysql:host=127.0.0.1;port={$this->settings['DB_PORT']};dbname={$this->settings['DB_DATABASE']}",
            'oculant',
            'test-only',
        );
        $rows = static fn(string $sql): array => (
            $database->query($sql) ?:
            throw new \RuntimeException($sql)
        )->fetchAll(PDO::FETCH_NUM);
        $perChannel = $rows(
            'SELECT channel, COUNT(*), MIN(second), MAX(second) FROM run_samples GROUP BY channel ORDER BY channel',
        );
        self::assertSame(
            array_map(static fn(int $channel): array => [$channel, self::DAY, 0, self::DAY - 1], range(0, 9)),
            $perChannel,
            'every second of every channel, once',
        );
        self::assertSame(
            [[(10 * self::DAY) / 60, 60, 60]],
            array_map(
                static fn(array $r): array => array_map(intval(...), $r),
                $rows('SELECT COUNT(*), MIN(count), MAX(count) FROM run_minutes'),
            ),
        );
        self::assertSame([], $seen()['gaps']);
        self::assertSame([], $seen()['alarms']);
        $events = array_map(
            static fn(array $r): string => json_decode($r[0], true)['event'],
            $rows("SELECT payload FROM log_entries WHERE kind = 'run' ORDER BY id"),
        );
        self::assertSame(['started', 'stage', 'stage', 'stage', 'ended'], $events);
        $plot = $this->ask('GET', "{$at}/{$run['id']}/plot?from=0&to=" . self::DAY . '&points=480', $made['token']);
        self::assertCount(480, $plot['channels'][9]['points']);
    }

    /**
     * @param array<string, string> $instruments
     *
     * @return array<string, mixed>
     */
    private static function plan(array $instruments): array
    {
        $channels = [];
        foreach (
            [
                ['rail', 'dc', 'TP4'],
                ['reservoir', 'dc', 'TP3'],
                ['mains', 'ac', 'mains'],
                ['transformer', 'celsius', 'T1'],
                ['bridge', 'celsius', 'BR1'],
                ['reservoir, hot', 'celsius', 'C1'],
                ['regulator', 'celsius', 'U1'],
                ['output capacitor', 'celsius', 'C3'],
                ['fuse', 'celsius', 'F1'],
                ['room', 'celsius', 'room'],
            ]
            as $k => [$title, $quantity, $target]
        ) {
            $channels[] = [
                'title' => $title,
                'quantity' => $quantity,
                'target' => $target,
                'instrument' => $instruments['logger'],
                'input' => 101 + $k,
            ];
        }

        return [
            'stages' => [
                ['hours' => 1, 'share' => 0.5],
                ['hours' => 1, 'share' => 0.75],
                ['hours' => 22, 'share' => 1],
            ],
            'channels' => $channels,
            'interval' => 1,
            'loads' => [['instrument' => $instruments['load'], 'input' => 1, 'amperes' => '0.6']],
        ];
    }

    private function house(string $what): string
    {
        $process = new Process(['bash', __DIR__ . '/house.sh', $what], dirname(__DIR__, 2), $this->settings, null, 180);
        // What it leaves running must not hold its output open.
        $process->mustRun();

        return trim($process->getOutput());
    }

    /**
     * @param array<string, mixed> $body
     *
     * @return array<mixed> empty if nobody answers
     */
    private function ask(string $method, string $path, string $token, array $body = []): array
    {
        $answer = @file_get_contents(
            $this->settings['APP_URL'] . $path,
            false,
            stream_context_create([
                'http' => [
                    'method' => $method,
                    'ignore_errors' => true,
                    'timeout' => 20,
                    'header' =>
                        "Accept: application/json\r\nContent-Type: " .
                        "application/json\r\nAuthorization: Bearer {$token}\r\n",
                    'content' => $method === 'GET' ? '' : json_encode($body, JSON_THROW_ON_ERROR),
                ],
            ]),
        );
        $read = json_decode((string) $answer, true);

        return is_array($read) ? $read : [];
    }

    /** @param callable(): bool $holds */
    private function waitFor(callable $holds, string $what): void
    {
        for ($until = microtime(true) + 180; microtime(true) < $until; usleep(400_000)) {
            if ($holds()) {
                return;
            }
        }
        self::fail("It did not come to it that {$what}.");
    }

    private static function freePort(int $from): string
    {
        for (
            $port = $from + 10 * (getmypid() % 9);
            ($socket = @stream_socket_client("tcp://127.0.0.1:{$port}", $code, $message, 0.2)) !== false;
            $port += 7
        ) {
            fclose($socket);
        }

        return (string) $port;
    }
}

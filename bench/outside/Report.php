<?php

declare(strict_types=1);

namespace Bench\Outside;

use Throwable;

/** Counts what the cases gave, and prints it: by supply, by class of harm, and the held seeds apart. */
final class Report
{
    /** @var list<array<string, mixed>> */
    private array $results = [];

    /**
     * @var list<array{supply: string, unit: int, mode: string, point: string, quantity: string, inside: bool,
     *     off: float}>
     */
    private array $windows = [];

    private int $lost = 0;

    /** @var list<string> */
    private array $failed = [];

    public function __construct(private readonly bool $onlyHeld, private readonly bool $isEvery) {}

    /** @param array<string, mixed>|null $result */
    public function add(?array $result, string $name): void
    {
        if ($result === null) {
            $this->lost++;

            return;
        }
        $this->results[] = $result;
        // What is kept out of tuning is counted, not shown.
        if (
            ($this->isEvery || !$result['steps right'] || !$result['sheet right'] || $result['cleared'] > 0) &&
            $result['shown'] &&
            (!$result['held'] || $this->onlyHeld)
        ) {
            printf(
                "  %-22s %-28s %s steps %s (%d, cleared %d); sheet %s: %s\n",
                $name,
                $result['harm'],
                $result['noticed'] ? '' : 'unnoticed',
                $result['steps top'],
                $result['steps'],
                $result['cleared'],
                $result['sheet top'],
                implode(', ', array_slice($result['readings'], -6)),
            );
        }
    }

    public function failed(string $what, Throwable $e): void
    {
        $this->failed[] = sprintf('%s: %s (%s:%d)', $what, $e->getMessage(), basename($e->getFile()), $e->getLine());
    }

    /**
     * @param list<array{supply: string, unit: int, mode: string, point: string, quantity: string, inside: bool,
     *     off: float}> $windows
     */
    public function windows(array $windows): void
    {
        $this->windows = [...$this->windows, ...$windows];
    }

    public function supply(string $name, float $solved, float $took): void
    {
        $this->line(
            $name,
            array_filter($this->results, static fn(array $r): bool => $r['supply'] === $name),
            array_filter($this->windows, static fn(array $w): bool => $w['supply'] === $name),
            sprintf('; solved in %.0f s, all in %.0f s', $solved, $took),
        );
    }

    public function close(string $json): void
    {
        echo "\nby class of harm\n";
        foreach (array_unique(array_column($this->results, 'class')) as $class) {
            $this->line(
                $class,
                array_filter($this->results, static fn(array $r): bool => $r['class'] === $class),
                [],
                '',
            );
        }
        echo "\nby kind of part\n";
        foreach (array_unique(array_column($this->results, 'kind')) as $kind) {
            $this->line($kind, array_filter($this->results, static fn(array $r): bool => $r['kind'] === $kind), [], '');
        }
        echo "\n";
        $this->line(
            'looked into',
            array_filter($this->results, static fn(array $r): bool => !$r['held']),
            $this->windows,
            '',
        );
        $this->line('held', array_filter($this->results, static fn(array $r): bool => $r['held']), [], '');
        $this->weighed();
        printf("lost in ngspice %d; failed %d\n", $this->lost, count($this->failed));
        foreach ($this->failed as $failed) {
            echo "  {$failed}\n";
        }
        if ($json !== '') {
            file_put_contents(
                $json,
                json_encode(
                    ['results' => $this->results, 'windows' => $this->windows],
                    JSON_PARTIAL_OUTPUT_ON_ERROR | JSON_UNESCAPED_UNICODE,
                ),
            );
        }
    }

    /** Every kind of harm comes before one comes twice, the rare ones too: here each counts as often as it happens. */
    private function weighed(): void
    {
        $shown = array_filter($this->results, static fn(array $r): bool => (bool) $r['shown']);
        $all = array_sum(array_column($shown, 'weight'));
        $share = static fn(string $of): float => (100 *
            array_sum(array_column(array_filter($shown, static fn(array $r): bool => (bool) $r[$of]), 'weight'))) /
            max(1e-9, $all);
        printf(
            "as often as they happen: steps right %.1f %%, wrong %.1f %%; sheet right %.1f %%, wrong %.1f %%\n",
            $share('steps right'),
            $share('steps wrong'),
            $share('sheet right'),
            $share('sheet wrong'),
        );
    }

    /**
     * @param array<array<string, mixed>> $results
     * @param array<array{supply: string, unit: int, mode: string, point: string, quantity: string, inside: bool,
     *     off: float}> $windows
     */
    private function line(string $name, array $results, array $windows, string $more): void
    {
        $shown = array_filter($results, static fn(array $r): bool => (bool) $r['shown']);
        $n = max(1, count($shown));
        $share = static fn(string $of): float => (100 *
            count(array_filter($shown, static fn(array $r): bool => (bool) $r[$of]))) /
            $n;
        printf(
            '%-24s %3d of %3d shown: steps right %5.1f %%, in three %5.1f %%, wrong %4.1f %%, a consequence ' .
                '%4.1f %%, cleared on the way %4.1f %%, %4.1f steps; sheet right %5.1f %%, in three %5.1f %%, wrong ' .
                "%4.1f %%%s%s\n",
            $name,
            count($shown),
            count($results),
            $share('steps right'),
            $share('steps three'),
            $share('steps wrong'),
            $share('steps consequence'),
            $share('cleared'),
            array_sum(array_column($shown, 'steps')) / $n,
            $share('sheet right'),
            $share('sheet three'),
            $share('sheet wrong'),
            $windows === []
                ? ''
                : sprintf(
                    '; windows %.1f %% of %d',
                    (100 * count(array_filter(array_column($windows, 'inside')))) / count($windows),
                    count($windows),
                ),
            $more,
        );
    }
}

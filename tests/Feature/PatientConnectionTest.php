<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Keeping\PatientConnection;
use PDO;
use PDOException;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * A commit that meets another's, as databases that are one have it (MariaDB manual, Galera: SQLSTATE 40001 at COMMIT):
 * provoked for real by bench/cluster/cluster conflict.
 */
final class PatientConnectionTest extends TestCase
{
    /** @return iterable<string, array{int, int, bool}> commits that fail, how often it is tried, whether it stands */
    public static function conflicts(): iterable
    {
        yield 'none' => [0, 3, true];
        yield 'seven' => [7, 3, true];
        yield 'eight' => [8, 3, false];
        yield 'one of what is tried once' => [1, 1, false];
        yield 'what is tried oftener than usual' => [9, 10, true];
    }

    #[DataProvider('conflicts')]
    public function testACommitThatMeetsAnotherIsTriedAgain(int $failing, int $attempts, bool $stands): void
    {
        $pdo = new class ($failing) extends PDO {
            public int $begun = 0;

            private bool $isOpen = false;

            public function __construct(private int $failing) {}

            public function beginTransaction(): bool
            {
                // As PDO itself has it.
                if ($this->isOpen) {
                    throw new PDOException('There is already an active transaction');
                }
                $this->begun++;

                return $this->isOpen = true;
            }

            public function commit(): bool
            {
                if ($this->failing-- > 0) {
                    throw new PDOException(
                        'SQLSTATE[40001]: Serialization failure: 1213 Deadlock found when trying to ' .
                            'get lock; try restarting transaction',
                        40001,
                    );
                }
                $this->isOpen = false;

                return true;
            }

            public function rollBack(): bool
            {
                $this->isOpen = false;

                return true;
            }

            public function inTransaction(): bool
            {
                return $this->isOpen;
            }
        };
        $connection = new PatientConnection($pdo);
        $done = 0;
        try {
            $said = $connection->transaction(function () use (&$done): string {
                $done++;

                return 'it stands';
            }, $attempts);
        } catch (PDOException) {
            $said = null;
        }

        self::assertSame($stands ? 'it stands' : null, $said);
        self::assertSame($stands ? $failing + 1 : $failing, $done);
        self::assertSame(0, $connection->transactionLevel());
        self::assertFalse($pdo->inTransaction(), 'what comes next of the same worker begins anew');
        self::assertSame('next', $connection->transaction(static fn(): string => 'next'));
    }
}

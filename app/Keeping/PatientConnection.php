<?php

declare(strict_types=1);

namespace App\Keeping;

use Closure;
use Illuminate\Database\MariaDbConnection;
use Random\Randomizer;
use Throwable;

/**
 * Where several databases are one, a commit can meet another's and fail, after every statement went well. What is tried
 * again waits a little first, each time longer and never for as long as the other; and what is not tried again leaves
 * no transaction open behind it, which the next piece of a worker would fall over.
 */
final class PatientConnection extends MariaDbConnection
{
    /** Milliseconds, times the number of the attempt. */
    private const WAIT = [5, 40];

    /** Whoever has it tried more than once means until it stands: how often is for the connection to say. */
    private const TRIES = 8;

    /** @param int $attempts */
    public function transaction(Closure $callback, $attempts = 1): mixed
    {
        return parent::transaction($callback, $attempts > 1 ? max($attempts, self::TRIES) : $attempts);
    }

    /**
     * @param int $currentAttempt
     * @param int $maxAttempts
     *
     * @throws Throwable if it is not tried again
     */
    protected function handleTransactionException(Throwable $e, $currentAttempt, $maxAttempts): void
    {
        parent::handleTransactionException($e, $currentAttempt, $maxAttempts);
        self::wait($currentAttempt);
    }

    /**
     * @param int $currentAttempt
     * @param int $maxAttempts
     *
     * @throws Throwable if it is not tried again
     */
    protected function handleCommitTransactionException(Throwable $e, $currentAttempt, $maxAttempts): void
    {
        try {
            parent::handleCommitTransactionException($e, $currentAttempt, $maxAttempts);
        } catch (Throwable $last) {
            if ($this->transactions === 0 && $this->getPdo()->inTransaction()) {
                $this->getPdo()->rollBack();
            }
            throw $last;
        }
        self::wait($currentAttempt);
    }

    private static function wait(int $attempt): void
    {
        [$least, $most] = self::WAIT;
        usleep($attempt * 1000 * (new Randomizer())->getInt($least, $most));
    }
}

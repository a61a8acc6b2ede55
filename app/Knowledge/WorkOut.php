<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use InvalidArgumentException;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Supply\DescriptionReader;

/** Works out what a page asked for, for which its request had no time; whoever asks again finds it kept. */
final class WorkOut implements ShouldQueue
{
    use Queueable;

    /** The queue that goes before all others: somebody looks at an empty page. */
    public const QUEUE = 'asked';

    public int $timeout = 900;

    public int $tries = 1;

    /**
     * @param array<string, mixed>                            $description
     * @param array{class-string, string, list<mixed>} $work  method that remembers it, of a description and these
     */
    public function __construct(
        public readonly array $description,
        public readonly string $what,
        public readonly array $work,
    ) {
        $this->onQueue(self::QUEUE);
    }

    public function handle(Solutions $solutions): void
    {
        [$desk, $method, $arguments] = $this->work;
        $supply = DescriptionReader::fromArray($this->description);
        try {
            app($desk)->{$method}($supply, ...$arguments);
        } catch (CircuitError | InvalidArgumentException $e) {
            $solutions->refuse($supply, $this->what, $e);
        }
    }
}

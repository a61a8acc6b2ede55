<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use InvalidArgumentException;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use OutOfBoundsException;

/** What the commands on a description file share: reading it, and turning refusals into an exit code of 1. */
abstract class ReadsDescription extends Command
{
    final public function handle(): int
    {
        try {
            $path = $this->argument('file');
            if (!is_file($path) || !is_readable($path)) {
                throw new InvalidArgumentException(sprintf('There is no readable file "%s".', $path));
            }
            if (filesize($path) > 4 * 1024 * 1024) {
                throw new InvalidArgumentException(
                    sprintf('"%s" is larger than 4 MB; a description is a few kilobytes.', $path),
                );
            }

            return $this->with(DescriptionReader::fromJson((string) file_get_contents($path)));
        } catch (InvalidArgumentException | OutOfBoundsException | CircuitError $e) {
            $this->getOutput()->getErrorStyle()->writeln($e->getMessage());

            return self::FAILURE;
        }
    }

    abstract protected function with(Description $supply): int;

    /** @param array<string, mixed> $data */
    protected function json(array $data): int
    {
        $this->line(
            json_encode(
                $data,
                JSON_PRETTY_PRINT |
                    JSON_UNESCAPED_UNICODE |
                    JSON_UNESCAPED_SLASHES |
                    JSON_PRESERVE_ZERO_FRACTION |
                    JSON_THROW_ON_ERROR,
            ),
        );

        return self::SUCCESS;
    }

    /**
     * @param string $given for example "C3 short"
     *
     * @return array<string, string> fault name by part reference
     *
     * @throws InvalidArgumentException if the part does not fail like that
     */
    protected static function fault(string $given, Description $supply): array
    {
        [$ref, $fault] = [...preg_split('/[\s:]+/', trim($given), 2) ?: [], ''];
        $part = $supply->part($ref);
        if ($part->fault($fault) === null) {
            throw new InvalidArgumentException(
                sprintf(
                    '%s does not fail as "%s". It can be: %s.',
                    $ref,
                    $fault,
                    implode(', ', array_map(static fn(FaultMode $f): string => $f->name, $part->kind->faults($part))),
                ),
            );
        }

        return [$ref => $fault];
    }

    protected function text(string $option): ?string
    {
        $value = $this->option($option);

        return is_string($value) && $value !== '' ? $value : null;
    }
}

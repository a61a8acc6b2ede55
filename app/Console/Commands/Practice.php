<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use InvalidArgumentException;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Exercise;
use Oculant\Core\Practice\Grade;
use Oculant\Core\Practice\Run;
use Oculant\Core\Practice\Setter;
use Oculant\Core\Practice\Spoken;
use Oculant\Core\Practice\Step;
use Oculant\Core\Practice\Twist;
use Oculant\Core\Practice\Variants;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Templates;
use OutOfBoundsException;

/** A fault that nobody can be hurt by, played by lines: in a terminal, or by another program. */
final class Practice extends Command
{
    use KeepsKnowledge;

    protected $signature =
        'oculant:practice {file : A description, oculant/supply version 1, an exercise, or the name of a family} ' .
        '{--difficulty= : easy, middle or hard} {--twist= : two, slip, comes_and_goes or differs} ' .
        '{--seed=1 : Which exercise} {--export= : Write the exercise there and play nothing} ' .
        '{--script= : Lines to play instead of those typed} {--json : Answer each line as one line ' .
        'of JSON} {--keep= : A directory in which what was solved is kept for the next call}';

    protected $description = 'Find a hidden fault by measuring, and be graded beside the best strategy';

    public function handle(): int
    {
        try {
            $given = $this->given((string) $this->argument('file'));
            $isExercise = ($given['format'] ?? '') === Exercise::FORMAT;
            $supply = $isExercise ? null : DescriptionReader::fromArray($given);
            $exercise = $isExercise ? Exercise::of($given) : null;
            $knowledge = $this->knowledge($supply ?? ($exercise->supply ?? throw new InvalidArgumentException('')));
            $exercise ??= (new Setter($supply, $knowledge))->set(
                (int) $this->option('seed'),
                $this->difficulty(),
                twist: $this->twist(),
            );

            return $this->text('export') === null
                ? $this->play($exercise, $knowledge)
                : $this->export($exercise, (string) $this->text('export'));
        } catch (InvalidArgumentException | OutOfBoundsException | CircuitError $e) {
            $this->getOutput()->getErrorStyle()->writeln($e->getMessage());

            return self::FAILURE;
        }
    }

    private function play(Exercise $exercise, Knowledge $knowledge): int
    {
        $run = new Run($exercise, $knowledge);
        $spoken = new Spoken($run);
        $this->answer($run, $exercise->words());
        if ($this->option('json') !== true) {
            foreach (Spoken::HELP as $line => $says) {
                $this->line("  {$line}  {$says}");
            }
        }
        foreach ($this->lines() as $line) {
            if (trim($line) === '') {
                continue;
            }
            try {
                $this->answer($run, $spoken->say($line));
            } catch (EntryRefused $refused) {
                $this->answer($run, $refused->getMessage(), false);
            }
            if ($run->isOver()) {
                break;
            }
        }
        $grade = Grade::of($run, $knowledge)->toArray();
        if ($this->option('json') === true) {
            $this->line(
                json_encode(
                    [
                        'grade' => $grade,
                        'hidden' => (object) $exercise->faults,
                        'replay' => array_map(static fn(Step $s): array => $s->toArray(), $run->steps()),
                    ],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                ),
            );

            return self::SUCCESS;
        }
        $this->line(
            sprintf(
                'Grade %.0f of 100: %.1f minutes, the best strategy %.1f; each measurement told %d %% of what the ' .
                    'best would have.',
                $grade['figure'],
                $grade['minutes'],
                $grade['best_minutes'],
                (int) round(100 * $grade['telling']),
            ),
        );
        foreach ($grade['better'] as $line) {
            $this->line("- {$line}");
        }

        return self::SUCCESS;
    }

    private function answer(Run $run, string $said, bool $isTaken = true): void
    {
        $this->line(
            $this->option('json') === true
                ? json_encode(
                    [
                        'said' => $said,
                        'taken' => $isTaken,
                        'power' => $run->state()->power->value,
                        'mode' => $run->state()->mode,
                        'minutes' => round($run->minutes(), 2),
                        'over' => $run->isOver(),
                    ],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                )
                : $said,
        );
    }

    private function export(Exercise $exercise, string $path): int
    {
        $json = json_encode(
            $exercise->toArray(),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );
        if (@file_put_contents($path, "{$json}\n") === false) {
            throw new InvalidArgumentException("The exercise could not be written to \"{$path}\".");
        }
        $this->line(sprintf('Kept in %s: %d steps by the best strategy.', $path, $exercise->steps ?? 0));

        return self::SUCCESS;
    }

    /** @return iterable<string> */
    private function lines(): iterable
    {
        $script = $this->text('script');
        if ($script !== null) {
            yield from explode("\n", $this->contents($script));

            return;
        }
        while (($line = fgets(STDIN)) !== false) {
            yield $line;
        }
    }

    private function twist(): ?Twist
    {
        $given = $this->text('twist');

        return $given === null
            ? null
            : Twist::tryFrom($given) ??
                    throw new InvalidArgumentException(
                        "There is no twist \"{$given}\": two, slip, comes_and_goes or differs.",
                    );
    }

    private function difficulty(): ?Difficulty
    {
        $given = $this->text('difficulty');

        return $given === null
            ? null
            : Difficulty::tryFrom($given) ??
                    throw new InvalidArgumentException("There is no difficulty \"{$given}\": easy, middle or hard.");
    }

    /** @return array<mixed> */
    private function given(string $file): array
    {
        $family = is_file($file) ? null : Templates::all()[$file] ?? null;
        $given =
            $family === null
                ? json_decode($this->contents($file), true)
                : Variants::of($family, (int) $this->option('seed'))->written;

        return is_array($given) ? $given : throw new InvalidArgumentException('That is no JSON.');
    }

    private function contents(string $path): string
    {
        if (!is_file($path) || !is_readable($path)) {
            throw new InvalidArgumentException("There is no readable file \"{$path}\".");
        }
        if (filesize($path) > 4 * 1024 * 1024) {
            throw new InvalidArgumentException("\"{$path}\" is larger than 4 MB.");
        }

        return (string) file_get_contents($path);
    }

    protected function text(string $option): ?string
    {
        $value = $this->option($option);

        return is_string($value) && $value !== '' ? $value : null;
    }
}

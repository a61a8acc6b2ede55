<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;

/** A board as far as its lines tell: what is joined, what it comes near to, and the description that follows. */
final readonly class Board
{
    public Traced $traced;

    public ?Resemblance $family;

    /** @var array<string, mixed> as it is drawn, with ends that lead nowhere yet */
    public array $draft;

    /**
     * @param list<string> $lines
     * @param string|null  $on    number of the job that it was traced on
     */
    public function __construct(array $lines, string $title, ?string $on = null)
    {
        $this->traced = new Traced($lines);
        $this->family = Resemblance::of($this->traced);
        $this->draft = Draft::of($this->traced, $title, $this->family, [
            ...$on === null ? [] : ['on' => $on],
            'lines' => array_values(
                array_filter(array_map(trim(...), $lines), static fn(string $l): bool => $l !== ''),
            ),
        ]);
    }

    /**
     * What can be solved of it: an ordinary description, with what is not joined yet as parts that are not known.
     *
     * @throws DescriptionRefused with what is still missing for that
     */
    public function description(): Description
    {
        return DescriptionReader::fromArray(Draft::known($this->draft));
    }

    /** @return list<array{line: int, message: string}> lines that could not be read, with what would mend them */
    public function refused(): array
    {
        $rows = [];
        foreach ($this->traced->refused as $line => $message) {
            $letters = preg_replace('/\d.*$/', '', $this->traced->untold[$line] ?? '');
            $kinds = $letters === '' ? [] : $this->family?->kindsFor((string) $letters) ?? [];
            $rows[] = [
                'line' => $line,
                'message' =>
                    $message .
                    ($kinds === [] ? '' : sprintf(' On a board like this it may be: %s.', implode(', ', $kinds))),
            ];
        }

        return $rows;
    }
}

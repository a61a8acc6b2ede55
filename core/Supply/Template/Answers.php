<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\DescriptionRefused;

/** What was answered to a template's questions, read and checked; a missing answer takes the usual value. */
final class Answers
{
    /** @var list<array{path: string, message: string}> */
    private array $problems = [];

    /** @var array<string, float|null> */
    private array $values = [];

    /** @var array<string, string> */
    private array $words = [];

    public readonly string $title;

    public readonly float $mains;

    public readonly float $frequency;

    /** @param array<mixed> $given */
    private function __construct(private readonly Template $template, private readonly array $given)
    {
        $title = $given['title'] ?? null;
        $this->title = is_string($title) && trim($title) !== '' ? trim($title) : $template->title();
        [$mains, $frequency] = self::mainsQuestions();
        $this->mains = $this->read($mains) ?? 230.0;
        $this->frequency = $this->read($frequency) ?? 50.0;
    }

    /** @return list<Question> everything that is asked for a family, beside the title */
    public static function asked(Template $template): array
    {
        return [...$template instanceof FedDirectly ? [] : self::mainsQuestions(), ...$template->questions()];
    }

    /** @return array{Question, Question} */
    private static function mainsQuestions(): array
    {
        return [
            Question::value('mains', 'Mains', Unit::Volt, '230 V'),
            Question::value('frequency', 'Frequency', Unit::Hertz, '50 Hz'),
        ];
    }

    /**
     * @param array<mixed> $given answers by question name
     *
     * @return array<string, mixed> a description that DescriptionReader takes as it stands
     *
     * @throws DescriptionRefused with every answer that cannot be used
     */
    public static function describe(Template $template, array $given): array
    {
        $answers = new self($template, $given);
        foreach ($template->questions() as $question) {
            if ($question->unit === null) {
                $answers->words[$question->name] = $answers->choose($question);
            } else {
                $answers->values[$question->name] = $answers->read($question);
            }
        }
        $answers->refuseIfNeeded();
        $draft = $template->describe($answers);
        $answers->refuseIfNeeded();

        return $draft->toArray();
    }

    public function value(string $name): float
    {
        return $this->values[$name] ?? 0.0;
    }

    /** Null if it was left empty. */
    public function maybe(string $name): ?float
    {
        return $this->values[$name] ?? null;
    }

    public function word(string $name): string
    {
        return $this->words[$name];
    }

    /** An answer that cannot work with the others. */
    public function refuse(string $name, string $message): void
    {
        $this->problems[] = ['path' => $name, 'message' => $message];
    }

    private function read(Question $question): ?float
    {
        $given = $this->given[$question->name] ?? $question->default;
        if ($given === null || $given === '') {
            return null;
        }
        try {
            $value = Quantity::parse(is_scalar($given) ? (string) $given : '?', $question->unit ?? Unit::Ratio)->value;
        } catch (UnreadableQuantity $e) {
            $this->refuse($question->name, $e->getMessage());

            return 1.0;
        }
        if ($value <= 0) {
            $this->refuse(
                $question->name,
                sprintf('"%s" is not possible here: it must be greater than zero.', (string) $given),
            );
        }

        return $value;
    }

    private function choose(Question $question): string
    {
        $given = $this->given[$question->name] ?? $question->options[0];
        if (!is_string($given) || !in_array($given, $question->options, true)) {
            $this->refuse($question->name, sprintf('Choose one of: %s.', implode(', ', $question->options)));

            return $question->options[0];
        }

        return $given;
    }

    private function refuseIfNeeded(): void
    {
        if ($this->problems !== []) {
            throw DescriptionRefused::because($this->problems);
        }
    }
}

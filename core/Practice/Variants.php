<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Question;
use Oculant\Core\Supply\Template\Template;

/**
 * Supplies of a family with fresh values, as another maker might have built it: some to a family, so that what their
 * faults do is worked out once for everybody.
 */
final class Variants
{
    public const MANY = 6;

    /** Times the usual value. */
    private const TIMES = [0.6, 0.8, 1.25, 1.6];

    /** Share of answers that stay as usual. */
    private const USUAL = 0.5;

    private const TRIES = 60;

    /** @param int $seed the same for the same one */
    public static function of(Template $template, int $seed): Description
    {
        $number = $seed % self::MANY;
        $title = sprintf('%s, values %d', $template->title(), $number + 1);
        for ($try = 0; $try < self::TRIES; $try++) {
            $given = ['title' => $title];
            foreach ($template->questions() as $question) {
                $given[$question->name] = self::answer($question, "{$template->name()} {$number} {$try}");
            }
            try {
                return DescriptionReader::fromArray(Answers::describe($template, array_filter($given)));
            } catch (DescriptionRefused) {
                // Values that do not go together: others.
                continue;
            }
        }

        return DescriptionReader::fromArray(Answers::describe($template, ['title' => $title]));
    }

    /** Null leaves it as usual. */
    private static function answer(Question $question, string $of): ?string
    {
        $chance = static fn(string $what): float => crc32("{$of} {$question->name} {$what}") / 4294967296;
        if ($question->options !== []) {
            return $question->options[(int) ($chance('which') * count($question->options))];
        }
        // The mains is the workshop's.
        if ($question->default === null || $chance('usual') < self::USUAL) {
            return null;
        }
        $unit = $question->unit ?? Unit::Volt;
        $usual = Quantity::parse($question->default, $unit)->value;

        return Quantity::write($usual * self::TIMES[(int) ($chance('times') * count(self::TIMES))], $unit, 2);
    }
}

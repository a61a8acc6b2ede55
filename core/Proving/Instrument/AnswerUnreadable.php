<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Instrument;

use Oculant\Core\Proving\ProvingError;
use RuntimeException;

/** An instrument answered with something that is not the number it was asked for. */
final class AnswerUnreadable extends RuntimeException implements ProvingError
{
    public static function text(string $answer): self
    {
        return new self(
            sprintf(
                'The instrument answered "%s", which is no number. Nothing was recorded: look at its display, ' .
                    'and type what it shows.',
                self::shown($answer),
            ),
        );
    }

    public static function unit(string $answer, string $given, string $asked): self
    {
        return new self(
            sprintf(
                'The instrument answered "%s": that is %s, and %s were asked for. Check its function. Nothing ' .
                    'was recorded.',
                self::shown($answer),
                $given,
                $asked,
            ),
        );
    }

    public static function count(string $answer, int $given, int $asked): self
    {
        return new self(
            sprintf(
                'The instrument answered "%s": %d values, and %d were asked for. Nothing was recorded.',
                self::shown($answer),
                $given,
                $asked,
            ),
        );
    }

    private static function shown(string $answer): string
    {
        $clean = (string) preg_replace('/[^\x20-\x7E]/', '?', $answer);

        return strlen($clean) > 60 ? substr($clean, 0, 57) . '...' : $clean;
    }
}

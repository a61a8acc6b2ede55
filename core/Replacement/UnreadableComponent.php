<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use InvalidArgumentException;

use Oculant\Core\Parts\Family;

final class UnreadableComponent extends InvalidArgumentException
{
    /** @param list<string> $words that mean nothing here */
    public static function words(string $text, array $words): self
    {
        return new self(
            sprintf(
                '"%s": %s cannot be read. A part is written like "47u 400V 105C 18x31.5", "4k7 0.5W 1%% ' .
                    'flameproof", "T2A 250V" or "1N4007".',
                $text,
                implode(', ', array_map(static fn(string $w): string => "\"{$w}\"", $words)),
            ),
        );
    }

    public static function nothing(): self
    {
        return new self(
            'Nothing was typed. A part is written like "47u 400V 105C 18x31.5", "4k7 0.5W 1%" or "1N4007".',
        );
    }

    public static function decimalComma(string $text): self
    {
        return new self(
            sprintf('"%s" has a decimal comma. Write a point, or the unit letter in its place: "4k7", "2u2".', $text),
        );
    }

    public static function kind(string $kind): self
    {
        return new self(sprintf('There is no kind "%s". Kinds: %s.', $kind, implode(', ', Family::kinds())));
    }

    public static function noKind(string $text): self
    {
        return new self(
            sprintf(
                '"%s" does not say what it is. Begin with the kind, for example "electrolytic 47u 400V": %s.',
                $text,
                implode(', ', Family::kinds()),
            ),
        );
    }
}

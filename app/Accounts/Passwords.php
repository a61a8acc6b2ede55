<?php

declare(strict_types=1);

namespace App\Accounts;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/**
 * Length over kinds of characters (NIST SP 800-63B 5.1.1.2, from memory: at least 8, and nothing that is guessed
 * first); ten here.
 */
final readonly class Passwords implements ValidationRule
{
    public const LEAST = 10;

    /** bcrypt reads no further. */
    public const MOST_BYTES = 72;

    private const GUESSED_FIRST = ['password', '1234567890', '0123456789', 'qwertyuiop', 'qwertzuiop', 'harbour-light'];

    /** @param list<string> $known name, address and workshop of whose it is */
    public function __construct(private array $known) {}

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $typed = is_string($value) ? $value : '';
        $plain = mb_strtolower($typed);
        if (mb_strlen($typed) < self::LEAST) {
            $fail(sprintf('Take at least %d characters; a few words together are good.', self::LEAST));
        } elseif (strlen($typed) > self::MOST_BYTES) {
            $fail(sprintf('Take at most %d bytes: what comes after them is not looked at.', self::MOST_BYTES));
        } elseif (count(array_unique(mb_str_split($plain))) < 5) {
            $fail('That is one or two characters again and again. Take a few words.');
        } else {
            foreach ([...self::GUESSED_FIRST, ...$this->words()] as $word) {
                if (str_contains($plain, $word) && mb_strlen($plain) - mb_strlen($word) < 6) {
                    $fail('That is guessed first: little more than a known word, a name or an address. Take others.');

                    return;
                }
            }
        }
    }

    /** @return list<string> */
    private function words(): array
    {
        $words = [];
        foreach ($this->known as $text) {
            $text = mb_strtolower($text);
            array_push($words, $text, ...preg_split('/[^\p{L}\p{N}]+/u', $text) ?: []);
        }

        return array_values(array_filter($words, static fn(string $word): bool => mb_strlen($word) >= 4));
    }
}

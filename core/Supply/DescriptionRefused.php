<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use InvalidArgumentException;

/** Everything that is wrong with a description, each with its path and how to mend it. */
final class DescriptionRefused extends InvalidArgumentException
{
    /** @param list<array{path: string, message: string}> $problems */
    private function __construct(public readonly array $problems)
    {
        parent::__construct(
            implode(
                "\n",
                array_map(
                    static fn(array $p): string => ($p['path'] === '' ? '' : $p['path'] . ': ') . $p['message'],
                    $problems,
                ),
            ),
        );
    }

    /** @param non-empty-list<array{path: string, message: string}> $problems */
    public static function because(array $problems): self
    {
        return new self($problems);
    }

    public static function notJson(string $reason): self
    {
        return new self([
            [
                'path' => '',
                'message' => "This is not JSON ({$reason}). A description is one JSON object; see docs/formats.md.",
            ],
        ]);
    }

    public static function tooLarge(int $bytes, int $most): self
    {
        return self::because([
            [
                'path' => '',
                'message' => sprintf(
                    'The description has %.1f MB; at most %.1f MB are read. A supply with 200 parts has about ' .
                        '0.1 MB: is this the right file?',
                    $bytes / 1e6,
                    $most / 1e6,
                ),
            ],
        ]);
    }
}

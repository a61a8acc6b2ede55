<?php

declare(strict_types=1);

namespace Tests\Core\Documents;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/** The pages that explain the house name what is there. */
final class PagesTest extends TestCase
{
    private const ROOT = __DIR__ . '/../../..';

    /** @return iterable<string, array{string}> */
    public static function pages(): iterable
    {
        foreach (
            [
                'README.md',
                'CONTRIBUTING.md',
                ...array_map(static fn(string $p): string => substr($p, strlen(self::ROOT) + 1), [
                    ...glob(self::ROOT . '/docs/*.md') ?: [],
                    ...glob(self::ROOT . '/docs/decisions/*.md') ?: [],
                ]),
            ]
            as $page
        ) {
            yield $page => [$page];
        }
    }

    #[DataProvider('pages')]
    public function testEveryLinkLeadsSomewhere(string $page): void
    {
        preg_match_all('/\]\(([^)#\s]+)(?:#[^)]*)?\)/', self::text($page), $links);
        $broken = array_filter(
            $links[1],
            static fn(string $link): bool => !str_contains($link, '://') &&
                !file_exists(dirname(self::ROOT . "/{$page}") . "/{$link}"),
        );

        self::assertSame([], array_values($broken));
    }

    #[DataProvider('pages')]
    public function testEveryClassThatIsNamedExists(string $page): void
    {
        $known = self::classes();
        // A class is written with a capital and small letters, and perhaps a member behind it.
        preg_match_all(
            '/`(?:[A-Z][a-z]\w*\\\\)*([A-Z][a-z]\w*[a-z]\w*)(?:::\$?\w+(?:\(\))?)?`/',
            self::text($page),
            $named,
        );
        $elsewhere = ['Chart', 'Enter', 'SameSite'];
        $missing = array_filter(
            array_unique($named[1]),
            static fn(string $name): bool => !isset($known[$name]) && !in_array($name, $elsewhere, true),
        );

        self::assertSame([], array_values($missing));
    }

    private static function text(string $page): string
    {
        return (string) file_get_contents(self::ROOT . "/{$page}");
    }

    /** @return array<string, true> files and folders that hold classes, by name */
    private static function classes(): array
    {
        $names = [];
        foreach (['app', 'core', 'tests', 'bench'] as $folder) {
            $walk = new RecursiveIteratorIterator(
                new RecursiveDirectoryIterator(self::ROOT . "/{$folder}", RecursiveDirectoryIterator::SKIP_DOTS),
                RecursiveIteratorIterator::SELF_FIRST,
            );
            foreach ($walk as $file) {
                $names[pathinfo((string) $file, PATHINFO_FILENAME)] = true;
            }
        }

        return $names;
    }
}

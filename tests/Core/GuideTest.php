<?php

declare(strict_types=1);

namespace Tests\Core;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Template\Templates;
use Oculant\Core\Tracing\Traced;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** The user's guide says what the program does: its examples are read, its links lead somewhere. */
final class GuideTest extends TestCase
{
    private const GUIDE = __DIR__ . '/../../docs/guide';

    /** @return iterable<string, array{string}> */
    public static function typed(): iterable
    {
        foreach (self::examples('5-evidence.md') as $example) {
            // With a safety test the field is asked for it by the step.
            if (!preg_match('/^(insulation|touch|earth)/', $example)) {
                yield $example => [$example];
            }
        }
    }

    #[DataProvider('typed')]
    public function testTheFieldReadsWhatTheGuideSays(string $example): void
    {
        foreach (self::supplies() as $supply) {
            if (self::isRead($example, $supply)) {
                $this->addToAssertionCount(1);

                return;
            }
        }
        self::fail("No supply reads \"{$example}\".");
    }

    public function testTheTracingReadsWhatTheGuideSays(): void
    {
        $traced = new Traced([
            'c1 470u',
            'c2 470u',
            'c7 47u',
            'q1 mosfet',
            'q2 mosfet',
            'u1 7812',
            'f1 t1a',
            's1 switch',
            ...self::examples('3-describe.md'),
        ]);

        self::assertSame([], $traced->refused);
    }

    public function testLinksAndPicturesAreThere(): void
    {
        $pages = glob(self::GUIDE . '/*.md') ?: [];
        self::assertGreaterThan(9, count($pages));
        foreach ($pages as $page) {
            preg_match_all('/\]\(([^)#]+)(?:#[^)]*)?\)/', (string) file_get_contents($page), $found);
            foreach ($found[1] as $link) {
                self::assertFileExists(self::GUIDE . "/{$link}", basename($page));
            }
        }
    }

    private static function isRead(string $example, Description $supply): bool
    {
        try {
            if (FieldText::understand($example, $supply) !== null) {
                return true;
            }
            $reading = ReadingText::parse($example, $supply);

            return $reading->target !== null || !str_contains($example, ' ');
        } catch (EntryRefused) {
            return false;
        }
    }

    /** @return iterable<Description> */
    private static function supplies(): iterable
    {
        foreach (glob(__DIR__ . '/../../database/demo/supplies/*.json') ?: [] as $path) {
            yield Supplies::demo(basename($path, '.json'));
        }
        foreach (Templates::all() as $template) {
            yield Supplies::drafted($template->name());
        }
    }

    /** @return list<string> what stands in the first column of the tables of a page, in code */
    private static function examples(string $page): array
    {
        preg_match_all('/^\| (`[^|]+`) \|/m', (string) file_get_contents(self::GUIDE . "/{$page}"), $rows);
        preg_match_all('/`([^`]+)`/', implode(' ', $rows[1]), $found);

        return $found[1];
    }
}

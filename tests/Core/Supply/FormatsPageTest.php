<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\TestCase;

final class FormatsPageTest extends TestCase
{
    public function testTheExampleInTheDocumentationWorks(): void
    {
        $page = (string) file_get_contents(__DIR__ . '/../../../docs/formats.md');
        self::assertSame(1, preg_match('/```json\n(.*?)```/s', $page, $match));
        $supply = DescriptionReader::fromJson($match[1]);
        $window = Expectations::of($supply, $supply->mode('loaded'))->window('TP1');

        self::assertTrue($window->holds(14.5), "{$window->low} to {$window->high}");
    }
}

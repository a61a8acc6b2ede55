<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Diagnosis\PathView;
use Oculant\Core\Expectation\Preview;
use Oculant\Core\Supply\Description;

/**
 * A description that is being edited: what a good unit reads, along a path on which nothing is measured yet.
 *
 * @phpstan-import-type CheckedPoint from Preview
 * @phpstan-import-type ModeName from Preview
 * @phpstan-import-type PathStage from PathView
 *
 * @phpstan-type Checked array{
 *     title: string,
 *     parts: int,
 *     mode: string,
 *     modes: list<ModeName>,
 *     settled: bool,
 *     unsettled: array{
 *         sentence: string,
 *         mend: string,
 *         parts: list<string>,
 *     }|null,
 *     points: list<CheckedPoint>,
 *     path: list<PathStage>,
 *     signs: list<string>,
 *     broken: list<string>,
 *     unknown: int,
 * }
 */
final class CheckedView
{
    /**
     * @param string|null $modeId the usual mode if null
     *
     * @return Checked
     */
    public static function of(Description $supply, ?string $modeId): array
    {
        return Preview::of($supply, $modeId) + ['path' => PathView::unmeasured($supply)];
    }
}

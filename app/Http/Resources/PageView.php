<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\DocumentPage;
use App\Models\PagePin;
use App\Models\Supply;

/**
 * Pages of service documents, with what is pinned on them.
 *
 * @phpstan-type PagePinAnswer array{
 *     // test point, part or ground
 *     target: string,
 *     // share of the width
 *     x: float,
 *     // share of the height
 *     y: float,
 * }
 *
 * @phpstan-type DocumentPageAnswer array{
 *     id: string,
 *     document: string,
 *     number: int,
 *     width: int,
 *     height: int,
 *     // where the picture is
 *     picture: string,
 *     // what is printed where, if the file said so
 *     words: list<array{
 *         text: string,
 *         x: float,
 *         y: float,
 *     }>,
 *     pins: list<PagePinAnswer>,
 * }
 */
final class PageView
{
    /** @return list<DocumentPageAnswer> by document and page */
    public static function all(Supply $supply): array
    {
        return array_values(
            DocumentPage::query()
                ->ofSupply($supply)
                ->with('pins')
                ->get()
                ->map(static fn(DocumentPage $page): array => self::of($page, $supply))
                ->all(),
        );
    }

    /** @return DocumentPageAnswer */
    public static function of(DocumentPage $page, Supply $supply): array
    {
        return [
            'id' => $page->id,
            'document' => $page->document,
            'number' => $page->number,
            'width' => $page->width,
            'height' => $page->height,
            'picture' => "/api/v1/supplies/{$supply->id}/pages/{$page->id}",
            'words' => $page->words,
            'pins' => array_values(
                $page->pins
                    ->map(static fn(PagePin $pin): array => ['target' => $pin->target, 'x' => $pin->x, 'y' => $pin->y])
                    ->all(),
            ),
        ];
    }
}

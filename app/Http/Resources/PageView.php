<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\DocumentPage;
use App\Models\PagePin;
use App\Models\Supply;

/** Pages of service documents, with what is pinned on them. */
final class PageView
{
    /** @return list<array<string, mixed>> by document and page */
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

    /** @return array<string, mixed> */
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

<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockLine;
use stdClass;

/**
 * A line of the drawer as it is sent.
 *
 * @phpstan-type StockLineAnswer array{
 *     id: string,
 *     kind: string,
 *     type: string,
 *     label: string,
 *     cells: array<string, string>|stdClass,
 *     quantity: int,
 *     minimum: int,
 *     reserved: int,
 *     available: int,
 *     low: bool,
 *     price: ?float,
 *     supplier: string,
 *     location: string,
 *     salvaged: bool,
 *     note: string,
 * }
 *
 * @phpstan-type NearStock array{
 *     id: string,
 *     kind: string,
 *     type: string,
 *     label: string,
 *     cells: array<string, string>|stdClass,
 *     quantity: int,
 *     minimum: int,
 *     reserved: int,
 *     available: int,
 *     low: bool,
 *     price: ?float,
 *     supplier: string,
 *     location: string,
 *     salvaged: bool,
 *     note: string,
 *     // what speaks against it for what was asked for
 *     against: list<string>,
 * }
 */
final class StockView
{
    /** @return StockLineAnswer */
    public static function of(StockLine $line): array
    {
        $component = $line->component;
        $cells = array_filter(
            array_combine(
                array_column(Attribute::cases(), 'value'),
                array_map($component->write(...), Attribute::cases()),
            ) + array_combine(Component::WORDS, array_map($component->word(...), Component::WORDS)),
        );

        return [
            'id' => $line->id,
            'kind' => $component->kind,
            'type' => $component->type,
            'label' => $component->label(),
            'cells' => (object) $cells,
            'quantity' => $line->quantity,
            'minimum' => $line->minimum,
            'reserved' => $line->reserved,
            'available' => $line->available(),
            'low' => $line->quantity < $line->minimum,
            'price' => $line->price,
            'supplier' => $line->supplier,
            'location' => $line->location,
            'salvaged' => $line->isSalvaged,
            'note' => $line->note,
        ];
    }
}

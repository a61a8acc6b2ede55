<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockLine;

/** A line of the drawer as it is sent. */
final class StockView
{
    /** @return array<string, mixed> */
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

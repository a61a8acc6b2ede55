<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\StockItem;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockLine;

/**
 * One line of the drawer, by the columns of a stock list.
 *
 * @phpstan-type StockCells array{
 *     // Shapes of the drawer, of comparisons and judgements, of the recap and of what it costs.
 *     part?: string,
 *     kind?: string,
 *     type?: string,
 *     quantity?: string,
 *     minimum?: string,
 *     price?: string,
 *     supplier?: string,
 *     location?: string,
 *     salvaged?: string,
 *     note?: string,
 * }
 */
final class StockRequest extends FormRequest
{
    public function authorize(): Response
    {
        $item = $this->route('item');

        return $item instanceof StockItem ? Gate::inspect('update', $item) : Gate::inspect('create', StockItem::class);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return array_fill_keys(StockImport::columns(), ['nullable', 'string', 'max:200']);
    }

    /** @return StockLine with the place of $item, if it is one that is there */
    public function toLine(?StockItem $item = null): StockLine
    {
        $cells = array_map(static fn(mixed $cell): string => trim((string) $cell), $this->validated());

        return StockImport::line($cells, $item->id ?? '');
    }

    protected function prepareForValidation(): void
    {
        // Numbers and ticks may come as such.
        $this->merge(
            array_map(
                static fn(mixed $cell): mixed => is_bool($cell)
                    ? ($cell
                        ? 'yes'
                        : '')
                    : (is_int($cell) || is_float($cell)
                        ? (string) $cell
                        : $cell),
                $this->only(StockImport::columns()),
            ),
        );
    }
}

<?php

declare(strict_types=1);

namespace App\Drawer;

use App\Models\RepairJob;
use App\Models\StockItem;
use App\Models\StockReservation;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\Drawer\StockRefused;
use Oculant\Core\Supply\Import\CsvTable;

/** The workshop's stock: kept, counted down, reserved. */
final readonly class Drawer
{
    /** Rows in one statement. */
    private const CHUNK = 500;

    /**
     * @param RepairJob|null $for what this job has reserved for itself counts as free to it
     *
     * @return list<StockLine>
     */
    public function lines(string $workshopId, ?RepairJob $for = null): array
    {
        $own =
            $for === null
                ? []
                : StockReservation::query()
                    ->where('repair_job_id', $for->id)
                    ->groupBy('stock_item_id')
                    ->selectRaw('stock_item_id, sum(quantity) as pieces')
                    ->pluck('pieces', 'stock_item_id')
                    ->all();

        return array_values(
            StockItem::query()
                ->ofWorkshop($workshopId)
                ->withSum('reservations as reserved', 'quantity')
                ->orderBy('kind')
                ->orderBy('id')
                ->get()
                ->map(static fn(StockItem $item): StockLine => $item->toLine((int) ($own[$item->id] ?? 0)))
                ->all(),
        );
    }

    /** A line that is new or changed; one that is there already with the same key takes the new count. */
    public function keep(string $workshopId, StockLine $line): StockItem
    {
        return DB::transaction(static function () use ($workshopId, $line): StockItem {
            $row = self::row($workshopId, $line);
            $item =
                $line->id !== ''
                    ? StockItem::query()->ofWorkshop($workshopId)->findOrFail($line->id)
                    : StockItem::query()
                        ->ofWorkshop($workshopId)
                        ->firstOrNew(['identity' => $row['identity']], ['workshop_id' => $workshopId]);
            $twin = StockItem::query()
                ->ofWorkshop($workshopId)
                ->where('identity', $row['identity'])
                ->whereKeyNot($item->id ?? '')
                ->first();
            if ($twin !== null) {
                throw new StockRefused(
                    'The drawer has this part from this supplier in this place already: change its count there.',
                );
            }
            $item->fill(['component' => $line->component->toArray()] + $row)->save();

            return $item->loadSum('reservations as reserved', 'quantity');
        }, 3);
    }

    /**
     * Everything of a list that can be read; a line that is there already takes the count of the list, so that sending
     * it twice is harmless.
     *
     * @return array{added: int, changed: int}
     */
    public function import(string $workshopId, StockImport $import): array
    {
        return DB::transaction(static function () use ($workshopId, $import): array {
            $before = StockItem::query()->ofWorkshop($workshopId)->pluck('identity')->flip();
            $added = 0;
            foreach (array_chunk($import->lines, self::CHUNK) as $lines) {
                $rows = array_map(
                    static fn(StockLine $l): array => self::row($workshopId, $l) + [
                        'id' => strtolower((string) Str::ulid()),
                        'created_at' => now(),
                        'updated_at' => now(),
                    ],
                    $lines,
                );
                $added += count(array_filter($rows, static fn(array $r): bool => !isset($before[$r['identity']])));
                StockItem::query()->upsert(
                    $rows,
                    ['workshop_id', 'identity'],
                    ['quantity', 'minimum', 'price', 'note', 'updated_at'],
                );
            }

            return ['added' => $added, 'changed' => count($import->lines) - $added];
        }, 3);
    }

    /** @throws StockRefused if fewer are free */
    public function reserve(StockItem $item, RepairJob $job, User $user, string $part, int $quantity): StockReservation
    {
        return DB::transaction(static function () use ($item, $job, $user, $part, $quantity): StockReservation {
            StockItem::query()->whereKey($item->id)->lockForUpdate()->first();
            $others = (int) StockReservation::query()
                ->where('stock_item_id', $item->id)
                ->whereNot(static fn($own) => $own->where('repair_job_id', $job->id)->where('part', $part))
                ->sum('quantity');
            if ($quantity > $item->quantity - $others) {
                throw StockRefused::tooMany($quantity, max(0, $item->quantity - $others));
            }

            return StockReservation::query()->updateOrCreate(
                ['stock_item_id' => $item->id, 'repair_job_id' => $job->id, 'part' => $part],
                ['user_id' => $user->id, 'quantity' => $quantity],
            );
        }, 3);
    }

    /**
     * One piece goes into a unit: counted down, and off what was reserved for it.
     *
     * @throws EntryRefused if there is no such line, or none left for this job
     */
    public function take(RepairJob $job, string $itemId, string $part): void
    {
        $item = StockItem::query()->ofWorkshop($job->workshop_id)->lockForUpdate()->find($itemId);
        if ($item === null) {
            throw EntryRefused::because('stock', 'There is no such line in the drawer. Choose one, or leave it out.');
        }
        $reservation = StockReservation::query()
            ->where(['stock_item_id' => $item->id, 'repair_job_id' => $job->id])
            ->orderByRaw('part = ? desc', [$part])
            ->first();
        $others = (int) StockReservation::query()
            ->where('stock_item_id', $item->id)
            ->where('repair_job_id', '!=', $job->id)
            ->sum('quantity');
        if ($item->quantity - $others < 1) {
            throw EntryRefused::because(
                'stock',
                $item->quantity === 0
                    ? 'The drawer says that none is left: count it, or choose another.'
                    : 'The last ones are reserved for other jobs.',
            );
        }
        $item->decrement('quantity');
        if ($reservation !== null) {
            $reservation->quantity > 1 ? $reservation->decrement('quantity') : $reservation->delete();
        }
    }

    /** A repair was struck out: the piece lies in the drawer again. */
    public function giveBack(RepairJob $job, string $itemId): void
    {
        StockItem::query()->ofWorkshop($job->workshop_id)->whereKey($itemId)->increment('quantity');
    }

    public function csv(string $workshopId): string
    {
        $rows = [];
        foreach ($this->lines($workshopId) as $line) {
            $c = $line->component;
            $rows[] = [
                $c->kind,
                $c->type,
                ...array_map($c->write(...), Attribute::cases()),
                ...array_map($c->word(...), Component::WORDS),
                $line->quantity,
                $line->minimum,
                $line->price,
                $line->supplier,
                $line->location,
                $line->isSalvaged ? 'yes' : '',
                $line->note,
            ];
        }

        return CsvTable::write(
            [
                'kind',
                'type',
                ...array_column(Attribute::cases(), 'value'),
                ...Component::WORDS,
                'quantity',
                'minimum',
                'price',
                'supplier',
                'location',
                'salvaged',
                'note',
            ],
            $rows,
        );
    }

    /** @return array<string, mixed> */
    private static function row(string $workshopId, StockLine $line): array
    {
        return [
            'workshop_id' => $workshopId,
            'identity' => hash('xxh128', $line->key()),
            'kind' => $line->component->kind,
            'type' => $line->component->type,
            'component' => json_encode($line->component->toArray(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            'quantity' => $line->quantity,
            'minimum' => $line->minimum,
            'price' => $line->price,
            'supplier' => $line->supplier,
            'location' => $line->location,
            'salvaged' => $line->isSalvaged,
            'note' => $line->note,
        ];
    }
}

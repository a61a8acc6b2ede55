<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** Pieces of a line of the drawer that are kept for a place in a job. */
final class StockReservation extends Model
{
    use HasUlids;

    protected $fillable = ['stock_item_id', 'repair_job_id', 'user_id', 'part', 'quantity'];

    /** @return BelongsTo<StockItem, $this> */
    public function item(): BelongsTo
    {
        return $this->belongsTo(StockItem::class, 'stock_item_id');
    }

    /** @return BelongsTo<RepairJob, $this> */
    public function job(): BelongsTo
    {
        return $this->belongsTo(RepairJob::class, 'repair_job_id');
    }

    protected function casts(): array
    {
        return ['quantity' => 'integer'];
    }
}

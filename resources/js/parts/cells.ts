import type { StockCells, StockLine } from '../api/client';

/** A line as the columns of a stock list have it, to be sent back with something changed. */
export const cellsOf = (line: StockLine): StockCells => ({
    ...line.cells,
    kind: line.kind,
    type: line.type,
    quantity: String(line.quantity),
    minimum: String(line.minimum),
    price: line.price === null ? '' : String(line.price),
    supplier: line.supplier,
    location: line.location,
    salvaged: line.salvaged ? 'yes' : '',
    note: line.note,
});

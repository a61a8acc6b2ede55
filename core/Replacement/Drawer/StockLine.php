<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Drawer;

use Oculant\Core\Replacement\Component;

/** One line of the drawer: what it is and how many there are. */
final readonly class StockLine
{
    /**
     * @param string     $id       empty before it is kept
     * @param int        $quantity that lie there, $minimum below which it is to be ordered, $reserved for jobs
     * @param float|null $price    of one, in the workshop's currency
     */
    public function __construct(
        public string $id,
        public Component $component,
        public int $quantity,
        public int $minimum = 0,
        public int $reserved = 0,
        public ?float $price = null,
        public string $supplier = '',
        public string $location = '',
        public bool $isSalvaged = false,
        public string $note = '',
    ) {}

    /** What nobody else has laid a hand on. */
    public function available(): int
    {
        return max(0, $this->quantity - $this->reserved);
    }

    /** Two lines with the same key are the same part from the same source in the same place. */
    public function key(): string
    {
        $data = $this->component->data;
        ksort($data);

        return mb_strtolower(
            implode('|', [
                $this->component->kind,
                $this->component->type,
                json_encode(array_map(static fn(float $v): string => sprintf('%.6g', $v), $data), JSON_THROW_ON_ERROR),
                implode(',', $this->component->words),
                $this->supplier,
                $this->location,
                $this->isSalvaged ? 'salvaged' : '',
            ]),
        );
    }
}

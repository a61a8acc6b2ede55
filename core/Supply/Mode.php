<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Part;

/**
 * A way of running the supply: what is left out, what is set otherwise, what is added, and the share of nominal mains.
 */
final readonly class Mode
{
    /**
     * @param list<string>                         $absent  references of parts that are not fitted or not switched on
     * @param array<string, array<string, float>>  $values  SI values set on parts, [reference][parameter]
     * @param array<string, array<string, string>> $choices words set on parts, [reference][parameter]
     * @param array<string, Part>                  $added   test sources and dummy loads, by reference
     */
    public function __construct(
        public string $id,
        public string $name,
        public array $absent,
        public float $mains,
        public array $values = [],
        public array $choices = [],
        public array $added = [],
        public string $note = '',
    ) {}
}
